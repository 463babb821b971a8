/** The work at the box in its order, what goes on which terminal, and what to bring. */
import { type Point, pointParts } from '../circuit/point';
import type { TerminalPlan } from '../family/landing';
import { type Finding, finding } from '../findings/finding';
import { partMeasure, partReadings } from '../job/readings';
import type { DeadPair, LiveReading } from '../safe/proved';
import { coresOf } from './circuit';
import type { HeaterLoad } from './load';
import { type CableRole, cableName, type Wall } from './roles';
import type { HeaterSheet, TerminalUse } from './sheet';
import { type HeaterSurvey, heaterPointWords } from './survey';
import type { HeaterJob } from './survey-job';

export interface HeaterTerminal extends TerminalPlan<string> {
  use: TerminalUse;
}

const USE_WORDS: Record<TerminalUse, string> = {
  'supply-1': 'supply',
  'supply-2': 'supply, other conductor',
  'load-1': 'load',
  'load-2': 'load, other conductor',
  neutral: 'neutral',
  earth: 'earth',
};

const bare = (point: string): string => point.replace(/^cable\./, '');
const usesOf = (use: TerminalUse): 'supply' | 'load' | 'other' =>
  use.startsWith('supply') || use === 'neutral' ? 'supply' : use.startsWith('load') ? 'load' : 'other';

/** Which core is the neutral: the one at earth potential. */
function neutralFirst(survey: HeaterSurvey, wall: Wall): boolean {
  const cable = wall.supply ? survey.cables[wall.supply.id] : undefined;
  return (cable?.firstToEarth ?? 1e3) < (cable?.secondToEarth ?? 1e3);
}

/** What each terminal of the device is for, and what somebody saw on it. */
export function terminalPlan(survey: HeaterSurvey, wall: Wall, sheet: HeaterSheet): HeaterTerminal[] {
  const cores = coresOf(wall);
  const swapped = wall.twoHots === false && wall.kind === 'four-core' && neutralFirst(survey, wall);
  const [hot, other] = cores ? (swapped ? [cores.supply[1], cores.supply[0]] : cores.supply) : [];
  const meant = (use: TerminalUse): string | null => {
    if (!cores) return null;
    if (use === 'supply-1') return hot ?? null;
    if (use === 'supply-2' || use === 'neutral') return wall.kind === 'two-core' ? null : (other ?? null);
    if (use === 'load-1') return cores.load[0];
    if (use === 'load-2') return wall.kind === 'two-core' ? null : cores.load[1];
    return null;
  };
  const pair = (core: string | null): string | null => core && pointParts(core).part;
  return Object.entries(sheet.terminals).map(([terminal, use]) => {
    const point = meant(use);
    const core = point && bare(point);
    const found = survey.landed[terminal] ?? null;
    // Either core of a pair serves either of its two terminals, but a neutral is a neutral.
    const either = wall.kind === 'four-core' && use !== 'neutral' && wall.twoHots !== false;
    const good =
      found === null
        ? null
        : core === null
          ? false
          : either
            ? pair(found) === pair(core)
            : found === core || (usesOf(use) === 'load' && wall.kind === 'four-core' && pair(found) === pair(core));
    return {
      terminal,
      use,
      core,
      says: point ? (heaterPointWords(survey, point) ?? point) : USE_WORDS[use],
      found,
      good,
    };
  });
}

/** Terminals with the wrong core on them. */
export function wiringFindings(survey: HeaterSurvey, wall: Wall, plan: readonly HeaterTerminal[]): Finding[] {
  return plan.flatMap((t) =>
    t.found !== null && t.good === false
      ? [
          finding(
            wall.load &&
              usesOf(t.use) !== 'other' &&
              pointParts(t.found).part === (usesOf(t.use) === 'load' ? wall.supply : wall.load)?.id
              ? 'heater.exchanged'
              : 'heater.miswired',
            { terminal: t.terminal, found: heaterPointWords(survey, `cable.${t.found}`) ?? t.found, meant: t.says },
            [`terminal:${t.terminal}`],
            'as landed',
          ),
        ]
      : [],
  );
}

/** The work in its order. */
export function heaterSteps(
  survey: HeaterSurvey,
  wall: Wall,
  sheet: HeaterSheet,
  load: HeaterLoad,
  contactor: boolean,
): { id: string; what: string }[] {
  const plan = terminalPlan(survey, wall, sheet).filter((t) => t.core !== null);
  const free =
    wall.kind === 'four-core' && (sheet.needs === 'neutral' || (sheet.poles === 1 && sheet.needs === 'series'));
  return [
    { id: 'earth', what: 'Earth first: every earth in the box together, and to the box or plate where it has a screw' },
    ...plan.map((t) => ({ id: `t-${t.terminal}`, what: `${t.says} to ${t.terminal}` })),
    ...(free
      ? [{ id: 'through', what: 'The other supply core to the other load core, by a connector behind the device' }]
      : []),
    ...(contactor
      ? [{ id: 'contactor', what: 'Contactor: its coil to the load cores, its contacts between supply and heaters' }]
      : []),
    ...(load.units.length > 1
      ? [
          {
            id: 'parallel',
            what: `${load.units.length} heaters in parallel: first cores together, second cores together`,
          },
        ]
      : []),
    ...(survey.aluminium
      ? [
          {
            id: 'aluminium',
            what: 'Aluminium cores: connectors listed for aluminium to copper, torqued; never under a plain screw',
          },
        ]
      : []),
    { id: 'tug', what: 'Tug every core; no bare copper showing; insulation not under a screw' },
    { id: 'seat', what: `Fold the cores, seat the device about 1.5 m up, away from the heater’s own warm air` },
    { id: 'mark', what: 'Write its circuit beside the breaker' },
  ];
}

