/** What can be wrong with a floor, by what each fault does to the tests. */
import { type AddFault, faultList, type Noticed, type TestFault, testEvidence, zero } from '../evidence/by-test';
import type { Evidence } from '../evidence/hypothesis';
import type { Complaint } from '../job/complaint';
import type { FloorJob } from '../job/schema';
import type { FloorDerived } from './family';
import { ratedOhms } from './load';
import { celsiusAt, ohmsAt, PROBE_TYPES, probeName } from './thermistor';

/** Complaints that a floor can give rise to. */
export const FLOOR_COMPLAINTS: readonly Complaint[] = ['floor-cold', 'floor-hot', 'trips', 'dark'];

const nothing = (): null => null;
/** A test that needs the floor heating, in a floor that does not. */
const COLD: TestFault['changes'] = {
  'relay/on-volts': zero,
  'load/amps': zero,
  'load/watts': zero,
  'rise/rise': zero,
};
const NOT_HEARD: TestFault['changes'] = { 'relay/heard': zero };

/** What the faults of one floor go by. */
interface Ground {
  job: FloorJob;
  d: FloorDerived;
  supply: number;
  live: () => number;
  add: AddFault;
}

const share = (s: number): TestFault['changes'] => ({
  'load/amps': (v) => v * s,
  'load/watts': (v) => v * s,
  'rise/rise': (v) => v * s,
});

/** The supply and its protection. */
function ofTheSupply({ add }: Ground): void {
  add(
    'supply-off',
    'no supply: the breaker, or its ground-fault protection',
    'Breaker and its test button; volts at L and N.',
    'Find why before it is switched on again.',
    2,
    ['SUPPLY.L'],
    {
      ...COLD,
      ...NOT_HEARD,
      'ground-fault/trips': zero,
      'ground-fault/resets': zero,
      'probe/shown': nothing,
    },
  );
}

/** The mats by themselves, joined wrongly, at half their volts, leaking. */
function ofTheMats({ job, supply, add }: Ground): void {
  const mats = Object.entries(job.survey.mats).filter(([, m]) => m.ratedVolts !== undefined);
  const ohms = mats.map(([, m]) => ratedOhms({ ratedWatts: m.ratedWatts, ratedVolts: m.ratedVolts ?? supply }));
  const conductance = ohms.reduce((s, r) => s + 1 / r, 0);
  const inSeries = ohms.reduce((s, r) => s + r, 0);
  mats.forEach(([id], i) => {
    const s = conductance > 0 ? 1 - 1 / (ohms[i] ?? 1) / conductance : 0;
    add(
      `mat-open:${id}`,
      mats.length > 1 ? `mat ${i + 1} is broken or not joined` : 'the mat is broken or not joined',
      'Supply off: ohms of each mat by itself, against its label.',
      'A mat that is open is located and joined by its maker’s kit, or given up.',
      1,
      [`mat.${id}`],
      s > 0 ? share(s) : { ...share(0) },
    );
  });
  if (mats.length > 1)
    add(
      'series',
      'the mats are joined one after another',
      'Supply off: ohms of all together are the sum, not less than the least.',
      'Join them side by side: every mat on both terminals.',
      1.5,
      ['mats'],
      share(1 / (inSeries * conductance)),
    );
  add(
    'half-volts',
    'half the voltage arrives',
    'Volts at the device’s supply, and at the mats while they heat.',
    'A 120 V circuit, or a lost leg: by whoever is licensed for it.',
    0.7,
    ['SUPPLY.L'],
    { ...share(0.25), 'load/amps': (v) => v * 0.5, 'relay/on-volts': (v) => v * 0.5 },
  );
  add(
    'leak',
    'a mat leaks to earth',
    'Insulation of each mat, core to screen, with the supply off.',
    'Nothing heats before it is found: never bypass what trips.',
    1,
    ['mats'],
    { ...COLD, ...NOT_HEARD, 'ground-fault/resets': zero },
  );
  add(
    'protection-dead',
    'the ground-fault protection does not trip',
    'Its own test button, with nothing else on it.',
    'A new one before anybody steps on the floor.',
    0.4,
    ['groundFault'],
    { 'ground-fault/trips': zero },
  );
}

