/**
 * The terminal plan: which conductor goes from where to where, at the wall and at the board, what
 * becomes of the jumpers, and the steps to do it. Planned by what the board's letter does, never by colour.
 */
import type { DeviceSheet } from '../devices/sheet';
import { type Finding, finding, type Question } from '../findings/finding';
import type { Job } from '../job/schema';
import { HOT_ROLES, type TerminalRole, terminalInfo } from '../survey/terminals.data';
import { accessoryElements } from './accessories/circuit';
import { type PlannedAccessory, planAccessories } from './accessories/plan';
import { conductorOhmsOf } from './conductor-ohms';
import { type Core, readCores, roleOf } from './cores';
import { boardLabels, contactsFor, equipmentCircuit } from './equipment';
import type { Installed } from './installed';
import { type KitLetters, kitSteps, kitWiring, type PowerKit, SHARED } from './power-kits';
import { isHeatPump, type LowVoltageSystem } from './system';

export interface PlanRow {
  conductor: string;
  colour: string;
  oldWall: string | null;
  /** null: capped and kept. */
  newWall: string | null;
  oldBoard: string | null;
  newBoard: string | null;
  function: string;
  why: string;
}

export interface JumperAction {
  id: string;
  what: string;
  why: string;
}

export interface WorkStep {
  id: string;
  /** Where the installer stands. */
  place: 'wall' | 'board';
  what: string;
  /** "conductor:k1" or a screw, for lighting it up. */
  about: string;
}

export interface WiringPlan {
  rows: PlanRow[];
  jumpers: JumperAction[];
  steps: WorkStep[];
  /** Board screws joined by the plan. */
  boardLinks: [string, string][];
  /** A part put into the circuit to power the device. */
  kit: PowerKit | null;
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
  // One screw for either marking takes both letters; the setting says which.
  return (
    exact ?? (role.startsWith('valve') ? (sheet.terminals.find((t) => t.role === 'valve-either')?.label ?? null) : null)
  );
}

