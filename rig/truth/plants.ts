/** Plants written down by hand, their faults, and the proof of a job taken on one. */
import { derive } from '../../src/core/derive';
import { ownOf } from '../../src/core/family/registry';
import type { Job } from '../../src/core/job/schema';
import type { MeasurePlan, TestPlan } from '../../src/core/proof/proof-run';
import { CARD_TEST } from '../../src/core/settings/read-back';
import { type Landing, landingsOf as landingsOfWires, type PlantDefect, TruthPlant, type Wants } from '../plant/plant';
import type { Box, PlantSpec } from '../plant/spec';
import { type Answer, readBack, takeProof } from './take';

export interface PlantSite {
  name: string;
  job: object;
  kind: 'two-port valves' | 'three-port valve' | 'pair';
  /** Its receiver has buttons that work without the head. */
  buttons: boolean;
  spec: PlantSpec;
}

/** Two channels on a live of its own: heating on 4, hot water on 3 and off on 1. */
const RECEIVER: Box = {
  id: 'RX',
  powered: true,
  heats: [{ zone: 0, from: 'RX.L', to: 'RX.4' }],
  waterOn: true,
  waterOff: true,
  head: null,
};
const STORED: Omit<PlantSpec, 'kind' | 'valves' | 'threePort'> = {
  boxes: [RECEIVER],
  timer: false,
  store: true,
  thermostat: true,
  pumpOutside: true,
  overrun: false,
  input: 'live',
  relay: false,
  fuseAmps: 3,
  boilerVA: 110,
  pumpVA: 55,
};

export const PLANT_SITES: readonly PlantSite[] = [
  {
    name: 'two-port valves, store, pump outside',
    job: {
      family: 'boiler',
      device: 'rc2-radio',
      survey: { plant: 'zone-valves', input: 'live', pump: 'outside', cylinder: { litres: 150 } },
    },
    kind: 'two-port valves',
    buttons: true,
    spec: { ...STORED, kind: 'zone-valves', valves: ['HW', 'CH1'], threePort: false },
  },
  {
    name: 'three-port valve, store, pump outside',
    job: {
      family: 'boiler',
      device: 'rc2-radio',
      survey: { plant: 'three-port', input: 'live', pump: 'outside', cylinder: { litres: 150 } },
    },
    kind: 'three-port valve',
    buttons: true,
    spec: { ...STORED, kind: 'three-port', valves: [], threePort: true },
  },
  {
    name: 'combination boiler on a bare pair',
    job: { family: 'boiler', device: 'hb1-head', survey: { plant: 'combination', input: 'volt-free' } },
    kind: 'pair',
    buttons: false,
    spec: {
      ...STORED,
      kind: 'combination',
      valves: [],
      threePort: false,
      boxes: [
        {
          id: 'RX',
          powered: false,
          heats: [{ zone: 0, from: 'RX.COM', to: 'RX.NO' }],
          waterOn: false,
          waterOff: false,
          head: null,
        },
      ],
      store: false,
      thermostat: false,
      pumpOutside: false,
      input: 'volt-free',
    },
  },
];

/** Points by the terminal of the wiring centre that the plan puts their cores on. */
export const landingsOf = (job: Job): Landing[] => landingsOfWires(ownOf(derive(job), 'boiler').wires);

/** What a part has, or that nothing of the head arrives. */
type SiteDefect = PlantDefect | { kind: 'unheard' };

