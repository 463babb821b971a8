/** What can be wrong with line-voltage heaters, by what each fault does to the tests. */
import { type AddFault, faultList, type Noticed, type TestFault, testEvidence, times, zero } from '../evidence/by-test';
import type { Evidence } from '../evidence/hypothesis';
import type { Complaint } from '../job/complaint';
import type { HeaterDerived } from './family';
import type { HeaterJob } from './survey-job';

/** Complaints that heaters can give rise to. */
export const HEATER_COMPLAINTS: readonly Complaint[] = ['no-heat', 'runs-always', 'fan-silent', 'trips'];

const COLD: TestFault['changes'] = { 'on/amps': zero, 'on/on-volts': zero, 'far/far-on': zero, 'rise/rise': zero };

/** What the faults of one wall go by. */
interface Ground {
  circuit: NonNullable<HeaterDerived['circuit']>;
  /** A two-core wall: the device lies in the loop. */
  loop: boolean;
  live: () => number;
  /** From a load core to earth. */
  toEarth: () => number;
  add: AddFault;
}

/** From the breaker to the elements: supply, joints, heaters. */
function onTheWay({ circuit, loop, add }: Ground): void {
  const { load } = circuit;
  const ohms = load.units.map((u) => u.ratedVolts ** 2 / u.ratedWatts);
  const conductance = ohms.reduce((s, r) => s + 1 / r, 0);
  const together = ohms.reduce((s, r) => s + r, 0);
  add(
    'supply-off',
    'no supply',
    'The breaker; volts between the supply cores, by a proved tester.',
    'Find why before it is switched on.',
    2,
    ['breaker'],
    loop ? { ...COLD, 'off/open-volts': zero } : COLD,
  );
  load.units.forEach((u, i) => {
    const left = conductance > 0 ? 1 - 1 / (ohms[i] ?? 1) / conductance : 0;
    add(
      `cut-out:${u.id}`,
      `${u.name}: its cut-out or element is open`,
      'Breaker off and proved dead: ohms of that heater by itself.',
      'What made it hot first (a curtain, dust, a bedcover); then reset or change it.',
      1.2,
      [`heater.${u.id}`],
      {
        'on/amps': times(left),
        'rise/rise': times(left),
        ...(load.units.length === 1 && loop ? { 'off/open-volts': zero } : {}),
      },
    );
  });
  if (load.units.length > 1) {
    const far = (ohms.at(-1) ?? 1) / together;
    add(
      'series',
      'the heaters are joined one after another',
      'Volts across one heater while on: a share of the supply.',
      'Join them side by side.',
      1.2,
      ['heaters'],
      {
        'on/amps': times(1 / (together * conductance)),
        'far/far-on': times(far),
        'rise/rise': times(1 / (together * conductance)),
      },
    );
  }
  add(
    'half-volts',
    'half the voltage arrives',
    'Volts between the supply cores: 120 where 240 is wanted.',
    'The other leg, or heaters for this supply: by those licensed for it.',
    1,
    ['supply'],
    {
      'on/on-volts': times(0.5),
      'on/amps': times(0.5),
      'far/far-on': times(0.5),
      'far/far-off': times(0.5),
      'rise/rise': times(0.25),
      'off/open-volts': times(0.5),
    },
  );
  add(
    'warm-joint',
    'a joint on the way is warm',
    'Volts at the device beside those at the far heater, on.',
    'Breaker off: make the joint again; it is where fires begin.',
    0.8,
    ['heaters'],
    { 'far/far-on': times(0.85), 'on/amps': times(0.87), 'rise/rise': times(0.75) },
  );
}

