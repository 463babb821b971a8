/**
 * A single fault of a 24 V job: what can be wrong, how common it is, what to look at, and the circuit as it would then
 * be. Used by diagnosis and by the rig, so that both mean the same thing.
 */

import type { SettingKey } from '../../devices/sheet';
import type { NamedFault } from '../../evidence/hypothesis';
import type { Installed } from '../installed';

export interface Fault extends NamedFault {
  apply: (installed: Installed) => Installed;
  /** The same, worse: where how bad it is hangs on the fault, from mild to worst; `apply` is the mildest. */
  worse?: readonly ((installed: Installed) => Installed)[];
  /** The supply itself is off. */
  supplyOff?: boolean;
  /** A setting of the card that was entered otherwise, and as what. */
  setting?: { key: SettingKey; value: string };
}

/** A conductor changed. */
export const conductor = (
  installed: Installed,
  id: string,
  change: Partial<Installed['conductors'][number]>,
): Installed => ({
  ...installed,
  conductors: installed.conductors.map((c) => (c.id === id ? { ...c, ...change } : c)),
});

/** Conductors with a screw at both ends. */
export const landedOf = (installed: Installed): Installed['conductors'] =>
  installed.conductors.filter((c) => c.wall !== undefined && c.board !== undefined);

/** One part more in the circuit. */
export const withPart = (installed: Installed, part: NonNullable<Installed['extra']>[number]): Installed => ({
  ...installed,
  extra: [...(installed.extra ?? []), part],
});

/** A fault of several degrees: the mildest, then the worse ones. */
export const byDegree = <T>(
  degrees: readonly [T, ...T[]],
  of: (degree: T) => (i: Installed) => Installed,
): Pick<Fault, 'apply' | 'worse'> => {
  const [mildest, ...more] = degrees;
  return { apply: of(mildest), worse: more.map(of) };
};
