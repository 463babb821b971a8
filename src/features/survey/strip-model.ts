/** What the strip draws of a survey and of a plan. */
import type { DeviceSheet } from '@core/devices/sheet';
import type { Conductor, LowVoltageJob } from '@core/job/schema';
import type { WiringPlan } from '@core/lowvoltage/plan';
import { landedOn } from '@core/survey/landing';
import { PLATE_ORDER, terminalInfo } from '@core/survey/terminals.data';
import type { StripConductor, StripPlace, StripRow } from '../../ui/strip';

const ordered = (labels: Iterable<string>): string[] =>
  [...new Set(labels)].sort((a, b) => {
    const ia = PLATE_ORDER.indexOf(a);
    const ib = PLATE_ORDER.indexOf(b);
    return (ia < 0 ? 999 : ia) - (ib < 0 ? 999 : ib) || a.localeCompare(b);
  });

/** Screws every survey starts with; numbered letters replace plain ones once they are used. */
const USUAL = ['R', 'C', 'W', 'Y', 'G'];

/** Rows for a survey: the usual screws, whatever is used, and the extra ones asked for. */
export function surveyRows(job: LowVoltageJob, extra: readonly string[]): StripRow[] {
  const used: string[] = [];
  for (const c of Object.values(job.survey.conductors)) {
    if (c.cable !== 'main') continue;
    for (const place of ['wall', 'board'] as const) {
      const terminal = landedOn(c, place);
      if (terminal) used.push(terminal);
    }
  }
  for (const j of Object.values(job.survey.jumpers)) if (j.place !== 'outdoor') used.push(j.a, j.b);
  const roles = new Set(used.map((u) => terminalInfo(u)?.role));
  const usual = USUAL.filter((u) => !roles.has(terminalInfo(u)?.role));
  return ordered([...usual, ...used, ...extra]).map((label) => ({ wall: label, board: label }));
}

export function surveyConductors(job: LowVoltageJob): StripConductor[] {
  return Object.entries(job.survey.conductors)
    .filter(([, c]) => c.cable === 'main')
    .map(([id, c]) => {
      const wall = landedOn(c, 'wall') ?? null;
      const board = c.board ? (landedOn(c, 'board') ?? null) : wall;
      const wallColour = c.wall?.colour ?? c.board?.colour ?? 'unnamed';
      return {
        id,
        wall,
        board,
        wallColour,
        boardColour: c.board?.colour ?? wallColour,
        boardAssumed: c.board === undefined && wall !== null,
        ...noteOf(c, wall === null && board === null),
      };
    });
}

/** Screws an outdoor unit usually has. */
const OUTDOOR_USUAL = ['C', 'Y'];

/** The second cable: board to outdoor unit, drawn as a strip of its own. */
export function outdoorRows(job: LowVoltageJob): StripRow[] {
  const used = Object.values(job.survey.conductors).flatMap((c) =>
    c.cable === 'outdoor' ? [landedOn(c, 'board'), landedOn(c, 'outdoor')].filter((t) => t !== undefined) : [],
  );
  const roles = new Set(used.map((u) => terminalInfo(u)?.role));
  const usual = OUTDOOR_USUAL.filter((u) => !roles.has(terminalInfo(u)?.role));
  return ordered([...usual, ...used]).map((label) => ({ wall: label, board: label }));
}

/** Its conductors, the board on the left and the outdoor unit on the right. */
export const outdoorConductors = (job: LowVoltageJob): StripConductor[] =>
  Object.entries(job.survey.conductors)
    .filter(([, c]) => c.cable === 'outdoor')
    .map(([id, c]) => {
      const board = landedOn(c, 'board') ?? null;
      const wallColour = c.board?.colour ?? c.outdoor?.colour ?? 'unnamed';
      return {
        id,
        wall: board,
        board: c.outdoor ? (landedOn(c, 'outdoor') ?? null) : board,
        wallColour,
        boardColour: c.outdoor?.colour ?? wallColour,
        boardAssumed: c.outdoor === undefined && board !== null,
        ...noteOf(c, board === null && landedOn(c, 'outdoor') === undefined),
      };
    });

/** What is written under a conductor's name: a joint, a cut, a spare. */
function noteOf(c: Conductor, spare: boolean): { cut?: boolean; note?: string } {
  const cut = [c.wall, c.board, c.outdoor].some((e) => e?.state === 'cut');
  if (cut) return { cut: true, note: 'cut' };
  if (spare) return { note: 'spare' };
  return c.splice === undefined ? {} : { note: 'joint' };
}

/** Rows for a plan: each conductor's new screws on one row, then the device's free screws. */
export function planRows(sheet: DeviceSheet, plan: WiringPlan): StripRow[] {
  const rows: StripRow[] = sheet.terminals.map((t) => {
    const row = plan.rows.find((r) => r.newWall === t.label);
    return { wall: t.label, board: row?.newBoard ?? null };
  });
  // The screw of a diode piece is beside the device, not on it.
  for (const r of plan.rows)
    if (r.newWall !== null && !rows.some((x) => x.wall === r.newWall))
      rows.push({ wall: r.newWall, board: r.newBoard });
  const shown = new Set(rows.map((r) => r.board));
  for (const r of plan.rows) {
    if (r.newBoard !== null && !shown.has(r.newBoard)) {
      shown.add(r.newBoard);
      const free = rows.find((x) => x.board === null && x.wall === r.newBoard);
      if (free) free.board = r.newBoard;
      else rows.push({ wall: null, board: r.newBoard });
    }
  }
  return rows;
}

export const planConductors = (plan: WiringPlan): StripConductor[] =>
  plan.rows.map((r) => {
    const added = r.colour.includes('(new cable)');
    const colour = r.colour.replace(' (new cable)', '');
    const [wallColour = colour, boardColour = wallColour] = colour.split('/');
    return {
      id: r.conductor,
      wall: r.newWall,
      board: r.newWall === null ? r.oldBoard : r.newBoard,
      wallColour,
      boardColour,
      ...(r.newWall === null ? { note: 'capped', dim: true } : added ? { note: 'new' } : {}),
    };
  });

/** What an accessory's wire on a screw of the device belongs to. */
export const accessoryBadge =
  (plan: WiringPlan) =>
  (place: StripPlace, terminal: string): string | undefined =>
    place === 'wall' ? plan.accessories.find((a) => a.terminals.includes(terminal))?.accessory.kind : undefined;