/** What to have in hand before the van is left. */
export function heaterKit(
  sheet: HeaterSheet | null,
  contactor: boolean,
  survey: HeaterSurvey,
): { id: string; name: string; why: string }[] {
  const kit = [
    { id: 'tester', name: 'Two-pole tester and proving unit', why: 'prove, test, prove' },
    { id: 'meter', name: 'Meter and clamp', why: 'which pair is which; amperes' },
    { id: 'megger', name: 'Insulation tester, 500 V DC', why: 'heaters to earth' },
    { id: 'lock', name: 'Lock and tag for the breaker', why: 'nobody switches it on' },
    {
      id: 'connectors',
      name: 'Connectors for these cores',
      why: survey.aluminium ? 'listed for aluminium' : 'short or parted cores',
    },
    { id: 'thermometer', name: 'Air thermometer', why: 'the room’s rise' },
  ];
  if (sheet) kit.push({ id: 'device', name: sheet.name, why: 'the device itself' });
  if (contactor)
    kit.push({ id: 'contactor', name: 'Contactor and its enclosure', why: 'more than the device carries' });
  return kit;
}

const hotCore = (cable: HeaterSurvey['cables'][string] | undefined): '1' | '2' =>
  (cable?.secondToEarth ?? 0) > (cable?.firstToEarth ?? 0) ? '2' : '1';
const LOAD_ROLES: ReadonlySet<CableRole> = new Set(['load', 'onward', 'open']);

/**
 * Every pair of the box that must be dead: within each cable, across them, and each core to earth. What leads to heaters
 * alone has no supply of its own there: it is read for one that does not belong.
 */
export function deadPairs(survey: HeaterSurvey, wall: Wall): { pairs: DeadPair[]; live: DeadPair[] } | undefined {
  const ids = Object.keys(survey.cables);
  if (ids.length === 0) return undefined;
  const name = (id: string): string => cableName(survey, id);
  const own = (id: string): boolean =>
    !wall.cables.some((c) => c.id === id && c.by === 'reading' && LOAD_ROLES.has(c.role));
  const foreign = (...of: string[]): { foreign?: true } => (of.some(own) ? {} : { foreign: true });
  const within = ids.map(
    (id): DeadPair => ({ a: `cable.${id}.1`, b: `cable.${id}.2`, what: `${name(id)}, core to core`, ...foreign(id) }),
  );
  const across = ids.slice(1).map(
    (id, i): DeadPair => ({
      a: `cable.${ids[i]}.1`,
      b: `cable.${id}.1`,
      what: `${name(ids[i] ?? '')} to ${name(id)}, first cores`,
      // One of the two carries no supply: nothing could have read live between them.
      ...(own(ids[i] ?? '') && own(id) ? {} : { foreign: true }),
    }),
  );
  const earth = ids.flatMap((id) =>
    (['1', '2'] as const).map(
      (c): DeadPair => ({
        a: `cable.${id}.${c}`,
        b: 'earth',
        what: `${name(id)}, ${c === '1' ? 'first' : 'second'} core to earth`,
        ...foreign(id),
      }),
    ),
  );
  const pairs = [...within, ...across, ...earth];
  const live = ids.filter(own).flatMap((id): DeadPair[] => [
    ...within.filter((p) => p.a === `cable.${id}.1`),
    // A neutral reads nothing to earth: the core that is known to be hot, else the first.
    ...earth.filter((p) => p.a === `cable.${id}.${hotCore(survey.cables[id])}`),
  ]);
  return { pairs, live };
}

/** Readings of a cable with its supply on, by the points they are between. */
const LIVE_MEASURES: Readonly<Record<string, readonly [string, string]>> = {
  [partMeasure('cable-live')]: ['1', '2'],
  [partMeasure('cable-first')]: ['1', 'earth'],
  [partMeasure('cable-second')]: ['2', 'earth'],
};

/** What the survey read with the supply on, as readings between points. */
export const liveOfCables = (job: HeaterJob): LiveReading[] =>
  partReadings(job).flatMap((r): LiveReading[] => {
    const ends = LIVE_MEASURES[r.measure ?? ''];
    if (!ends || r.of === undefined) return [];
    const [a, b] = ends.map((e): Point => (e === 'earth' ? 'earth' : `cable.${r.of}.${e}`)) as [Point, Point];
    return [{ at: r.at, value: r.value, quantity: r.quantity, a, b }];
  });
