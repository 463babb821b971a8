/** What the strip draws of a survey and of a plan. */
import type { DeviceSheet } from '@core/devices/sheet';
import type { Job } from '@core/job/schema';
import type { WiringPlan } from '@core/lowvoltage/plan';
import { landedOn } from '@core/survey/landing';
import { PLATE_ORDER, terminalInfo } from '@core/survey/terminals.data';
import type { StripConductor, StripRow } from '../../ui/strip';

const ordered = (labels: Iterable<string>): string[] =>
  [...new Set(labels)].sort((a, b) => {
    const ia = PLATE_ORDER.indexOf(a);
    const ib = PLATE_ORDER.indexOf(b);
    return (ia < 0 ? 999 : ia) - (ib < 0 ? 999 : ib) || a.localeCompare(b);
  });

/** Screws every survey starts with; numbered letters replace plain ones once they are used. */
const USUAL = ['R', 'C', 'W', 'Y', 'G'];

/** Rows for a survey: the usual screws, whatever is used, and the extra ones asked for. */
export function surveyRows(job: Job, extra: readonly string[]): StripRow[] {
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

export function surveyConductors(job: Job): StripConductor[] {
  return Object.entries(job.survey.conductors)
    .filter(([, c]) => c.cable === 'main')
    .map(([id, c]) => {
      const wall = landedOn(c, 'wall') ?? null;
      const board = c.board ? (landedOn(c, 'board') ?? null) : wall;
      const wallColour = c.wall?.colour ?? c.board?.colour ?? 'unnamed';
      const cut = c.wall?.state === 'cut' || c.board?.state === 'cut';
      return {
        id,
        wall,
        board,
        wallColour,
        boardColour: c.board?.colour ?? wallColour,
        boardAssumed: c.board === undefined && wall !== null,
        ...(cut ? { cut: true, note: 'cut' } : wall === null && board === null ? { note: 'spare' } : {}),
      };
    });
}

/** Rows for a plan: each conductor's new screws on one row, then the device's free screws. */
export function planRows(sheet: DeviceSheet, plan: WiringPlan): StripRow[] {
  const rows: StripRow[] = sheet.terminals.map((t) => {
    const row = plan.rows.find((r) => r.newWall === t.label);
    return { wall: t.label, board: row?.newBoard ?? null };
  });
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
