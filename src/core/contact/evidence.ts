/** What can be wrong with a ring, a call pair or a small 24 V control, by what each fault does to the tests. */
import { type AddFault, faultList, type Noticed, type TestFault, testEvidence, times, zero } from '../evidence/by-test';
import type { Evidence } from '../evidence/hypothesis';
import type { Complaint } from '../job/complaint';
import type { ContactDerived } from './family';
import type { ContactSurvey } from './survey';
import type { ContactJob } from './survey-job';

/** Complaints that an appliance behind a contact can give rise to. */
export const CONTACT_COMPLAINTS: readonly Complaint[] = ['no-heat', 'runs-always'];

const one = (): number => 1;
/** So much of it, give or take half. */
const much =
  (share: number) =>
  (v: number): { value: number; sigma: number } => ({ value: v * share, sigma: Math.abs(v * share) / 2 });
const SILENT: TestFault['changes'] = { 'answers/burner': zero };

/** Of every kind: the contact, and a lead that is off. */
function anyFaults(kind: ContactSurvey['appliance'], loop: ContactDerived['loop'], add: AddFault): void {
  add(
    'stuck',
    'the thermostat’s contact sticks',
    'Turned down, the pair is still closed: nothing across it.',
    'A new device.',
    0.8,
    ['pair'],
    { 'stops/burner': one, 'open/burner': one, 'pair/open': zero, 'open/pile': times(0.5) },
  );
  add(
    'lead-off',
    kind === 'own-24v' ? 'W is off' : 'a lead is off',
    'Tug every lead of the circuit, thermostat first.',
    'Strip it fresh, land it, tug.',
    2,
    ['pair'],
    kind === 'millivolt' && loop
      ? {
          ...SILENT,
          'closed/pile': () => (loop.openVolts.low + loop.openVolts.high) / 2,
          'closed/coil': zero,
          'leads/ohms': () => ({ value: 1e6, sigma: 1e9 }),
        }
      : kind === 'dry-pair'
        ? { ...SILENT, 'pair/open': zero }
        : { ...SILENT, 'call/w': zero },
  );
}

/** A generator that a flame heats, its coil, and what lies in their ring. */
function ringFaults(loop: NonNullable<ContactDerived['loop']>, add: AddFault): void {
  const open = (loop.openVolts.low + loop.openVolts.high) / 2;
  add(
    'dirty',
    'a dirty contact or switch in the loop',
    'Volts across each switch, closed: more than a few millivolts.',
    'Clean or change that switch; never file it.',
    1.5,
    ['pair'],
    {
      ...SILENT,
      'closed/contact': () => open * 0.3,
      'closed/coil': times(0.5),
      'closed/pile': times(1.2),
      'leads/ohms': (v) => v + 2.5,
    },
  );
  add(
    'long-leads',
    'the leads are too thin for their length',
    'Ohms of the leads, both ends off.',
    'Thicker wire, or the thermostat nearer.',
    1,
    ['leads'],
    {
      ...SILENT,
      'closed/coil': much(0.4),
      'closed/pile': much(1.3),
      'leads/ohms': (v) => ({ value: v + 4, sigma: 5 }),
    },
  );
  add(
    'weak-pile',
    'the pile is tired, or its flame weak',
    'Volts across the pile, loop open, pilot long lit.',
    'Clean the pilot; then a new pile, by those licensed for gas.',
    1.5,
    ['pile'],
    { ...SILENT, 'open/pile': times(0.45), 'closed/pile': times(0.45), 'closed/coil': times(0.45) },
  );
  add(
    'pilot-out',
    'the pilot is out',
    'Look for its flame.',
    'Light it as its label says; why did it go out?',
    2,
    ['pile'],
    { ...SILENT, 'open/pile': zero, 'closed/pile': zero, 'closed/coil': zero },
  );
  add(
    'coil-open',
    'the coil is open',
    'Ohms of the coil by itself.',
    'A new valve, by those licensed for gas.',
    0.6,
    ['coil'],
    { ...SILENT, 'closed/pile': () => open, 'closed/coil': () => open },
  );
  add(
    'limit-bridged',
    'the limit is bridged',
    'A jumper across it, or both leads under one screw.',
    'Take the bridge out at once: it is what keeps the house from burning.',
    0.5,
    ['limit'],
    { 'limit/limit': one },
  );
}

/** An appliance called by a bare pair. */
function pairFaults(add: AddFault): void {
  add('dirty', 'a bad joint on the pair', 'Volts across the pair, calling.', 'Make the joint again.', 1, ['pair'], {
    'pair/closed': (v) => ({ value: v + 3, sigma: 3 }),
    ...SILENT,
  });
  add(
    'no-answer',
    'the appliance’s own chain is open',
    'The pair is closed, and it does not answer: its display, its codes.',
    'By whoever is licensed for it.',
    1.5,
    ['appliance'],
    SILENT,
  );
  add(
    'appliance-off',
    'the appliance is off',
    'Its switch, its plug, its display.',
    'Switch it on.',
    2,
    ['appliance'],
    { ...SILENT, 'pair/open': zero },
  );
  add(
    'other-pair',
    'wired to another pair of its board',
    'The letters beside the pair, and its leaflet.',
    'The call pair.',
    1,
    ['pair'],
    { ...SILENT, 'pair/open': (v) => ({ value: v * 0.3, sigma: v / 2 }) },
  );
}

/** A small transformer of its own, and a valve. */
function ownFaults(add: AddFault): void {
  add('weak-transformer', 'the transformer sags under the call', 'R to C, calling.', 'A larger one.', 1, ['call.r'], {
    'call/calls': times(0.75),
    'call/w': times(0.75),
  });
  add(
    'fuse',
    'the transformer is dead, or its fuse blown',
    'R to C idle: nothing.',
    'The short first, then the fuse.',
    1.5,
    ['call.r'],
    { ...SILENT, 'call/idle': zero, 'call/calls': zero, 'call/w': zero },
  );
  add(
    'no-answer',
    'the valve does not open',
    'W to C is there, and nothing happens.',
    'By whoever is licensed for it.',
    1.2,
    ['appliance'],
    SILENT,
  );
}

function faultsOf({ survey }: ContactJob, { loop }: ContactDerived): TestFault[] {
  const { faults, add } = faultList();
  const kind = survey.appliance;
  anyFaults(kind, loop, add);
  if (kind === 'millivolt' && loop) ringFaults(loop, add);
  if (kind === 'dry-pair') pairFaults(add);
  if (kind === 'own-24v') ownFaults(add);
  return faults;
}

const NOTICED: Noticed = {
  'no-heat': (f) => f('answers/burner') === 0,
  'runs-always': (f) => f('stops/burner') === 1,
};

/** What a contact says of what is wrong; null before there is a proof. */
export const contactEvidence = (job: ContactJob, d: ContactDerived): Evidence | null =>
  testEvidence(job, d.proof, faultsOf(job, d), NOTICED);
