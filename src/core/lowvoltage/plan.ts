/**
 * The terminal plan: which conductor goes from where to where, at the wall and at the board, what
 * becomes of the jumpers, and the steps to do it. Planned by what the board's letter does, never by colour.
 */
import type { DeviceSheet } from '../devices/sheet';
import { type Finding, finding, type Question } from '../findings/finding';
import type { LowVoltageJob } from '../job/schema';
import { HOT_ROLES, type TerminalRole } from '../survey/terminals.data';
import { type PlannedAccessory, planAccessories } from './accessories/plan';
import { withPlannedFan } from './air';
import { type Core, readCores, roleOf } from './cores';
import { boardLabels, equipmentCircuit } from './equipment';
import { type KitLetters, kitSteps, type PowerKit, SHARED } from './power-kits';
import { isSensorLead, planSensorPair } from './sensor-pair';
import { isHeatPump, type LowVoltageSystem } from './system';
import { type JumperAction, jumperActions, type PlanRow, type WorkStep, workSteps } from './work-steps';

export type { JumperAction, PlanRow, WorkStep };

export interface WiringPlan {
  rows: PlanRow[];
  jumpers: JumperAction[];
  steps: WorkStep[];
  /** Board screws joined by the plan. */
  boardLinks: [string, string][];
  /** The device can call the fan; G is joined to Y at the board. */
  fanWired: boolean;
  fanLinked: boolean;
  /** A part put into the circuit to power the device. */
  kit: PowerKit | null;
  /** What the device draws through each idle coil, where it lives on that. */
  trickleMilliamps: number | null;
  /** Terminals the device cannot see for itself behind a diode piece. */
  byHand: string[];
  accessories: PlannedAccessory[];
  questions: Question[];
  findings: Finding[];
}

/** A core taken over for another purpose by the chosen way of powering the device. */
export interface Takeover {
  conductor: string;
  role: TerminalRole;
  why: string;
  /** A conductor that does not exist yet: the new cable. */
  added?: string;
  /** Two board screws to join, so that one call serves both. */
  joinAtBoard?: [string, string];
  /** The device's terminal to land on, where it is not the usual one for the role; the board end stays. */
  onto?: string;
}

const FUNCTION: Partial<Record<TerminalRole, string>> = {
  hot: 'hot',
  'hot-cool': 'hot, cooling side',
  'hot-heat': 'hot, heating side',
  common: 'common',
  heat1: 'heat',
  heat2: 'heat, second stage',
  heat3: 'heat, third stage',
  cool1: 'cooling',
  cool2: 'cooling, second stage',
  fan: 'fan',
  'valve-cool': 'reversing valve',
  'valve-heat': 'reversing valve',
  'valve-either': 'reversing valve',
  emergency: 'emergency heat',
  'valve-close': 'closing the zone valve',
};

function deviceTerminal(sheet: DeviceSheet, role: TerminalRole, singleHot: boolean): string | null {
  if (HOT_ROLES.has(role)) {
    if (singleHot) return sheet.singleR;
    return (
      sheet.terminals.find((t) => t.role === role)?.label ??
      sheet.terminals.find((t) => t.role === 'hot')?.label ??
      null
    );
  }
  const exact = sheet.terminals.find((t) => t.role === role)?.label ?? null;
  // One screw for either marking takes both letters; the setting says which. A valve's closing lead is no such.
  const either = role === 'valve-cool' || role === 'valve-heat' || role === 'valve-either';
  if (exact === null && role === 'valve-either')
    return sheet.terminals.find((t) => t.role === 'valve-cool' || t.role === 'valve-heat')?.label ?? null;
  return exact ?? (either ? (sheet.terminals.find((t) => t.role === 'valve-either')?.label ?? null) : null);
}

const AUX_ROLES: readonly TerminalRole[] = ['heat1', 'heat2', 'heat3'];

/** The device's terminals for auxiliary heat, in the order it calls them, against the conductors that ask for it. */
export function auxTerminals(system: LowVoltageSystem, sheet: DeviceSheet): Map<TerminalRole, string> {
  const own = sheet.auxTerminals ?? AUX_ROLES.flatMap((r) => sheet.terminals.find((t) => t.role === r)?.label ?? []);
  return new Map(system.auxRoles.flatMap((role, i) => (own[i] === undefined ? [] : [[role, own[i]] as const])));
}

