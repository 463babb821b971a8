/**
 * Faults of the equipment's loads: a winding that is open, one that draws several times what it should, an armature that
 * does not move.
 */
import type { Installed } from '../installed';
import { byDegree, type Fault } from './fault';

/** Shorted turns, a stuck armature: times what the label says. */
export const HEAVY = [3, 4.5, 7, 12] as const;

/** Every single fault of the loads at the board and outdoors. */
export const loadFaults = (installed: Installed): Fault[] =>
  installed.loads.flatMap((l): Fault[] => {
    const changed = (i: Installed, change: Partial<typeof l>): Installed => ({
      ...i,
      loads: i.loads.map((x) => (x.id === l.id ? { ...x, ...change } : x)),
    });
    const about = [`board.${l.terminal}`];
    return [
      {
        id: `coil-open-${l.id}`,
        name: `${l.name} coil open`,
        look: `Supply off, read ohms across the ${l.name}.`,
        fix: 'Replace the part.',
        prior: 0.5,
        about,
        apply: (i) => changed(i, { open: true }),
      },
      {
        id: `coil-heavy-${l.id}`,
        name: `${l.name} draws several times what it should`,
        look: `Amperes of the ${l.name} while it is called, against its label; a stuck armature or shorted turns.`,
        fix: 'Replace the part.',
        prior: 0.3,
        about,
        ...byDegree(HEAVY, (times) => (i) => changed(i, { va: l.va * times, inrushVA: l.inrushVA * times })),
      },
      {
        id: `coil-stuck-${l.id}`,
        name: `${l.name} hums and does not pull in`,
        look: `Volts across the ${l.name} while it is called are right: listen, and look whether its armature moves.`,
        fix: 'Supply off: free what jams it; else replace the part.',
        prior: 0.4,
        about,
        apply: (i) => changed(i, { stuck: true }),
      },
    ];
  });
