/**
 * The second cable, from the board to the outdoor unit: its conductors as resistances, and the
 * compressor's and reversing valve's coils at its far end. Without a surveyed outdoor cable the
 * coils stand at the board, which overstates their voltage by the drop of that cable.
 */

import type { CircuitElement } from '../circuit/netlist';
import type { Point } from '../circuit/point';
import { type Finding, finding } from '../findings/finding';
import type { LowVoltageJob } from '../job/schema';
import { colourOf, landedOn } from '../survey/landing';
import { terminalInfo } from '../survey/terminals.data';
import { conductorOhmsOf } from './conductors';
import { boardNode, type InstalledLoad, outdoorNode } from './installed';

/** Loads that live at the outdoor unit. */
const OUTDOOR_LOADS: readonly string[] = ['cool1', 'cool2', 'valve'];

export interface OutdoorCable {
  loads: InstalledLoad[];
  elements: CircuitElement[];
  points: Point[];
}

/** The outdoor cable read from both its ends. */
export function outdoorCable(job: LowVoltageJob, loads: readonly InstalledLoad[]): OutdoorCable {
  const conductors = Object.entries(job.survey.conductors).filter(([, c]) => c.cable === 'outdoor');
  const landed = conductors.flatMap(([id, c]) => {
    const board = landedOn(c, 'board');
    const outdoor = landedOn(c, 'outdoor') ?? (c.outdoor === undefined ? board : undefined);
    return board !== undefined && outdoor !== undefined ? [{ id, c, board, outdoor }] : [];
  });
  if (landed.length === 0) return { loads: [...loads], elements: [], points: [] };
  const seen = landed.find((x) => terminalInfo(x.outdoor)?.role === 'common')?.outdoor;
  const common = seen ?? 'C';
  return {
    loads: loads.map((l) => {
      const fed = landed.find((x) => x.board === l.terminal);
      return fed && OUTDOOR_LOADS.includes(l.id) ? { ...l, terminal: fed.outdoor, common, outdoor: true } : l;
    }),
    elements: [
      ...landed.map(({ id, c, board, outdoor }) => ({
        kind: 'conductor' as const,
        id: `conductor:${id}`,
        name: `${colourOf(c)} to the outdoor unit`,
        a: boardNode(board),
        b: outdoorNode(outdoor),
        ohms: conductorOhmsOf(job, id),
      })),
      // Not seen is not absent: the finding asks for it, and until then the coils have their return.
      ...(seen === undefined && landed[0]
        ? [
            {
              kind: 'conductor' as const,
              id: 'unseen:outdoor-common',
              name: 'the return from the outdoor unit, not seen yet',
              a: boardNode('C'),
              b: outdoorNode(common),
              ohms: conductorOhmsOf(job, landed[0].id),
            },
          ]
        : []),
    ],
    points: [...new Set([...landed.map((x) => outdoorNode(x.outdoor)), outdoorNode(common)])],
  };
}

/** What the outdoor cable lacks for the loads at its end. */
export function outdoorFindings(job: LowVoltageJob, loads: readonly InstalledLoad[]): Finding[] {
  const outdoors = Object.values(job.survey.conductors).filter((c) => c.cable === 'outdoor');
  const boards = outdoors.map((c) => landedOn(c, 'board')).filter((t) => t !== undefined);
  if (boards.length === 0) return [];
  const missing = loads.filter((l) => OUTDOOR_LOADS.includes(l.id) && !l.outdoor).map((l) => l.terminal);
  if (!boards.some((t) => terminalInfo(t)?.role === 'common')) missing.push('C');
  return missing.length > 0
    ? [
        finding(
          'outdoor.missing-conductor',
          { terminals: missing },
          missing.map((t) => `board.${t}`),
          `outdoor cable: ${boards.join(' ')}`,
        ),
      ]
    : [];
}