/** The screw of the device for a coded shared core. */
export const sharedScrew = (sheet: DeviceSheet): string | null =>
  sheet.terminals.find((t) => t.role === 'splitter')?.label ?? null;

/** Plans for one device, with the cores the chosen power way takes over. */
export function planWiring(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
  takeovers: readonly Takeover[],
  kit: PowerKit | null = null,
  trickleMilliamps: number | null = null,
): WiringPlan {
  const all = readCores(job);
  const cores = all.filter((c) => !isSensorLead(c));
  const sensor = planSensorPair(job, sheet, all);
  const findings: Finding[] = [...sensor.findings];
  const labels = boardLabels(job);
  const taken = new Map(takeovers.map((t) => [t.conductor, t]));
  const singleHot = system.transformers === 1 || cores.filter((c) => HOT_ROLES.has(roleOf(c) ?? 'fault')).length < 2;
  const aux = isHeatPump(system) ? auxTerminals(system, sheet) : null;
  const rows: PlanRow[] = [];
  const used = new Set<string>();
  const missing = new Set<TerminalRole>();
  const place = (core: Core): void => {
    const takeover = taken.get(core.id);
    const role = takeover?.role ?? roleOf(core);
    const base = { conductor: core.id, colour: core.colour, oldWall: core.wall ?? null, oldBoard: core.board ?? null };
    const capped = (why: string): void => {
      rows.push({ ...base, newWall: null, newBoard: core.board ?? null, function: 'not used', why });
      findings.push(finding('plan.unused-conductor', { colour: core.colour, why }, [`conductor:${core.id}`], why));
    };
    if (!role) {
      capped(core.cut ? 'cut short' : 'spare');
      return;
    }
    const target =
      takeover?.onto ??
      (aux && AUX_ROLES.includes(role) && !takeover ? (aux.get(role) ?? null) : deviceTerminal(sheet, role, singleHot));
    if (role === 'common' && target !== null && !takeover && system.common !== 'both-ends' && core.wall === undefined) {
      capped('no common reaches the wall on it');
      return;
    }
    if (kit?.shared === core.id) {
      const screw = kit.kind === 'extender' ? sharedScrew(sheet) : null;
      if (screw) used.add(screw);
      rows.push({
        ...base,
        newWall: screw,
        ...(screw ? {} : { joined: true as const }),
        newBoard: kit.screw ?? SHARED,
        function: 'cooling and fan',
        why: 'one core carries both calls to the module',
      });
      return;
    }
    if (target === null && role === 'emergency') {
      findings.push(
        finding('plan.emergency-by-device', { device: sheet.name }, [`conductor:${core.id}`], `${sheet.name} has no E`),
      );
      capped('the device calls emergency heat by its auxiliary terminal');
      return;
    }
    if (target === null) {
      if (FUNCTION[role] && role !== 'common') missing.add(role);
      capped(role === 'common' ? `${sheet.name} has no C` : `${sheet.name} has no terminal for it`);
      return;
    }
    if (used.has(target)) {
      // A second transformer's R with nowhere to go is a side of the system left dead.
      if (HOT_ROLES.has(role) && system.transformers === 2) missing.add(role);
      capped(HOT_ROLES.has(role) ? 'one R of this transformer is enough' : `${target} is already taken`);
      return;
    }
    used.add(target);
    const board = takeover && takeover.onto === undefined ? (labels.get(role) ?? 'C') : (core.board ?? null);
    const why =
      takeover?.why ??
      (HOT_ROLES.has(role)
        ? singleHot
          ? `a single R lands on ${sheet.singleR} of this device`
          : 'each transformer keeps its own R'
        : `${FUNCTION[role] ?? role} by the board’s letter`);
    rows.push({ ...base, newWall: target, newBoard: board, function: FUNCTION[role] ?? role, why });
  };
  for (const core of cores) place(core);
  const fanRow = (): boolean => rows.some((r) => r.newWall !== null && r.function === FUNCTION.fan);
  for (const t of takeovers) {
    if (t.added === undefined) continue;
    const target = deviceTerminal(sheet, t.role, singleHot);
    if (target === null || used.has(target)) continue;
    used.add(target);
    rows.push({
      conductor: t.conductor,
      colour: t.added,
      oldWall: null,
      newWall: target,
      oldBoard: null,
      newBoard: labels.get(t.role) ?? 'C',
      function: FUNCTION[t.role] ?? t.role,
      why: t.why,
    });
  }
  rows.push(...sensor.rows);
  for (const role of missing) {
    findings.push(
      finding(
        'plan.no-terminal',
        { function: FUNCTION[role] ?? role, device: sheet.name },
        ['device'],
        `${sheet.name} terminals: ${sheet.terminals.map((x) => x.label).join(' ')}`,
      ),
    );
  }
  const seenScrews = job.survey.equipment.boardScrews;
  if (seenScrews)
    for (const r of rows) {
      const known = r.newBoard === null || r.newBoard === (kit?.screw ?? SHARED) || r.newBoard === r.oldBoard;
      if (!known && !seenScrews.includes(r.newBoard ?? ''))
        findings.push(
          finding('plan.no-board-screw', { terminal: r.newBoard ?? '' }, [`board.${r.newBoard}`], seenScrews.join(' ')),
        );
    }
  const apart = kit?.kind === 'separate-transformer';
  const jumpers = jumperActions(job, apart ? { ...system, transformers: 2 } : system, sheet);
  const boardLinks = takeovers.flatMap((t) => (t.joinAtBoard ? [t.joinAtBoard] : []));
  const fanWired = kit?.shared !== undefined || fanRow();
  const accessories = planAccessories(job, sheet, {
    commonAtWall: rows.some((r) => r.newWall !== null && r.function === FUNCTION.common),
    fanCall: fanWired,
  });
  const fanLabel = labels.get('fan') ?? 'G';
  const fanLinked = boardLinks.some((l) => l.includes(fanLabel)) || system.air.cooling === 'link';
  findings.push(...airFindings(withPlannedFan(system, { fanWired, fanLinked })));
  findings.push(...accessories.findings);
  const letters = kitLetters(job, system, sheet);
  const more = [
    ...(kit
      ? kitSteps(kit, sheet, {
          board: letters.board,
          cool: letters.device.cool,
          fan: letters.device.fan,
          core: cores.find((c) => c.id === kit.shared)?.colour ?? 'the shared core',
        })
      : []),
    ...accessories.planned.flatMap((a) => a.steps),
  ];
  return {
    rows,
    jumpers,
    steps: workSteps(rows, jumpers, boardLinks, more, job.survey.equipment.splicesOnly),
    boardLinks,
    fanWired,
    fanLinked,
    kit,
    trickleMilliamps,
    byHand:
      kit?.kind === 'splitter'
        ? sheet.terminals.filter((t) => t.role === 'cool1' || t.role === 'fan').map((t) => t.label)
        : [],
    accessories: accessories.planned,
    questions: accessories.questions,
    findings,
  };
}

