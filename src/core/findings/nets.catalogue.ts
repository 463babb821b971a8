/** Findings of nets: terminals that are one piece of copper and may not be. One set for every family. */
import { entry } from './entry';

interface Meets {
  a: string;
  b: string;
  aIs: string;
  bIs: string;
  /** The demand in which they meet; empty where wire alone joins them. */
  when: string;
}
const met = (f: Meets): string =>
  `${f.a} (${f.aIs}) is connected to ${f.b} (${f.bIs})${f.when === '' ? '' : `, with ${f.when}`}.`;

export const NETS_FINDINGS = {
  'nets.danger': entry<Meets>(
    'blocker',
    'connect',
    'Mains and an extra-low-voltage or earth terminal are in one net: somebody can be hurt.',
    (f) => ({
      message: met(f),
      fix: 'Do not switch on. Isolate, prove dead, and disconnect one of the two.',
    }),
  ),
  'nets.fuse': entry<Meets>(
    'blocker',
    'connect',
    'A live and its own return are in one net: the fuse opens, or worse.',
    (f) => ({
      message: met(f),
      fix: 'Do not switch on: this is a short circuit. Isolate, prove dead, and disconnect one of the two.',
    }),
  ),
  'nets.damage': entry<Meets>(
    'blocker',
    'connect',
    'Two supplies or signals of different kinds are in one net: a part is damaged.',
    (f) => ({
      message: met(f),
      fix: 'Do not switch on. Disconnect one of the two: one of the parts would be damaged.',
    }),
  ),
  'nets.always-on': entry<Meets>(
    'blocker',
    'connect',
    'A part hangs on a permanent live: it runs without being called.',
    (f) => ({
      message: met(f),
      fix: 'Move it to its switched live: as it is, it runs all the time.',
    }),
  ),
  'nets.dead': entry<Meets>(
    'blocker',
    'connect',
    'A contact is on neutral or earth, so that what it switches stays dead.',
    (f) => ({
      message: met(f),
      fix: 'Disconnect the two. A contact switches the live, never neutral or earth.',
    }),
  ),
  'nets.earth-core': entry<{ a: string; b: string; bIs: string }>(
    'blocker',
    'connect',
    'A green and yellow core is used for something other than earth.',
    (f) => ({
      message: `A green and yellow core from ${f.a} to ${f.b} carries ${f.bIs}.`,
      fix: 'Use another core. Green and yellow is for earth alone: somebody will trust it.',
    }),
  ),
  'nets.fuse-opens': entry<{ a: string; b: string; when: string }>(
    'blocker',
    'connect',
    'The solved circuit opens the fuse in some demand.',
    (f) => ({
      message: `With ${f.when}, the fuse opens. The conductor from ${f.a} to ${f.b} does it.`,
      fix: 'Do not switch on. Isolate, prove dead, and disconnect that conductor.',
    }),
  ),
} as const;
