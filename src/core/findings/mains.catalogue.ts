/** Findings of every mains job: proved dead or not. */
import { listed, volts } from '../units/units';
import { entry } from './entry';

export const MAINS_FINDINGS = {
  'mains.not-proved': entry<{ missing: string[] }>(
    'blocker',
    'make-safe',
    'Mains not proved dead by prove, test, prove: no conductor may be touched.',
    (f) => ({
      message: `Not proved dead: ${f.missing.length > 5 ? `${f.missing.length} readings are missing or wrong` : f.missing.length > 0 ? listed(f.missing) : 'the order was not prove, test, prove'}.`,
      fix: 'Prove the tester on a known live source, test the spur, prove the tester again. Mains work is for those licensed for it.',
    }),
  ),
  'mains.was-not-proved': entry<{ missing: string[] }>(
    'caution',
    'make-safe',
    'The work was done and powered without dead ever having been proved.',
    (f) => ({
      message: `It was never proved dead before it was powered: ${f.missing.length > 5 ? `${f.missing.length} readings were not taken` : f.missing.length > 0 ? listed(f.missing) : 'not in the order prove, test, prove'}.`,
      fix: 'Before anything is opened again: isolate, prove, test, prove.',
    }),
  ),
  'mains.still-live': entry<{ volts: number }>(
    'blocker',
    'make-safe',
    'A live reading that no later dead one of the same points has answered.',
    (f) => ({
      message: `Still live: ${volts(f.volts)} was read where the work is.`,
      fix: 'Find what feeds it and lock it off. Then prove the tester, read the same points again, prove the tester again.',
    }),
  ),
} as const;
