/**
 * What stands at the equipment of a 24 V house, from what somebody saw there: the letters of its board and what hangs
 * on each, transformers, an outdoor unit at the end of its own cable, zones. Read here from the survey itself and not
 * from the system that the product makes of it, so that a wrong reading of it meets a house that is otherwise.
 */

import type { CircuitElement } from '../../src/core/circuit/netlist';
import type { Point } from '../../src/core/circuit/point';
import type { LowVoltageJob } from '../../src/core/job/schema';
import type { Installed, InstalledLoad, InstalledTransformer } from '../../src/core/lowvoltage/installed';
import { coilsOf, factsOf, WET } from './coils';
import { type Behind, type Screw, screwsOf } from './letters';
import { outdoors } from './outdoors';
import { transformersOf } from './transformers';
import { zonesOf } from './zones';

export interface Equipment {
  transformers: InstalledTransformer[];
  loads: InstalledLoad[];
  /** Every screw of the board. */
  screws: string[];
  /** The board's screw for something, where it has one. */
  screw: (behind: Behind) => string | undefined;
  hot: string;
  common: string;
  /** Parts beyond the board: the outdoor cable, other zones, end switches. */
  parts: CircuitElement[];
  points: Point[];
  links: [string, string][];
  /** In which call the valve of a heat pump is driven; null where there is none. */
  valve: 'O' | 'B' | null;
  electricHeat: boolean;
  /** A fuel furnace behind a heat pump. */
  dual: boolean;
  /** Water carries the heat. */
  wet: boolean;
  /** Y closes a motor valve. */
  closes: boolean;
}

/** Links seen at the board, and the one from Y to G of a board that has the fan run with the compressor. */
function linksOf({ survey }: LowVoltageJob, screw: Equipment['screw']): [string, string][] {
  const links = Object.values(survey.jumpers).flatMap((j): [string, string][] =>
    j.place === 'board' ? [[j.a, j.b]] : [],
  );
  const [y, g] = [screw('cool1') ?? 'Y', screw('fan') ?? 'G'];
  if (survey.equipment.fanWithCooling === 'joined' && screw('fan') === undefined && screw('cool1') !== undefined)
    links.push([y, g]);
  return links;
}

/** @param job with the letters that readings have settled */
export function equipmentOf(job: LowVoltageJob): Equipment {
  const screws = screwsOf(job);
  const screw: Equipment['screw'] = (behind) => screws.find((s) => s.behind === behind)?.letter;
  const facts = factsOf(job, screws);
  const { transformers, heatCommon, coolCommon, hot } = transformersOf(job, screw);
  const noted = job.survey.equipment;
  const onBoard = coilsOf(job, screws, facts).map(
    ({ letter, coil: { inrush, ...coil } }): InstalledLoad => ({
      ...coil,
      terminal: letter,
      common: coil.id.startsWith('heat') ? heatCommon : coolCommon,
      va: noted.loadVA?.[coil.id] ?? coil.va,
      inrushVA: noted.inrushVA?.[coil.id] ?? Math.max(inrush, noted.loadVA?.[coil.id] ?? 0),
    }),
  );
  const common = screw('common') ?? 'C';
  const out = outdoors(job, onBoard, common);
  const heat = screws.find((s) => s.behind === 'heat1')?.letter;
  const zones = zonesOf(job, facts, { hot, common, heat });
  const fossil = facts.fuel !== null && facts.fuel !== 'electric';
  return {
    transformers,
    loads: out.loads,
    screws: [
      ...new Set([
        ...screws.map((s) => s.letter),
        ...transformers.flatMap((t) => [t.hot, t.common]),
        ...onBoard.map((l) => l.terminal),
        ...(noted.boardScrews ?? []),
        common,
      ]),
    ],
    screw,
    hot,
    common,
    parts: [...out.parts, ...zones.parts],
    points: [...out.points, ...zones.points],
    links: linksOf(job, screw),
    valve: facts.valve,
    electricHeat: facts.fuel === 'electric',
    dual: facts.pump && fossil && heatLetters(screws),
    wet: facts.closes || WET.includes(facts.kind),
    closes: facts.closes,
  };
}

const heatLetters = (screws: readonly Screw[]): boolean => screws.some((s) => s.behind.startsWith('heat'));

/** Mains of the region. */
export const hertzThere = ({ survey }: LowVoltageJob): Installed['hertz'] =>
  survey.region === 'EU' || survey.region === 'UK' ? 50 : 60;
