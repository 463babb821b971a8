/** Faults that no list knows: a leak of some ohms between two cores, two relays of the device exchanged, a supply far too high. */
import { derive } from '../../src/core/derive';
import { ownOf } from '../../src/core/family/registry';
import type { Job } from '../../src/core/job/schema';
import type { Fault } from '../../src/core/lowvoltage/faults/fault';

const BASE = { name: '', look: '', fix: '', prior: 1, about: [] };
/** Ω */
const LEAK = 150;

export function unlistedOf(job: Job): Fault[] {
  const { installed } = ownOf(derive(job), '24v');
  if (!installed) return [];
  const landed = installed.conductors.filter((c) => c.board !== undefined && c.wall !== undefined);
  const called = installed.contacts.filter((c) => landed.some((x) => x.wall === c.to));
  return [
    ...twos(landed).map(
      ([c, d]): Fault => ({
        ...BASE,
        id: `leak-${c.id}-${d.id}`,
        apply: (i) => ({
          ...i,
          extra: [
            ...(i.extra ?? []),
            { kind: 'joint', id: 'leak', name: 'leak', a: `board.${c.board}`, b: `board.${d.board}`, ohms: LEAK },
          ],
        }),
      }),
    ),
    ...twos(called).map(
      ([c, d]): Fault => ({
        ...BASE,
        id: `relays-${c.to}-${d.to}`,
        apply: (i) => ({
          ...i,
          contacts: i.contacts.map((x) =>
            x.to === c.to ? { ...x, role: d.role } : x.to === d.to ? { ...x, role: c.role } : x,
          ),
        }),
      }),
    ),
    ...installed.transformers.map(
      (): Fault => ({
        ...BASE,
        id: 'high',
        apply: (i) => ({ ...i, transformers: i.transformers.map((x) => ({ ...x, openVolts: x.openVolts * 1.35 })) }),
      }),
    ),
  ];
}

const twos = <T>(list: readonly T[]): [T, T][] => list.flatMap((a, k) => list.slice(k + 1).map((b): [T, T] => [a, b]));
