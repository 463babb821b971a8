/** Findings of making safe: what was not proved, and what came alive again. */
import { volts } from '../units/units';
import { entry, type None } from './entry';

export const SAFE_FINDINGS = {
  // Make safe
  'safe.line-voltage': entry<{ sign: string }>(
    'blocker',
    'make-safe',
    'A sign of line voltage at the wall. A 24 V thermostat must not go there.',
    (f) => ({
      message: `Sign of line voltage: ${f.sign}.`,
      fix: 'Stop. Do not fit a 24 V thermostat here. Leave it isolated and call a licensed electrician.',
    }),
  ),
  'safe.still-live': entry<{ volts: number }>(
    'blocker',
    'make-safe',
    'R to C still reads transformer voltage although the supply is marked off.',
    (f) => ({
      message: `Still live: ${volts(f.volts)} where it should be dead. The wrong breaker is off, or it is on again.`,
      fix: 'Find the right breaker or switch, switch it off and measure again.',
    }),
  ),
  'safe.odd-reading': entry<{ volts: number }>(
    'blocker',
    'make-safe',
    'A reading that is neither dead nor a healthy transformer.',
    (f) => ({
      message: `${volts(f.volts)} is neither dead nor a healthy 24 V supply.`,
      fix: 'Do not touch the conductors. Check the meter on a known supply, then measure again.',
    }),
  ),
  'safe.supply-on': entry<{ supply: string }>('blocker', 'make-safe', 'A named supply is still on.', (f) => ({
    message: `“${f.supply}” is still on.`,
    fix: 'Switch it off, or remove it if it does not feed this equipment.',
  })),
  'safe.no-supply': entry<None>('caution', 'make-safe', 'No supply has been named.', () => ({
    message: 'No supply named yet.',
    fix: 'Name every breaker, switch or spur that feeds this equipment. There may be more than one.',
  })),
  'safe.not-proved': entry<None>(
    'blocker',
    'make-safe',
    'No meter reading proves it dead: no conductor may be touched.',
    () => ({
      message: 'Not proved dead: touch no conductor yet.',
      fix: 'Measure R to C live, switch every supply off, measure R to C again, then a known live source.',
    }),
  ),
  'safe.was-not-proved': entry<None>(
    'caution',
    'make-safe',
    'The work was done and powered without dead ever having been proved.',
    () => ({
      message: 'It was never proved dead before it was powered.',
      fix: 'Switch off and measure R to C before anything is opened again.',
    }),
  ),
  'safe.read-again': entry<{ a: string; b: string; volts: number; missing: string }>(
    'blocker',
    'make-safe',
    'Points that read live have not been read dead again between two proofs of the meter.',
    (f) => ({
      message: `${f.a} to ${f.b} has read ${volts(f.volts)}; ${f.missing}.`,
      fix: 'Supply off, read the same two points again, then touch the meter to something live to show that it still works.',
    }),
  ),
  'safe.other-transformer': entry<{ terminal: string }>(
    'caution',
    'make-safe',
    'More than one supply, and nothing read would show one of them live.',
    (f) => ({
      message: `The supply behind ${f.terminal} is not proved dead: your readings would be 0 V with it on.`,
      fix: `Measure ${f.terminal} to its own common, live and then dead, at the equipment it belongs to.`,
    }),
  ),
  'safe.proves-nothing': entry<{ a: string; b: string; why: string; instead: string }>(
    'blocker',
    'make-safe',
    'A dead reading that would be the same with the supply on, or that no meter was proved for, or that is out of date.',
    (f) => ({
      message: `0 V from ${f.a} to ${f.b} does not prove it dead: ${f.why}.`,
      fix: f.instead,
    }),
  ),
} as const;
