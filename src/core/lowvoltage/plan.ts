/**
 * The terminal plan: which conductor goes from where to where, at the wall and at the board, what
 * becomes of the jumpers, and the steps to do it. Planned by what the board's letter does, never by colour.
 */
import type { DeviceSheet } from '../devices/sheet';
import { type Finding, finding, type Question } from '../findings/finding';
import type { LowVoltageJob } from '../job/schema';
import type { TerminalRole } from '../survey/terminals.data';
import { type PlannedAccessory, planAccessories } from './accessories/plan';
import { withPlannedFan } from './air';
import { readCores } from './cores';
import { boardLabels, equipmentCircuit } from './equipment';
import { FUNCTION, Placing, type Takeover } from './placing';
import { type KitLetters, kitSteps, type PowerKit, SHARED } from './power-kits';
import { isSensorLead, planSensorPair } from './sensor-pair';
import type { LowVoltageSystem } from './system';
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
  const { label } = equipmentCircuit(job, system);
  const placing = new Placing({ job, system, sheet, takeovers, kit, cores, labels, label });
  for (const core of cores) placing.place(core);
  placing.addCables();
  findings.push(...placing.findings);
  const rows = [...placing.rows, ...sensor.rows];
  for (const role of placing.missing) findings.push(noTerminal(role, sheet));
  findings.push(...screwFindings(job, rows, kit));
  const apart = kit?.kind === 'separate-transformer';
  const jumpers = jumperActions(job, apart ? { ...system, transformers: 2 } : system, sheet);
  const boardLinks = takeovers.flatMap((t) => (t.joinAtBoard ? [t.joinAtBoard] : []));
  const fanWired = kit?.shared !== undefined || rows.some((r) => r.newWall !== null && r.function === FUNCTION.fan);
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

/** A call that this device has no screw for. */
const noTerminal = (role: TerminalRole, sheet: DeviceSheet): Finding =>
  finding(
    'plan.no-terminal',
    { function: FUNCTION[role] ?? role, device: sheet.name },
    ['device'],
    `${sheet.name} terminals: ${sheet.terminals.map((x) => x.label).join(' ')}`,
  );

/** Screws of the board that the plan needs, and that were not seen there. */
function screwFindings(job: LowVoltageJob, rows: readonly PlanRow[], kit: PowerKit | null): Finding[] {
  const seen = job.survey.equipment.boardScrews;
  if (!seen) return [];
  return rows.flatMap(({ newBoard, oldBoard }) => {
    const known = newBoard === null || newBoard === (kit?.screw ?? SHARED) || newBoard === oldBoard;
    return known || seen.includes(newBoard)
      ? []
      : [finding('plan.no-board-screw', { terminal: newBoard }, [`board.${newBoard}`], seen.join(' '))];
  });
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
