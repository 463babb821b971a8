/**
 * Own properties alone. What comes from outside names keys, and "toString" or "constructor" is a name like any other: every
 * look-up by such a key goes through here, so that no prototype is ever met.
 */

/** The value under a key that an object has itself; undefined for anything inherited. */
export const own = <T extends object>(of: T, key: PropertyKey): T[keyof T] | undefined =>
  Object.hasOwn(of, key) ? of[key as keyof T] : undefined;

/** Whether an object has a key itself. */
export const hasOwn = (of: object, key: PropertyKey): boolean => Object.hasOwn(of, key);