/** The device's relay. */
function ofTheRelay({ live, add }: Ground): void {
  add(
    'stuck',
    'the relay sticks closed',
    'Turned down, the supply still stands at the heater terminals.',
    'Switch the circuit off; a new device.',
    0.6,
    ['HEATER.1'],
    { ...NOT_HEARD, 'relay/off-volts': live, 'limit/limit-volts': live, 'probe-open/open-volts': live },
  );
  add(
    'never-closes',
    'the relay never closes',
    'It clicks or not, and the heater terminals stay dead.',
    'Read what the display says; then a new device.',
    0.6,
    ['HEATER.1'],
    { ...COLD, ...NOT_HEARD },
  );
}

/** The probe: open, shorted, of another type than set. */
function ofTheProbe({ d, add }: Ground): void {
  for (const [id, name] of [
    ['probe-open', 'the probe is open'],
    ['probe-short', 'the probe is shorted'],
  ] as const)
    add(
      id,
      name,
      'Ohms of the probe, both cores off the device.',
      'The spare probe, or a new one in its tube.',
      1.2,
      ['PROBE.1'],
      { ...COLD, ...NOT_HEARD, 'probe/shown': nothing },
    );
  const type = d.probe.type;
  if (type)
    for (const other of PROBE_TYPES)
      if (other !== type && d.sheet?.probes.includes(other))
        add(
          `type:${other}`,
          `the device is set to a probe of ${probeName(other)}`,
          'Its probe setting beside the ohms measured.',
          `Set it to ${probeName(type)}.`,
          1.5,
          ['setting:probe.type'],
          { 'probe/shown': (v) => celsiusAt(other, ohmsAt(type, v)) },
        );
}

/** What was set or laid otherwise than planned. */
function ofTheSettings({ live, add }: Ground): void {
  add(
    'air',
    'the device obeys the air and not the floor',
    'Its setting for the sensor.',
    'Set it as the card says: the covering has no other guard.',
    1.5,
    ['setting:floor.sensor'],
    { 'limit/limit-volts': live, 'probe-open/open-volts': live },
  );
  add(
    'misplaced',
    'the probe does not lie between the runs',
    'Where its tube ends, by the drawing or a camera.',
    'Draw it to where two runs have it in their middle.',
    0.8,
    ['probe'],
    { 'rise/rise': (v) => v * 0.15 },
  );
  add(
    'limit-left',
    'the limit was left low after its test',
    'The limit on the device beside the card.',
    'Set it back.',
    0.6,
    ['setting:floor.limit'],
    { 'limit/limit-back': zero },
  );
}

function faultsOf(job: FloorJob, d: FloorDerived): TestFault[] {
  const supply = d.load?.supplyVolts ?? 230;
  const { faults, add } = faultList();
  const ground: Ground = { job, d, supply, live: () => supply, add };
  for (const put of [ofTheSupply, ofTheMats, ofTheRelay, ofTheProbe, ofTheSettings]) put(ground);
  return faults;
}

const NOTICED: Noticed = {
  'floor-cold': (f) => (f('load/amps') ?? 1) < 0.05 || (f('rise/rise') ?? 1) < 0.2,
  'floor-hot': (f) => (f('relay/off-volts') ?? 0) > 50 || (f('limit/limit-volts') ?? 0) > 50,
  trips: (f) => f('ground-fault/resets') === 0 && f('ground-fault/trips') !== 0,
  dark: (f) => f('ground-fault/trips') === 0 && (f('relay/on-volts') ?? 1) < 50,
};

/** What a floor says of what is wrong; null before there is a proof. */
export const floorEvidence = (job: FloorJob, d: FloorDerived): Evidence | null =>
  testEvidence(job, d.proof, d.load ? faultsOf(job, d) : [], NOTICED);