/** The device: its contacts, its poles, what is on its terminals. */
function atTheDevice({ circuit, loop, live, toEarth, add }: Ground): void {
  const { load, wall, sheet } = circuit;
  add(
    'stuck',
    'the contact has welded',
    'Turned down, the clamp still reads.',
    'Breaker off; a new device, and why it welded: too many watts.',
    0.7,
    ['device'],
    {
      'off/off-volts': live,
      'off/open-volts': zero,
      'stops/stops': () => load.amps,
      'far/far-off': live,
      'off/off-first': toEarth,
      'off/off-second': wall.twoHots ? toEarth : zero,
    },
  );
  add(
    'never-closes',
    'the contact never closes',
    'Turned up, nothing clicks and nothing is drawn.',
    'What it lives on first; then the device.',
    0.8,
    ['device'],
    loop ? { 'on/amps': zero, 'on/on-volts': live, 'far/far-on': zero, 'rise/rise': zero } : COLD,
  );
  add(
    'second-device',
    'another thermostat switches them too',
    'Turned down here, they go on: look for a second device or a relay.',
    'One of the two comes out.',
    0.5,
    ['heaters'],
    {
      'off/off-volts': live,
      'stops/stops': () => load.amps,
      'far/far-off': live,
      'off/off-first': toEarth,
      'off/off-second': wall.twoHots ? toEarth : zero,
    },
  );
  if (!loop && sheet.needs !== 'series')
    add(
      'exchanged',
      'supply and load exchanged at the device',
      'Breaker off: which pair comes from it?',
      'Supply on the supply terminals.',
      1,
      ['device'],
      // The device gets no supply of its own, and closes nothing.
      COLD,
    );
  if (sheet.poles === 2)
    add(
      'pole',
      'one pole has welded',
      'Off: one load core still live to earth.',
      'A new device: “off” must break both.',
      0.5,
      ['device'],
      // Through the elements the other core stands at the same leg.
      { 'off/off-first': toEarth, 'off/off-second': toEarth },
    );
}

/** What is around them: the breaker's name and poles, its protection, a fan, a window. */
function around({ circuit, live, toEarth, add }: Ground): void {
  const { load, wall } = circuit;
  add(
    'other-breaker',
    'the marked breaker is another circuit’s',
    'Breaker off, supply cores still live.',
    'Find the right one, mark it.',
    1,
    ['breaker'],
    { 'breaker/dead': live, 'breaker/dead-earth': toEarth, 'breaker/dead-far': live },
  );
  add(
    'protection-dead',
    'the ground-fault protection does not trip',
    'Its own test button.',
    'A new one.',
    0.4,
    ['groundFault'],
    { 'ground-fault/trips': zero },
  );
  add(
    'fan-stops',
    'the fan stops with the element',
    'Listen after it is turned down.',
    'The heater’s own run-on thermostat, or another heater.',
    0.6,
    ['heaters'],
    { 'stops/fan-on': zero },
  );
  add(
    'window',
    'the heat goes out of the window',
    'Windows, doors, where the thermometer stands.',
    'Shut them, and do the test again.',
    0.8,
    ['room'],
    { 'rise/rise': (v) => ({ value: -v / 2, sigma: v }), 'stops/stops': () => ({ value: 0, sigma: load.amps }) },
  );
  if (wall.twoHots)
    add(
      'one-pole',
      'the breaker breaks one pole only',
      'Breaker off, each supply core to earth.',
      'A two-pole breaker.',
      0.8,
      ['breaker'],
      { 'breaker/dead': toEarth },
    );
}

function faultsOf({ circuit }: HeaterDerived): TestFault[] {
  if (!circuit) return [];
  const { load, wall } = circuit;
  const supply = load.volts;
  const { faults, add } = faultList();
  const ground: Ground = {
    circuit,
    loop: wall.kind === 'two-core',
    live: () => supply,
    // Half the supply on two hots, all of it on a hot and a neutral.
    toEarth: () => (wall.twoHots ? supply / 2 : supply),
    add,
  };
  for (const put of [onTheWay, atTheDevice, around]) put(ground);
  return faults;
}

const NOTICED: Noticed = {
  'no-heat': (f) => (f('on/amps') ?? 1) < 0.1 || (f('rise/rise') ?? 9) < 0.3,
  'runs-always': (f) => (f('stops/stops') ?? 0) > 0.3,
  'fan-silent': (f) => f('stops/fan-on') === 0,
};

/** What heaters say of what is wrong; null before there is a proof. */
export const heaterEvidence = (job: HeaterJob, d: HeaterDerived): Evidence | null =>
  testEvidence(job, d.proof, faultsOf(d), NOTICED);
