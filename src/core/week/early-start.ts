/**
 * Whether a device may begin before the time in its week by what it has learned, and why. It learns from what the heat
 * does to its own room: a plain thermostat on the same equipment takes heat away unseen, and electric help hides what
 * the equipment alone can do.
 */
import type { Schedule } from '../devices/sheet';

export interface EarlyStart {
  value: 'on' | 'off';
  why: string;
  wrong: { value: string; why: string }[];
}

/**
 * @param times whether a time in the device's week is when it starts or when the room is to be warm
 * @param shared who else takes heat from this equipment by a thermostat of their own; null where nobody does
 * @param auxiliary an early start would call for electric help
 * @param startAt what to say of a device that starts at the times entered
 */
export function earlyStart(
  times: Schedule['times'] | undefined,
  shared: string | null,
  auxiliary: boolean,
  startAt = 'a time entered is when it starts',
): EarlyStart {
  const off = (why: string, wrong = why): EarlyStart => ({ value: 'off', why, wrong: [{ value: 'on', why: wrong }] });
  if (shared) return off(`${shared}: it cannot learn from a heat that they share`);
  if (auxiliary) return off('an early start asks for much at once, and that is what pulls in auxiliary heat');
  if (times === 'start-at') return off(startAt, 'it starts at the time entered, and would start earlier still');
  return { value: 'on', why: 'times in the week are when the room is to be warm', wrong: [] };
}
