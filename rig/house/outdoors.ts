/** The cable from the board to the outdoor unit, and a core's whole resistance. */

import type { CircuitElement } from '../../src/core/circuit/netlist';
import type { Point } from '../../src/core/circuit/point';
import { conductorOhms } from '../../src/core/circuit/resistance.data';
import type { LowVoltageJob } from '../../src/core/job/schema';
import type { InstalledLoad } from '../../src/core/lowvoltage/installed';
import { terminalLabel } from '../../src/core/survey/terminals.data';
import { CONTACTOR, SECOND, VALVE } from './coils';

/** A joint that was twisted and not measured, Ω. */
const TWIST_OHMS = 0.05;

/** The whole of a core: its cable's gauge and run, and a joint in it. */
export function coreOhms({ survey }: LowVoltageJob, id: string): number {
  const core = survey.conductors[id];
  const { gauge = 'AWG 18', metres = 15 } = survey.cables[core?.cable ?? 'main'];
  return conductorOhms(gauge, metres) + (core?.splice === undefined ? 0 : (core.spliceOhms ?? TWIST_OHMS));
}

/** The cable from the board to the outdoor unit, and the coils at its end. */
export function outdoors(
  job: LowVoltageJob,
  loads: readonly InstalledLoad[],
  common: string,
): { loads: InstalledLoad[]; parts: CircuitElement[]; points: Point[] } {
  const ends = Object.entries(job.survey.conductors).flatMap(([id, c]) => {
    const at = (end: typeof c.board): string | undefined => (end?.state === 'landed' ? end.terminal : undefined);
    const board = at(c.board);
    const far = c.outdoor === undefined ? board : at(c.outdoor);
    return c.cable === 'outdoor' && board !== undefined && far !== undefined
      ? [{ id, board, far, colour: c.board?.colour ?? c.outdoor?.colour ?? 'a core' }]
      : [];
  });
  const [first] = ends;
  if (!first) return { loads: [...loads], parts: [], points: [] };
  const back = ends.find((e) => terminalLabel(e.far) === 'C');
  const returns = back?.far ?? 'C';
  const goesOut: readonly string[] = [CONTACTOR.id, SECOND.id, VALVE.id];
  const wire = (id: string, name: string, from: string, to: string, of: string): CircuitElement => ({
    kind: 'conductor',
    id,
    name,
    a: `board.${from}`,
    b: `outdoor.${to}`,
    ohms: coreOhms(job, of),
  });
  const parts = ends.map((e) => wire(`conductor:${e.id}`, `${e.colour} to the outdoor unit`, e.board, e.far, e.id));
  // Nobody looked at its return: the unit ran before, so it has one.
  if (!back)
    parts.push(
      wire('unseen:outdoor-common', 'the return from the outdoor unit, not seen yet', common, returns, first.id),
    );
  return {
    loads: loads.map((l) => {
      const fed = ends.find((e) => e.board === l.terminal);
      return fed && goesOut.includes(l.id) ? { ...l, terminal: fed.far, common: returns, outdoor: true } : l;
    }),
    parts,
    points: [...new Set([...ends.map((e) => e.far), returns])].map((far): Point => `outdoor.${far}`),
  };
}
