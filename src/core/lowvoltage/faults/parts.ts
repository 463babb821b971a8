/**
 * Faults of everything that is more than a core or a load of the equipment: accessories with their transformers and
 * leads, zone valves and end switches, relays, parts of a powering kit, the outdoor cable. Read off the circuit itself, so
 * that a part that a later plan brings is not forgotten.
 */
import { type CircuitElement, OPEN_OHMS } from '../../circuit/netlist';
import type { Installed } from '../installed';
import { OTHER_THERMOSTAT } from '../loads.data';
import { byDegree, type Fault } from './fault';
import { HEAVY } from './loads';

/** An accessory's own small transformer with shorted turns. */
const LOW_SHARES = [0.78, 0.6] as const;
const HIGH_SHARES = [1.15, 1.27] as const;

type Of<K extends CircuitElement['kind']> = Extract<CircuitElement, { kind: K }>;

/** A part as it stands in that circuit, and not as it was planned, in place of what it is; taken out where null. */
const changed =
  <K extends CircuitElement['kind']>({ id, kind }: { id: string; kind: K }, to: (e: Of<K>) => CircuitElement | null) =>
  (i: Installed): Installed => {
    const isIt = (x: CircuitElement): x is Of<K> => x.id === id && x.kind === kind;
    return {
      ...i,
      extra: (i.extra ?? []).flatMap((x) => {
        const put = isIt(x) ? to(x) : x;
        return put ? [put] : [];
      }),
    };
  };

const slug = (id: string): string => id.replaceAll(':', '-');

function ofPart(e: CircuitElement): Fault[] {
  const base = { about: [e.id] };
  switch (e.kind) {
    case 'load':
      return [
        {
          ...base,
          id: `part-open-${slug(e.id)}`,
          name: `${e.name} open inside`,
          look: `Supplies off, read ohms across the ${e.name}.`,
          fix: 'Replace the part.',
          prior: 0.5,
          apply: changed(e, () => null),
        },
        // What tells levels apart, and what stands at another wall, is not found heavy here.
        ...(e.coil && !e.sense
          ? [
              {
                ...base,
                id: `part-heavy-${slug(e.id)}`,
                name: `${e.name} draws several times what it should`,
                look: `Amperes of the ${e.name} while it runs, against its label.`,
                fix: 'Replace the part.',
                prior: 0.3,
                ...byDegree(HEAVY, (times) => changed(e, (x) => ({ ...x, va: x.va * times }))),
              },
              {
                ...base,
                id: `part-stuck-${slug(e.id)}`,
                name: `${e.name} has its volts and does not move`,
                look: `Volts across the ${e.name} while it is called are right: listen, and look whether it moves.`,
                fix: 'Supply off: free what jams it; else replace the part.',
                prior: 0.4,
                apply: changed(e, (x) => ({ ...x, stuck: true })),
              },
            ]
          : []),
      ];
    case 'source':
      return [
        {
          ...base,
          id: `dead-${slug(e.id)}`,
          name: `${e.name} dead or not plugged in`,
          look: 'Is it plugged in and its outlet live? Volts across its two leads.',
          fix: 'Plug it in; else a new one.',
          prior: 2,
          apply: changed(e, (x) => ({ ...x, volts: 0 })),
        },
        {
          ...base,
          id: `low-${slug(e.id)}`,
          name: `${e.name} gives too little`,
          look: 'Volts across its two leads with nothing on, beside its label.',
          fix: 'A new one.',
          prior: 0.3,
          ...byDegree(LOW_SHARES, (share) => changed(e, (x) => ({ ...x, volts: x.volts * share }))),
        },
        {
          ...base,
          id: `high-${slug(e.id)}`,
          name: `${e.name} gives too much`,
          look: 'Volts across its two leads with nothing on, beside its label.',
          fix: 'A new one.',
          prior: 0.2,
          ...byDegree(HIGH_SHARES, (share) => changed(e, (x) => ({ ...x, volts: x.volts * share }))),
        },
      ];
    case 'conductor':
    case 'joint':
      return [
        {
          ...base,
          id: `broken-${slug(e.id.replace(/^conductor:/, ''))}`,
          name: `${e.name} broken or loose`,
          look: 'Read across its two ends while it should carry current.',
          fix: 'Supply off at both places, remake its ends; else a new one.',
          prior: 1,
          apply: changed(e, (x) => ({ ...x, ohms: OPEN_OHMS })),
        },
      ];
    case 'contact':
      return [
        {
          ...base,
          id: `stuck-open-${slug(e.id)}`,
          name: `${e.name} never closes`,
          look: `Volts across the ${e.name} while it should be closed: 0 V.`,
          fix: 'Replace the part.',
          prior: 0.6,
          apply: changed(e, (x) => ({ ...x, closedOhms: OPEN_OHMS })),
        },
        {
          ...base,
          id: `stuck-closed-${slug(e.id)}`,
          name: `${e.name} never opens`,
          look: `With nothing called, what it feeds should be dead.`,
          fix: 'Replace the part.',
          prior: 0.3,
          apply: changed(e, (x) => ({ ...x, openOhms: x.closedOhms })),
        },
      ];
    default:
      return [];
  }
}

/** Another zone's thermostat, and what a device takes through idle coils, are no parts of this work. */
const isPart = (e: CircuitElement): boolean =>
  !e.id.startsWith('trickle:') && !(e.kind === 'load' && e.runs === OTHER_THERMOSTAT);

/** Every single fault of the parts. */
export const partFaults = ({ extra = [] }: Installed): Fault[] => extra.filter(isPart).flatMap(ofPart);
