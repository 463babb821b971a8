/** The work at the device, what goes on which terminal, and what to bring. */
import type { TerminalPlan } from '../family/landing';
import { type Finding, finding } from '../findings/finding';
import type { ContactSheet } from './sheet';
import type { ContactCore, ContactSurvey } from './survey';

export const CORE_WORDS: Record<ContactCore, string> = {
  'pair-1': 'one lead of the pair',
  'pair-2': 'the other lead of the pair',
  r: 'R of its 24 V',
  c: 'C of its 24 V',
  w: 'W of its 24 V',
};

const meantFor = (survey: ContactSurvey, use: string): ContactCore | null => {
  const own = survey.appliance === 'own-24v';
  // With a relay between, R and W go to its coil and not to the appliance.
  if (use === 'com') return own ? 'r' : 'pair-1';
  if (use === 'no') return own ? 'w' : 'pair-2';
  if (!own) return null;
  return use === 'r' ? 'r' : use === 'c' ? 'c' : use === 'w' ? 'w' : null;
};

const ELSEWHERE: Record<string, string> = {
  live: 'its mains supply, live',
  neutral: 'its mains supply, neutral',
  r: 'R of a transformer of its own',
  c: 'C of a transformer of its own',
  w: 'the relay’s coil',
};
const PAIR: ReadonlySet<ContactCore> = new Set(['pair-1', 'pair-2']);

/** What each terminal of the device is for, and what somebody saw on it. */
export function terminalPlan(survey: ContactSurvey, sheet: ContactSheet): TerminalPlan<ContactCore>[] {
  return Object.entries(sheet.terminals).map(([terminal, use]) => {
    const core = meantFor(survey, use);
    const found = survey.landed[terminal] ?? null;
    // A contact does not mind which way round.
    const good = found === null ? null : core !== null && (found === core || (PAIR.has(found) && PAIR.has(core)));
    return { terminal, core, says: core ? CORE_WORDS[core] : (ELSEWHERE[use] ?? use), found, good };
  });
}

/** Terminals with the wrong core on them. */
export const wiringFindings = (plan: readonly TerminalPlan<ContactCore>[]): Finding[] =>
  plan.flatMap((t) =>
    t.found !== null && t.good === false
      ? [
          finding(
            'contact.miswired',
            { terminal: t.terminal, found: CORE_WORDS[t.found], meant: t.says },
            [`terminal:${t.terminal}`],
            'as landed',
          ),
        ]
      : [],
  );

/** The work in its order. */
export function contactSteps(survey: ContactSurvey, sheet: ContactSheet): { id: string; what: string }[] {
  const plan = terminalPlan(survey, sheet);
  return [
    {
      id: 'off',
      what:
        survey.appliance === 'millivolt'
          ? 'Burner off at its switch; the pilot may stay lit'
          : 'Appliance off at its switch, and proved',
    },
    ...(survey.isolatingRelay
      ? [
          {
            id: 'relay',
            what: 'Relay: its coil on the device’s W and C, its contact on the pair; nothing joined between the two',
          },
        ]
      : []),
    ...(survey.separateTransformer
      ? [{ id: 'transformer', what: 'The device’s own transformer to its R and C, and to nothing else' }]
      : []),
    ...plan
      .filter((t) => t.core !== null || sheet.livesOn === 'mains')
      .map((t) => ({ id: `t-${t.terminal}`, what: `${t.says} to ${t.terminal}` })),
    ...(survey.appliance === 'millivolt'
      ? [{ id: 'clean', what: 'Bright metal at every joint of the loop; spade terminals tight; no solder flux left' }]
      : []),
    ...(sheet.livesOn === 'battery' ? [{ id: 'battery', what: 'Fresh batteries, their tab pulled' }] : []),
    { id: 'tug', what: 'Tug every lead; no bare copper against metal' },
    { id: 'seat', what: 'Seat the device about 1.5 m up, out of the appliance’s own glow' },
  ];
}

/** What to have in hand before the van is left. */
export function contactKit(
  survey: ContactSurvey,
  sheet: ContactSheet | null,
): { id: string; name: string; why: string }[] {
  const kit = [
    {
      id: 'meter',
      name: 'Meter that reads millivolts DC',
      why: survey.appliance === 'millivolt' ? 'pile, coil, each contact' : 'the pair, open and closed',
    },
    { id: 'wire', name: 'A piece of wire with clips', why: 'to close the pair without a thermostat' },
    { id: 'thermometer', name: 'Air thermometer', why: 'the room' },
  ];
  if (survey.appliance === 'millivolt')
    kit.push({ id: 'clean', name: 'Contact cleaner and spade terminals', why: 'a film is a break at millivolts' });
  if (sheet?.livesOn === 'battery') kit.push({ id: 'batteries', name: 'Batteries', why: 'the device lives on them' });
  if (survey.isolatingRelay)
    kit.push({ id: 'relay', name: 'Relay with a gold contact, 24 V coil', why: 'between device and pair' });
  if (sheet) kit.push({ id: 'device', name: sheet.name, why: 'the device itself' });
  return kit;
}
