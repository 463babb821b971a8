/** Plants written down by hand, their faults, and the proof of a job taken on one. */
import { derive } from '../../src/core/derive';
import { ownOf } from '../../src/core/family/registry';
import type { Job } from '../../src/core/job/schema';
import type { MeasurePlan, TestPlan } from '../../src/core/proof/proof-run';
import { CARD_TEST } from '../../src/core/settings/read-back';
import { type Landing, type PlantDefect, type PlantSite, type PlantWants, TruthPlant } from './plant';
import { type Answer, readBack, takeProof } from './take';

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
  },
  {
    name: 'combination boiler on a bare pair',
    job: { family: 'boiler', device: 'hb1-head', survey: { plant: 'combination', input: 'volt-free' } },
    kind: 'pair',
    buttons: false,
  },
];

/** Points by the terminal of the wiring centre that the plan puts their cores on. */
export function landingsOf(job: Job): Landing[] {
  const { wires } = ownOf(derive(job), 'boiler');
  const out = new Map<string, Landing>();
  for (const { a, b, centre } of wires)
    for (const point of [a, b]) out.set(`${point} ${centre}`, { point, centre: String(centre ?? `${a}-${b}`) });
  return [...out.values()];
}

export interface PlantFaultNamed {
  id: string;
  does: PlantDefect;
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
  const add = (id: string, does: PlantDefect, accepts: RegExp | null): void => {
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
  add('contact-open', { kind: 'contact-open' }, buttons ? /^contact:1$/ : /^(contact:1|unheard)$/);
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

/** Demands by the names the tests have for them. */
const WANTS: Readonly<Record<string, PlantWants>> = {
  none: { heat: false, water: false, cold: true },
  hw: { heat: false, water: true, cold: true },
  ch: { heat: true, water: false, cold: true },
  both: { heat: true, water: true, cold: true },
  satisfied: { heat: true, water: true, cold: false },
  'hw-satisfied': { heat: false, water: true, cold: false },
};

function answer(site: PlantSite, plant: TruthPlant, test: TestPlan, m: MeasurePlan): Answer {
  if (test.id === CARD_TEST) return readBack();
  if (m.quantity === 'ohms' && m.a && m.b) return plant.ohms(m.a, m.b);
  const heard = test.id.startsWith('paired-');
  const heating: PlantWants = { heat: true, water: false, cold: true };
  // Without the head only a receiver with buttons makes it fire.
  if (m.id === 'noted') return site.buttons && plant.looks(heating, false).fires ? 1 : 0;
  const wants = WANTS[m.state];
  if (!wants) throw new RangeError(`this plant knows no demand "${m.state}"`);
  if (m.a && m.b) return plant.reads(wants, heard, m.a, m.b);
  const seen = plant.looks(wants, heard)[m.id];
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
  const plant = new TruthPlant(
    site.kind,
    landingsOf(job),
    faults.map((f) => f.does),
    seed,
  );
  return takeProof(job, (test, m) => answer(site, plant, test, m));
}
