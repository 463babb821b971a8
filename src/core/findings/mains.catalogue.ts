/** Findings of every mains job: proved dead or not. */
import { fixed, volts } from '../units/units';
import { entry, type None } from './entry';

export const MAINS_FINDINGS = {
  'mains.not-proved': entry<{ missing: string[]; instead: string }>(
    'blocker',
    'make-safe',
    'Mains not proved dead by live, dead, live: no conductor may be touched.',
    (f) => ({
      message: `Not proved dead: ${f.missing.length > 1 ? `${f.missing[0]}. ${f.missing.length - 1} more ${f.missing.length > 2 ? 'pairs are' : 'pair is'} not proved` : (f.missing[0] ?? 'nothing was measured')}.`,
      fix: `${f.instead} Mains work is for those licensed for it.`,
    }),
  ),
  'mains.was-not-proved': entry<{ missing: string[] }>(
    'caution',
    'make-safe',
    'The work was done and powered without dead ever having been proved.',
    (f) => ({
      message: `It was not proved dead before it was powered: ${f.missing[0] ?? 'nothing was measured'}.`,
      fix: 'Before you open anything again: measure live, isolate, measure dead, then prove the tester.',
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
  'mains.over-wire': entry<{ amps: number; allowed: number; why: string }>(
    'blocker',
    'decide',
    'The load is more than the wire may carry for hours.',
    (f) => ({
      message: `${fixed(f.amps, 1)} A for hours is more than the wire allows: ${fixed(f.allowed, 1)} A (${f.why}).`,
      fix: 'Thicker cable, or fewer watts. The local code decides.',
    }),
  ),
  'mains.breaker-over-wire': entry<{ breaker: number; wire: string; allowed: number }>(
    'blocker',
    'decide',
    'The breaker is larger than its wire allows.',
    (f) => ({
      message: `A ${fixed(f.breaker, 0)} A breaker feeds ${f.wire}. That wire may carry ${fixed(f.allowed, 0)} A.`,
      fix: 'Fit a smaller breaker, if it carries the load. A breaker must trip before its wire overheats.',
    }),
  ),
  'mains.one-pole-breaker': entry<None>(
    'blocker',
    'survey',
    'Both supply conductors are live and the breaker opens only one.',
    () => ({
      message: 'Both supply conductors are live, and the breaker opens one of them. Off, the other stays live.',
      fix: 'Have a licensed electrician fit a two-pole breaker with a common trip before the box is opened.',
    }),
  ),
  'mains.no-such-supply': entry<{ read: string; where: string }>(
    'blocker',
    'survey',
    'The volts between the supply conductors and to earth belong to no supply of the region: nothing is planned on it.',
    (f) => ({
      message: `No supply of ${f.where} reads ${f.read}. Nothing is planned on it.`,
      fix: 'Measure each core to earth and core to core again. Check the region. If it stays, ask an electrician what supply this is.',
    }),
  ),
  'mains.supply-refused': entry<{ supply: string }>(
    'blocker',
    'survey',
    'A supply on which no thermostat, heater or floor of this kind may be connected.',
    (f) => ({
      message: `This is ${f.supply}. No thermostat or heater here is made for it.`,
      fix: 'Do not connect anything to it. Ask a licensed electrician for a circuit of the right supply.',
    }),
  ),
} as const;
