/** The first start: what the device asks or shows in its order, what to answer or see, and what that means when it is not so. */
import type { FloorSurvey, ProbeType } from '../job/floor-schema';
import { fixed } from '../units/units';
import type { FloorLoad } from './load';
import type { FloorSheet, StartStep } from './sheet';
import { probeName } from './thermistor';

export interface StartItem {
  id: StartStep;
  /** What the device asks or shows. */
  ask: string;
  /** Answers side by side, or a figure to read off. */
  kind: 'choice' | 'celsius' | 'watts';
  options: { value: string; label: string }[];
  /** The right answer, or the band for a figure; null while the survey cannot say. */
  expected: { value: string; label: string } | { low: number; high: number } | null;
  why: string;
  /** What was said, and whether it is as expected; null until then. */
  said: string | null;
  ok: boolean | null;
  /** What a wrong answer points at. */
  otherwise: string;
}

export interface StartFacts {
  survey: FloorSurvey;
  sheet: FloorSheet;
  load: FloorLoad | null;
  probe: ProbeType | null;
  /** What the display should show. */
  shows: { low: number; high: number } | null;
  mode: { value: string; label: string };
  limitCelsius: number | null;
  contactor: boolean;
}

const pick = (value: string, label = value): { value: string; label: string } => ({ value, label });
const yesNo = (yes: string, no: string): { value: string; label: string }[] => [pick('yes', yes), pick('no', no)];

/** A meter built into a thermostat is good to about this, mains tolerance besides. */
const LOAD_TOLERANCE = 0.1;

/** Watts that a meter in the device may show, within its tolerance. */
export const loadBand = (load: FloorLoad): { low: number; high: number } => ({
  low: Math.round(load.watts * (1 - LOAD_TOLERANCE)),
  high: Math.round(load.watts * (1 + LOAD_TOLERANCE)),
});

type Asked = Omit<StartItem, 'id' | 'said' | 'ok'>;

/** What is asked or shown at each step, and what is right there. */
const STEPS: Readonly<Record<StartStep, (facts: StartFacts) => Asked>> = {
  language: () => ({
    ask: 'Language',
    kind: 'choice',
    options: [pick('set', 'set')],
    expected: pick('set', 'set'),
    why: 'the customer’s',
    otherwise: '',
  }),
  clock: () => ({
    ask: 'Day and time',
    kind: 'choice',
    options: [pick('set', 'set')],
    expected: pick('set', 'set'),
    why: 'the week runs by it',
    otherwise: '',
  }),
  voltage: ({ sheet, load }) => ({
    ask: 'Supply voltage',
    kind: 'choice',
    options: sheet.volts.map((v) => pick(String(v), `${v} V`)),
    expected: load?.supply.nominal ? pick(String(load.supply.nominal), `${load.supply.nominal} V`) : null,
    why: load ? `${fixed(load.supplyVolts, 0)} V was measured` : 'measure the supply first',
    otherwise: 'it counts energy with another voltage than there is',
  }),
  'test-trips': () => ({
    ask: 'Press test: it trips',
    kind: 'choice',
    options: yesNo('trips', 'stays on'),
    expected: pick('yes', 'trips'),
    why: 'ground-fault protection must open',
    otherwise: 'its ground-fault protection does not open: it must not be used',
  }),
  'test-resets': () => ({
    ask: 'Press reset: it comes back',
    kind: 'choice',
    options: yesNo('comes back', 'trips again'),
    expected: pick('yes', 'comes back'),
    why: 'and must close again',
    otherwise: 'a leak to earth in mat or wiring: measure the insulation',
  }),
  load: ({ load, contactor }) =>
    contactor
      ? {
          ask: 'Load shown',
          kind: 'watts',
          options: [],
          expected: { low: 0, high: 50 },
          why: 'only the contactor’s coil passes through it',
          otherwise: 'more than a coil passes through the device',
        }
      : {
          ask: 'Load shown',
          kind: 'watts',
          options: [],
          expected: load ? loadBand(load) : null,
          why: load ? `${fixed(load.watts, 0)} W by nameplate at ${fixed(load.supplyVolts, 0)} V` : 'no mats yet',
          otherwise: 'a mat is not connected, is in series, or has another voltage',
        },
  probe: ({ sheet, probe }) => ({
    ask: 'Probe type',
    kind: 'choice',
    options: sheet.probes.map((t) => pick(t, probeName(t))),
    expected: probe ? pick(probe, probeName(probe)) : null,
    why: probe ? 'by its ohms and the floor’s temperature' : 'measure the probe first',
    otherwise: 'the floor is misread',
  }),
  shows: ({ shows }) => ({
    ask: 'Floor temperature shown',
    kind: 'celsius',
    options: [],
    expected: shows,
    why: 'the probe’s ohms with this type set',
    otherwise: 'the probe type is set wrong, or the probe is not the one measured',
  }),
  sensor: ({ mode }) => ({
    ask: 'What it obeys',
    kind: 'choice',
    options: [pick('air', 'room air'), pick('floor', 'floor'), pick('both', 'room air, floor capped')],
    expected: mode,
    why: 'by the room’s purpose and covering',
    otherwise: 'the floor is not protected, or the room not held',
  }),
  limit: ({ limitCelsius }) => ({
    ask: 'Floor limit',
    kind: 'celsius',
    options: [],
    expected: limitCelsius === null ? null : { low: limitCelsius - 0.5, high: limitCelsius + 0.5 },
    why: 'by the covering; its maker’s limit wins',
    otherwise: 'the covering can be spoilt',
  }),
};

/** The questions of the first start with the answers this floor wants, in the device’s order. */
export function firstStart(facts: StartFacts): StartItem[] {
  return facts.sheet.start.map((id): StartItem => {
    const asked = STEPS[id](facts);
    const said = facts.survey.start[id]?.said ?? null;
    return { id, ...asked, said, ok: judged(asked, said) };
  });
}

function judged(item: Pick<StartItem, 'expected'>, said: string | null): boolean | null {
  if (said === null || item.expected === null) return null;
  if ('value' in item.expected) return said === item.expected.value;
  const figure = Number(said);
  return Number.isFinite(figure) && figure >= item.expected.low && figure <= item.expected.high;
}

/** What is expected, in words. */
export function expectedText(item: StartItem, celsius: (c: number) => string): string {
  const { expected, kind } = item;
  if (expected === null) return 'not known yet';
  if ('value' in expected) return expected.label;
  return kind === 'watts'
    ? `${fixed(expected.low, 0)} to ${fixed(expected.high, 0)} W`
    : `${celsius(expected.low)} to ${celsius(expected.high)}`;
}
