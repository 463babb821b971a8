/** Faults of the equipment's transformers and of what feeds them. */
import type { Installed, InstalledTransformer } from '../installed';
import { byDegree, type Fault } from './fault';

/** A transformer with shorted turns, or on the wrong tap. */
const LOW_SHARES = [0.86, 0.78, 0.7, 0.5] as const;
/** A tap made for fewer volts than there are: 240 V on the one for 208, and worse. */
const HIGH_SHARES = [1.15, 1.27] as const;
/** Of its rating, what a transformer with a bad winding or lead still carries. */
const WEAK_SHARES = [0.35, 0.12] as const;

/** @param which "cooling " where there is another transformer, else nothing */
function ofTransformer(t: InstalledTransformer, which: string): Fault[] {
  const changed =
    (f: (x: InstalledTransformer) => InstalledTransformer) =>
    (i: Installed): Installed => ({
      ...i,
      transformers: i.transformers.map((x) => (x.id === t.id ? f(x) : x)),
    });
  const about = which === '' ? ['board.transformer'] : ['board.transformer', `board.${t.hot}`];
  return [
    {
      id: `fuse-${t.id}`,
      name: which === '' ? 'board fuse blown' : `fuse of the ${which}transformer blown`,
      look: `Look at the 3 A or 5 A fuse on the ${which}board.`,
      fix: 'Find the short first (R touching C), then fit a new fuse of the same rating.',
      prior: 5,
      about: ['board.fuse', ...about.slice(1)],
      apply: changed((x) => ({ ...x, fuseOut: true })),
    },
    {
      id: `dead-${t.id}`,
      name: `${which}transformer dead`,
      look: 'Mains present at its primary and nothing at its secondary?',
      fix: 'A new transformer, by whoever is licensed for the mains side.',
      prior: 0.8,
      about,
      apply: changed((x) => ({ ...x, openVolts: 0 })),
    },
    {
      id: `low-${t.id}`,
      name: `${which}transformer gives too little`,
      look: 'Mains at its primary, and which tap is in use: 208 on a 240 V tap gives seven eighths.',
      fix: 'The right tap, or a new transformer, by whoever is licensed for the mains side.',
      prior: 0.5,
      about,
      ...byDegree(LOW_SHARES, (share) => changed((x) => ({ ...x, openVolts: x.openVolts * share }))),
    },
    {
      id: `high-${t.id}`,
      name: `${which}transformer gives too much`,
      look: 'Mains at its primary, and which tap is in use: 240 on a 208 V tap gives a sixth too much.',
      fix: 'The right tap, or a new transformer, by whoever is licensed for the mains side.',
      prior: 0.3,
      about,
      ...byDegree(HIGH_SHARES, (share) => changed((x) => ({ ...x, openVolts: x.openVolts * share }))),
    },
    {
      id: `weak-${t.id}`,
      name: `${which}transformer sags under load`,
      look: 'R to C with nothing called, and with everything called: more than a tenth between the two.',
      fix: 'Its leads and their joints first; then the transformer.',
      prior: 0.3,
      about,
      ...byDegree(WEAK_SHARES, (share) => changed((x) => ({ ...x, va: x.va * share }))),
    },
  ];
}

/** Whatever feeds the equipment is off. */
export const SUPPLY_OFF: Fault = {
  id: 'supply-off',
  name: 'supply or door switch off',
  look: 'Breaker, service switch, and the furnace door pushing its switch.',
  fix: 'Switch it on; close the door.',
  prior: 6,
  about: ['supply'],
  supplyOff: true,
  apply: (i) => ({ ...i, transformers: i.transformers.map((t) => ({ ...t, openVolts: 0 })) }),
};

/** Every single fault of the equipment's transformers. */
export const supplyFaults = ({ transformers }: Installed): Fault[] => [
  ...transformers.flatMap((t) => {
    const side = /^T-(.+)$/.exec(t.id)?.[1];
    return ofTransformer(t, transformers.length < 2 || !side ? '' : side === 'heat' ? 'heating ' : 'cooling ');
  }),
];
