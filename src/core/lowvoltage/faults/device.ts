/** Faults of the thermostat: its relays, and the mode in which it energises a reversing valve. */
import { type Installed, wallNode } from '../installed';
import { byDegree, type Fault, withPart } from './fault';

/** A triac or a burnt contact that lets current through while it is open. */
const LEAK_OHMS = [400, 150, 60] as const;

type Contact = Installed['contacts'][number];

const VALVE_SETTING: Fault = {
  id: 'valve-setting',
  name: 'valve setting reversed (O for B)',
  look: 'Read the device’s setting for the reversing valve against the board’s letter.',
  fix: 'Change the setting; nothing to rewire. Then prove cooling and heating again.',
  prior: 5,
  about: ['setting:valve.active'],
  apply: (i) => ({ ...i, valveReversed: true }),
};

function ofContact(c: Contact): Fault[] {
  const stuck =
    (as: 'open' | 'closed') =>
    (i: Installed): Installed => ({
      ...i,
      contacts: i.contacts.map((x) => (x.to === c.to ? { ...x, stuck: as } : x)),
    });
  const about = [`wall.${c.to}`];
  return [
    {
      id: `stuck-open-${c.to}`,
      name: `thermostat relay ${c.to} never closes`,
      look: `With ${c.to} called, ${c.from} to ${c.to} at the wall should fall to 0 V.`,
      fix: 'Check the setting that calls it, then the device.',
      prior: 0.6,
      about,
      apply: stuck('open'),
    },
    {
      id: `stuck-closed-${c.to}`,
      name: `thermostat relay ${c.to} never opens`,
      look: `With nothing called, ${c.to} to C should read 0 V.`,
      fix: 'Replace the device.',
      prior: 0.3,
      about,
      apply: stuck('closed'),
    },
  ];
}

const leaking = (c: Contact): Fault => ({
  id: `leaks-${c.to}`,
  name: `thermostat relay ${c.to} lets current through while open`,
  look: `With nothing called, ${c.to} to C at the wall: some volts that a low-impedance meter keeps.`,
  fix: 'Replace the device.',
  prior: 0.15,
  about: [`wall.${c.to}`],
  ...byDegree(
    LEAK_OHMS,
    (ohms) => (i) =>
      withPart(i, {
        kind: 'joint',
        id: `leak:${c.to}`,
        name: 'leaking contact',
        a: wallNode(c.from),
        b: wallNode(c.to),
        ohms,
      }),
  ),
});

/** Every single fault of the device. */
export function deviceFaults(installed: Installed): Fault[] {
  // A relay whose terminal leads nowhere can do neither harm nor good.
  const leads = (screw: string): boolean =>
    installed.conductors.some((c) => c.wall === screw) ||
    (installed.extra ?? []).some((e) => e.a === wallNode(screw) || e.b === wallNode(screw));
  const led = installed.contacts.filter((c) => leads(c.to));
  const reverses = installed.loads.some((l) => l.id === 'valve');
  return [...(reverses ? [VALVE_SETTING] : []), ...led.flatMap(ofContact), ...led.map(leaking)];
}