export interface PlantFaultNamed {
  id: string;
  does: SiteDefect;
  /** Names of the engine that are right; none where its list has no such thing. */
  accepts: RegExp | null;
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const either = (p: string, q: string): RegExp =>
  new RegExp(`^exchanged:(${escaped(p)}-${escaped(q)}|${escaped(q)}-${escaped(p)})$`);

/** Cores that lie beside one another at one part. */
const BESIDE: Readonly<Record<PlantSite['kind'], readonly (readonly [string, string])[]>> = {
  'two-port valves': [
    ['HW.brown', 'HW.grey'],
    ['HW.grey', 'HW.orange'],
    ['CH1.brown', 'CH1.orange'],
    ['RX.3', 'RX.4'],
    ['CYL.COM', 'CYL.CALL'],
    ['BOILER.L', 'BOILER.SL'],
  ],
  'three-port valve': [
    ['MID.white', 'MID.grey'],
    ['MID.white', 'MID.orange'],
    ['MID.grey', 'MID.orange'],
    ['RX.1', 'RX.3'],
    ['RX.3', 'RX.4'],
    ['CYL.CALL', 'CYL.SAT'],
    ['BOILER.L', 'BOILER.SL'],
  ],
  pair: [['BOILER.L', 'BOILER.N']],
};

/** Every single fault of a site. */
export function plantFaultsOf({ kind, buttons }: PlantSite, landed: readonly Landing[]): PlantFaultNamed[] {
  const out: PlantFaultNamed[] = [];
  const add = (id: string, does: SiteDefect, accepts: RegExp | null): void => {
    out.push({ id, does, accepts });
  };
  for (const { point } of landed) {
    if (point.startsWith('SUPPLY.')) continue;
    const p = escaped(point);
    add(`core-off-${point}`, { kind: 'core-off', point }, new RegExp(`^(open:(.*-)?${p}(-.*)?|core-off:${p})$`));
  }
  for (const [p, q] of BESIDE[kind]) add(`exchanged-${p}-${q}`, { kind: 'exchanged', p, q }, either(p, q));
  add('spur-off', { kind: 'spur-off' }, /^spur-off$/);
  if (buttons) add('unheard', { kind: 'unheard' }, /^unheard$/);
  add('contact-open', { kind: 'contact-open', zone: 0 }, buttons ? /^contact:1$/ : /^(contact:1|unheard)$/);
  if (kind === 'pair') {
    add('link-left', { kind: 'link', a: 'SUPPLY.L', b: 'RX.COM' }, /^link-left$/);
    return out;
  }
  add('store-welded', { kind: 'store-thermostat', stuck: 'closed' }, /^welded$/);
  add('pump-dead', { kind: 'pump-dead' }, /^pump-dead$/);
  add('boiler-dead', { kind: 'boiler-dead' }, null);
  add('store-never-calls', { kind: 'store-thermostat', stuck: 'open' }, null);
  if (kind !== 'two-port valves') return out;
  for (const valve of ['HW', 'CH1']) {
    add(`end-closed-${valve}`, { kind: 'end-switch', valve, stuck: 'closed' }, new RegExp(`^stuck:${valve}$`));
    add(`end-open-${valve}`, { kind: 'end-switch', valve, stuck: 'open' }, new RegExp(`^end-open:${valve}$`));
    add(`motor-dead-${valve}`, { kind: 'motor-dead', valve }, null);
  }
  return out;
}

const NONE: Wants = { heating: [], water: false, cold: true };
/** Demands by the names the tests have for them. */
const WANTS: Readonly<Record<string, Wants>> = {
  none: NONE,
  hw: { ...NONE, water: true },
  ch: { ...NONE, heating: [0] },
  both: { heating: [0], water: true, cold: true },
  satisfied: { heating: [0], water: true, cold: false },
  'hw-satisfied': { heating: [], water: true, cold: false },
};

/** A plant with what of its head arrives. */
interface Standing {
  site: PlantSite;
  plant: TruthPlant;
  unheard: boolean;
}

/** What is seen in a demand, by the names the tests have for it. */
function seenIn({ plant, unheard }: Standing, wants: Wants, heard: boolean): Record<string, boolean> {
  const asked = heard && unheard ? { ...wants, heating: [], water: false } : wants;
  const { fires, pump, open, toStore, toRadiators } = plant.looks(plant.settle(asked), asked);
  return {
    fires,
    pump,
    'valve-HW': open.includes('HW'),
    'valve-CH1': open.includes('CH1'),
    cylinder: fires && toStore,
    radiators: fires && toRadiators,
  };
}

function answer(standing: Standing, test: TestPlan, m: MeasurePlan): Answer {
  const { site, plant, unheard } = standing;
  if (test.id === CARD_TEST) return readBack();
  if (m.quantity === 'ohms' && m.a && m.b) return Math.round(plant.ohms(m.a, m.b) * 100) / 100;
  const heard = test.id.startsWith('paired-');
  // Without the head only a receiver with buttons makes it fire.
  if (m.id === 'noted') return site.buttons && seenIn(standing, { ...NONE, heating: [0] }, false).fires ? 1 : 0;
  const wants = WANTS[m.state];
  if (!wants) throw new RangeError(`this plant knows no demand "${m.state}"`);
  const asked = heard && unheard ? { ...wants, heating: [], water: false } : wants;
  if (m.a && m.b) return Math.round(plant.reads(plant.settle(asked), m.a, m.b) * 10) / 10;
  const seen = seenIn(standing, wants, heard)[m.id];
  if (seen === undefined) throw new RangeError(`this plant has no answer to "${m.what}"`);
  return seen ? 1 : 0;
}

/** The job with every reading of its proof, as this plant gives them. */
export function proveOnPlant<J extends Job>(
  job: J,
  site: PlantSite,
  faults: readonly PlantFaultNamed[],
  seed: number,
): J {
  const defects = faults.flatMap(({ does }) => (does.kind === 'unheard' ? [] : [does]));
  const plant = new TruthPlant(site.spec, landingsOf(job), defects, seed);
  const unheard = faults.some((f) => f.does.kind === 'unheard');
  return takeProof(job, (test, m) => answer({ site, plant, unheard }, test, m));
}
