/** Findings of every mains job: proved dead or not. */
import { listed, volts } from '../units/units';
import { entry } from './entry';

export const MAINS_FINDINGS = {
  'mains.not-proved': entry<{ missing: string[] }>(
    'caution',
    'make-safe',
    'Mains not proved dead by prove, test, prove.',
    (f) => ({
      message: `Not proved dead: ${f.missing.length > 0 ? listed(f.missing) : 'the order was not prove, test, prove'}.`,
      fix: 'Prove the tester on a known live source, test the spur, prove the tester again. Mains work is for those licensed for it.',
    }),
  ),
  'mains.still-live': entry<{ volts: number }>('blocker', 'make-safe', 'The supply is still live.', (f) => ({
    message: `Still live: ${volts(f.volts)} at the spur.`,
    fix: 'Find what feeds it, lock it off, and test again.',
  })),
} as const;