/** Heat or cooling that this plan would run without air. */
function airFindings(system: LowVoltageSystem): Finding[] {
  const { air } = system;
  const findings: Finding[] = [];
  if (air.heating === 'missing' || air.heating === 'unknown') {
    const heat =
      system.fuel === 'electric'
        ? 'Electric heat'
        : system.plant === 'hydronic-air-handler'
          ? 'A hot-water coil'
          : 'This heat';
    findings.push(
      finding(
        'air.heat-without-fan',
        { heat },
        ['terminal:G'],
        air.heating === 'unknown' ? 'nobody has seen what starts the blower' : 'no fan conductor in the plan',
      ),
    );
  }
  if (air.cooling === 'missing')
    findings.push(finding('air.cooling-without-fan', {}, ['terminal:G'], 'no fan conductor, no link'));
  return findings;
}

/** The letters a power kit meets at the board and on the device. */
export function kitLetters(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
): Record<'board' | 'device', KitLetters> {
  const { label } = equipmentCircuit(job, system);
  const on = (role: TerminalRole, usual: string): string =>
    sheet.terminals.find((t) => t.role === role)?.label ?? usual;
  return {
    board: { hot: label('hot'), common: label('common'), cool: label('cool1'), fan: label('fan') },
    device: { hot: sheet.singleR, common: on('common', 'C'), cool: on('cool1', 'Y'), fan: on('fan', 'G') },
  };
}

/** Wall terminals the plan wires, in plate order. */
export const wiredTerminals = (sheet: DeviceSheet, plan: WiringPlan): string[] =>
  sheet.terminals
    .map((t) => t.label)
    .filter((label) => plan.byHand.includes(label) || plan.rows.some((r) => r.newWall === label && !r.pair));
