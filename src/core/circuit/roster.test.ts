import { describe, expect, it } from 'vitest';
import type { CircuitElement } from './netlist';
import { Roster } from './roster';

const load = (id: string, runs?: string): CircuitElement => ({
  kind: 'load',
  id,
  name: id,
  a: 'a',
  b: 'b',
  ratedVolts: 24,
  va: 5,
  coil: true,
  ...(runs === undefined ? {} : { runs }),
});

describe('the loads of a circuit', () => {
  const elements = [load('fan', 'blower'), load('device'), load('gas', 'burner')];
  const places = Int32Array.of(0, 1, 2);

  it('are one roster for all circuits that have them, and one set for each that run', () => {
    const one = Roster.of(elements, places);
    const other = Roster.of(
      elements.map((e) => ({ ...e, va: 9 }) as CircuitElement),
      places,
    );
    expect(other).toBe(one);
    const running = one.running(Int32Array.of(1, 0, 1), places);
    expect([...running]).toEqual(['fan', 'gas']);
    expect(other.running(Int32Array.of(1, 0, 1), places)).toBe(running);
    expect([...one.running(Int32Array.of(0, 0, 0), places)]).toEqual([]);
  });

  it('are another where one runs another thing, or another is there', () => {
    expect(Roster.of([load('fan', 'pump'), ...elements.slice(1)], places)).not.toBe(Roster.of(elements, places));
    expect(Roster.of(elements, Int32Array.of(0, 1))).not.toBe(Roster.of(elements, places));
  });

  it('are told apart however many there are', () => {
    const many = Array.from({ length: 70 }, (_, i) => load(`l${i}`));
    const all = Int32Array.from(many, (_, i) => i);
    const roster = Roster.of(many, all);
    const only = (k: number): Int32Array => Int32Array.from(many, (_, i) => (i === k ? 1 : 0));
    for (const k of [0, 35, 69]) expect([...roster.running(only(k), all)]).toEqual([`l${k}`]);
  });
});
