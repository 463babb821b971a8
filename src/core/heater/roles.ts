/**
 * Which cable is which, shown by its readings: the supply reads its volts with the cores parted, the load reads the
 * heaters' ohms with everything dead. A single pair that is live is a switch loop: one leg broken, the other joined
 * behind, and the heater in series with whatever bridges it.
 */
import { type NominalVolts, nominalVolts } from '../mains/supply';
import { OPEN_CIRCUIT_OHMS } from '../units/meter-units';
import type { HeaterSurvey } from './survey';

/** Between cores or to earth, a live pair reads at least this; stray voltage of a parted core stays below. */
export const LIVE_VOLTS = 90;
/** A dead pair on a good meter reads less; what lies between is stray, or a half-made joint. */
export const DEAD_VOLTS = 30;
/** A neutral is within this of earth, V. */
const AT_EARTH = 15;
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

/** What the two conductors of the supply are to earth; null while one of them was not read. */
function hots(cable: HeaterSurvey['cables'][string] | undefined): boolean | null {
  if (cable?.firstToEarth === undefined || cable.secondToEarth === undefined) return null;
  const [low, high] = [cable.firstToEarth, cable.secondToEarth].sort((x, y) => x - y) as [number, number];
  if (low <= AT_EARTH && high >= LIVE_VOLTS) return false;
  return low >= LIVE_VOLTS ? true : null;
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
  const nominal = volts === null ? null : nominalVolts(volts);
  const kind = supply === null ? null : supply.role === 'loop' ? 'two-core' : load ? 'four-core' : null;
  // A loop's far core is behind the heater: what it reads to earth says nothing of a neutral.
  const toEarth = supply?.role === 'loop' ? null : hots(read);
  // North America's 240 and 208 V have no neutral between them, and its 120 V has no second hot.
  const byVolts =
    survey.region === 'NA' && nominal !== null ? nominal === 240 || nominal === 208 : nominal === 230 ? false : null;
  const twoHots = toEarth ?? byVolts;
  return {
    cables,
    supply,
    load,
    kind,
    volts,
    nominal,
    twoHots,
    neutral: supply?.role === 'loop' ? false : twoHots === null ? null : !twoHots,
  };
}