/** Plans for one device, with the cores the chosen power way takes over. */
export function planWiring(
  job: Job,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
  takeovers: readonly Takeover[],
  kit: PowerKit | null = null,
): WiringPlan {
  const cores = readCores(job);
  const findings: Finding[] = [];
  const labels = boardLabels(job);
  const taken = new Map(takeovers.map((t) => [t.conductor, t]));
  const singleHot = cores.filter((c) => HOT_ROLES.has(roleOf(c) ?? 'fault')).length < 2;
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
    const target = takeover?.onto ?? deviceTerminal(sheet, role, singleHot);
    if (role === 'common' && target !== null && !takeover && system.common !== 'both-ends' && core.wall === undefined) {
      capped('no common reaches the wall on it');
      return;
    }
    if (kit?.shared === core.id) {
      rows.push({
        ...base,
        newWall: SHARED,
        newBoard: SHARED,
        function: 'cooling and fan',
        why: 'one core carries both calls to the module',
      });
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
      capped(`${target} is already taken`);
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
  const apart = kit?.kind === 'separate-transformer';
  const jumpers = jumperActions(job, apart ? { ...system, transformers: 2 } : system, sheet);
  const boardLinks = takeovers.flatMap((t) => (t.joinAtBoard ? [t.joinAtBoard] : []));
  const accessories = planAccessories(job, sheet, {
    commonAtWall: rows.some((r) => r.newWall !== null && r.function === FUNCTION.common),
    fanCall: kit?.shared !== undefined || rows.some((r) => r.newWall !== null && r.function === FUNCTION.fan),
  });
  findings.push(...accessories.findings);
  const letters = kitLetters(job, system, sheet);
  const more = [
    ...(kit ? kitSteps(kit, sheet, { board: letters.board, cool: letters.device.cool, fan: letters.device.fan }) : []),
    ...accessories.planned.flatMap((a) => a.steps),
  ];
  return {
    rows,
    jumpers,
    steps: workSteps(rows, jumpers, boardLinks, more),
    boardLinks,
    kit,
    byHand:
      kit?.kind === 'splitter'
        ? sheet.terminals.filter((t) => t.role === 'cool1' || t.role === 'fan').map((t) => t.label)
        : [],
    accessories: accessories.planned,
    questions: accessories.questions,
    findings,
  };
}

/** The letters a power kit meets at the board and on the device. */
function kitLetters(job: Job, system: LowVoltageSystem, sheet: DeviceSheet): Record<'board' | 'device', KitLetters> {
  const { label } = equipmentCircuit(job, system);
  const on = (role: TerminalRole, usual: string): string =>
    sheet.terminals.find((t) => t.role === role)?.label ?? usual;
  return {
    board: { hot: label('hot'), common: label('common'), cool: label('cool1'), fan: label('fan') },
    device: { hot: sheet.singleR, common: on('common', 'C'), cool: on('cool1', 'Y'), fan: on('fan', 'G') },
  };
}

function jumperActions(job: Job, system: LowVoltageSystem, sheet: DeviceSheet): JumperAction[] {
  const actions: JumperAction[] = Object.entries(job.survey.jumpers)
    .filter(([, j]) => j.place === 'wall')
    .map(([id, j]) => ({
      id: `leave-${id}`,
      what: `Leave the jumper ${j.a} to ${j.b} on the old plate`,
      why: 'It belongs to the old thermostat.',
    }));
  const between = sheet.jumper.between.join(' to ');
  if (sheet.jumper.kind === 'internal') {
    actions.push(
      system.transformers === 1
        ? { id: 'internal', what: `Fit no jumper: the device joins ${between} itself`, why: 'One transformer.' }
        : {
            id: 'separate',
            what: `Set ${between} to separate in the device`,
            why: 'Two transformers must stay apart.',
          },
    );
  } else if (sheet.jumper.kind === 'wire') {
    actions.push(
      system.transformers === 1
        ? { id: 'fit', what: `Leave the device’s own jumper ${between} in`, why: 'One transformer feeds both sides.' }
        : {
            id: 'remove',
            what: `Take the device’s own jumper ${between} out`,
            why: 'Two transformers must stay apart.',
          },
    );
  }
  return actions;
}

function workSteps(
  rows: readonly PlanRow[],
  jumpers: readonly JumperAction[],
  boardLinks: readonly [string, string][],
  more: readonly WorkStep[],
): WorkStep[] {
  const steps: WorkStep[] = [];
  const landed = rows.filter((r) => r.newWall !== null);
  for (const r of rows) {
    if (r.oldWall)
      steps.push({
        id: `label-${r.conductor}`,
        place: 'wall',
        what: `Label ${r.colour} “${r.oldWall}”, take it off`,
        about: `conductor:${r.conductor}`,
      });
  }
  for (const r of rows) {
    if (r.newBoard !== r.oldBoard && r.newBoard !== null && r.newWall !== null) {
      steps.push({
        id: `board-${r.conductor}`,
        place: 'board',
        what: `Land ${r.colour} on ${r.newBoard} at the board, tug it`,
        about: `conductor:${r.conductor}`,
      });
    }
  }
  for (const [a, b] of boardLinks) {
    steps.push({
      id: `join-${a}-${b}`,
      place: 'board',
      what: `Join ${a} to ${b} at the board with a short jumper, tug it`,
      about: `board.${a}`,
    });
  }
  steps.push(...more.filter((m) => m.place === 'board'));
  for (const j of jumpers) steps.push({ id: `jumper-${j.id}`, place: 'wall', what: j.what, about: 'jumper' });
  for (const r of landed) {
    steps.push({
      id: `land-${r.conductor}`,
      place: 'wall',
      what: `Land ${r.colour} on ${r.newWall}, tug it, no bare copper showing`,
      about: `conductor:${r.conductor}`,
    });
  }
  steps.push(...more.filter((m) => m.place === 'wall'));
  for (const r of rows) {
    if (r.newWall === null)
      steps.push({
        id: `cap-${r.conductor}`,
        place: 'wall',
        what: `Cap ${r.colour} and coil it, reachable`,
        about: `conductor:${r.conductor}`,
      });
  }
  steps.push({
    id: 'tuck',
    place: 'wall',
    what: 'Tuck the slack back, seal the hole, level the plate',
    about: 'plate',
  });
  return steps;
}

/** The wiring as it will be once the plan is carried out. */
export function installedAsPlanned(
  job: Job,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
  plan: WiringPlan,
  openVolts?: number,
): Installed {
  const equipment = equipmentCircuit(job, system, openVolts);
  const wired = new Set(plan.rows.map((r) => r.newWall));
  const apart = plan.kit?.kind === 'separate-transformer';
  const common = sheet.terminals.find((t) => t.role === 'common')?.label;
  const hotRow = plan.rows.find((r) => r.newWall !== null && HOT_ROLES.has(terminalInfo(r.newWall)?.role ?? 'fault'));
  const hot = hotRow?.newWall ?? sheet.singleR;
  const coolHot = sheet.terminals.find((t) => t.role === 'hot-cool')?.label;
  const feed = system.transformers === 2 && coolHot && wired.has(coolHot) ? coolHot : hotRow?.newWall;
  const wallLinks: [string, string][] = [];
  const [a, b] = sheet.jumper.between;
  if (system.transformers === 1 && !apart && sheet.jumper.kind !== 'none' && a && b) wallLinks.push([a, b]);
  const letters = kitLetters(job, system, sheet);
  const kit = plan.kit ? kitWiring(plan.kit, letters.board, { ...letters.device, hot }) : null;
  const coded = plan.kit?.kind === 'extender';
  const commonAtWall = common !== undefined && wired.has(common) ? common : null;
  const contacts = contactsFor(sheet.terminals).filter((c) => !(coded && (c.role === 'cool1' || c.role === 'fan')));
  const powered = common && (wired.has(common) || apart);
  const device = powered && feed ? { hot: apart ? (plan.kit?.feed ?? feed) : feed, common, va: sheet.supply.va } : null;
  const accessoryContacts = plan.accessories.map((x): Installed['contacts'][number] => {
    const [first = 'ACC+', second] = x.terminals;
    return { from: x.fed || x.isolated ? hot : (second ?? hot), to: first, role: 'accessory' };
  });
  return {
    conductors: plan.rows.map((r) => ({
      id: r.conductor,
      colour: r.colour,
      wall: r.newWall ?? undefined,
      board: r.newBoard ?? undefined,
      ohms: conductorOhmsOf(job, r.conductor),
    })),
    wallScrews: [...new Set([...sheet.terminals.map((t) => t.label), ...(kit?.wallScrews ?? [])])],
    boardScrews: [
      ...new Set([
        ...equipment.screws,
        ...(kit?.boardScrews ?? []),
        ...plan.rows.flatMap((r) => (r.newBoard ? [r.newBoard] : [])),
      ]),
    ],
    wallLinks,
    boardLinks: [
      ...plan.boardLinks,
      ...Object.values(job.survey.jumpers)
        .filter((j) => j.place === 'board')
        .map((j): [string, string] => [j.a, j.b]),
    ],
    contacts: [...contacts, ...(kit?.contacts ?? []), ...accessoryContacts],
    device,
    transformers: equipment.transformers,
    loads: equipment.loads,
    extra: [
      ...equipment.extra,
      ...(kit?.elements ?? []),
      ...plan.accessories.flatMap((x) =>
        accessoryElements(x, { wall: commonAtWall, board: equipment.label('common') }),
      ),
    ],
    points: equipment.points,
    ...(isHeatPump(system) ? { valveMarking: system.reversingValve ?? 'O' } : {}),
  };
}

/** Wall terminals the plan wires, in plate order. */
export const wiredTerminals = (sheet: DeviceSheet, plan: WiringPlan): string[] =>
  sheet.terminals
    .map((t) => t.label)
    .filter((label) => plan.byHand.includes(label) || plan.rows.some((r) => r.newWall === label));
