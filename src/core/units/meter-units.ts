/** Units a meter's figure is typed with: the quantity it is, and what the figure is multiplied by. */
import type { Quantity } from '../job/schema';

export const METER_UNITS: Readonly<Record<string, readonly [Quantity, number]>> = {
  v: ['volts-ac', 1],
  volt: ['volts-ac', 1],
  volts: ['volts-ac', 1],
  vdc: ['volts-dc', 1],
  mv: ['volts-dc', 0.001],
  ohm: ['ohms', 1],
  ohms: ['ohms', 1],
  ω: ['ohms', 1],
  k: ['ohms', 1000],
  kohm: ['ohms', 1000],
  kohms: ['ohms', 1000],
  kω: ['ohms', 1000],
  m: ['ohms', 1e6],
  meg: ['ohms', 1e6],
  megohm: ['ohms', 1e6],
  a: ['amps', 1],
  amp: ['amps', 1],
  amps: ['amps', 1],
};

/** What an open circuit ("OL") is kept as, and the most a meter reads, Ω. */
export const OPEN_CIRCUIT_OHMS = 1e8;
