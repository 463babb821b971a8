/**
 * Which cable is which, shown by its readings: the supply reads its volts with the cores parted, the load reads the
 * heaters' ohms with everything dead. A single pair that is live is a switch loop: one leg broken, the other joined
 * behind, and the heater in series with whatever bridges it.
 */
import { type NominalVolts, readSupply, type SupplyRead, type SupplyVolts } from '../mains/supply';
import { OPEN_CIRCUIT_OHMS } from '../units/figure';
import type { HeaterSurvey } from './survey';

/** Between cores or to earth, a live pair reads at least this; stray voltage of a parted core stays below. */
export const LIVE_VOLTS = 90;
/** A dead pair on a good meter reads less; what lies between is stray, or a half-made joint. */
export const DEAD_VOLTS = 30;
/** No heater has more; more is an open element, a cut-out, or a broken joint. */
export const OPEN_OHMS = 1000;

export type CableRole = 'supply' | 'load' | 'loop' | 'onward' | 'open' | 'stray' | 'unknown';

export interface CableRead {
  id: string;
  name: string;
  role: CableRole;
  /** In words: "238 V between its cores". */
  why: string;
  /** By a reading, or by what somebody traced. */
  by: 'reading' | 'traced' | 'nothing';
}

export interface Wall {
  cables: CableRead[];
  supply: CableRead | null;
  load: CableRead | null;
  /** Both supply and load in the box, a switch loop, or not known yet. */
  kind: 'four-core' | 'two-core' | null;
  volts: number | null;
  /** Which supply it is, by the region's own. */
  told: SupplyRead;
  /** What was read of it. */
  supplyVolts: SupplyVolts;
  nominal: NominalVolts | null;
  /** Both supply conductors live; null until each was read to earth, or one supply only can be so. */
  twoHots: boolean | null;
  /** A neutral in the box; null while it is not known. */
  neutral: boolean | null;
}

/** A cable as people call it: its name, or its number. */
export const cableName = (survey: Pick<HeaterSurvey, 'cables'>, id: string): string =>
  survey.cables[id]?.name ?? `Cable ${Object.keys(survey.cables).indexOf(id) + 1}`;

function roleOf(cable: HeaterSurvey['cables'][string], alone: boolean): Omit<CableRead, 'id' | 'name'> {
  const { liveVolts, ohms, traced } = cable;
  if (liveVolts !== undefined) {
    const v = `${liveVolts.toFixed(0)} V between its cores`;
    if (liveVolts >= LIVE_VOLTS) return { role: alone ? 'loop' : 'supply', why: v, by: 'reading' };
    if (liveVolts > DEAD_VOLTS) return { role: 'stray', why: `${v}: neither live nor dead`, by: 'reading' };
    if (ohms !== undefined && ohms < OPEN_OHMS)
      return { role: 'load', why: `${v}, ${ohms.toFixed(1)} Ω dead`, by: 'reading' };
    if (ohms !== undefined)
      return {
        role: 'open',
        why: `${v}, ${ohms >= OPEN_CIRCUIT_OHMS ? 'open' : `${ohms.toFixed(0)} Ω`} dead`,
        by: 'reading',
      };
  }
  // What reads dead with the supply on is no supply, whoever traced it.
  if (traced && !(traced === 'supply' && liveVolts !== undefined)) return { role: traced, why: 'traced', by: 'traced' };
  return {
    role: 'unknown',
    why: liveVolts === undefined ? 'not read with the supply on' : 'ohms not read',
    by: 'nothing',
  };
}

/** Which cable is supply and which is load, by what is read of them. */
export function readWall(survey: HeaterSurvey): Wall {
  const entries = Object.entries(survey.cables);
  const cables = entries.map(
    ([id, cable]): CableRead => ({ id, name: cableName(survey, id), ...roleOf(cable, entries.length === 1) }),
  );
  const supplies = cables.filter((c) => c.role === 'supply' || c.role === 'loop');
  const loads = cables.filter((c) => c.role === 'load');
  const supply = supplies.length === 1 ? (supplies[0] ?? null) : null;
  // One load read and no other: an onward pair that is traced leads on to another heater.
  const load = loads.length === 1 ? (loads[0] ?? null) : null;
  const read = supply ? survey.cables[supply.id] : undefined;
  const volts = read?.liveVolts ?? null;
  const supplyVolts = { between: read?.liveVolts, first: read?.firstToEarth, second: read?.secondToEarth };
  const told = readSupply(survey.region, supplyVolts);
  const kind = supply === null ? null : supply.role === 'loop' ? 'two-core' : load ? 'four-core' : null;
  const { twoHots } = told;
  return {
    cables,
    supply,
    load,
    kind,
    volts,
    supplyVolts,
    told,
    nominal: told.nominal,
    twoHots,
    neutral: supply?.role === 'loop' ? false : told.kind ? told.kind.neutral : twoHots === true ? false : null,
  };
}
