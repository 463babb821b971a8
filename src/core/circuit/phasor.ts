/** A voltage, current, impedance or admittance at one frequency; RMS values. */
export type Phasor = readonly [real: number, imaginary: number];

export const NO_PHASOR: Phasor = [0, 0];

/** What a meter shows of it. */
export const magnitude = ([re, im]: Phasor): number => Math.sqrt(re * re + im * im);

export const minus = (p: Phasor, q: Phasor): Phasor => [p[0] - q[0], p[1] - q[1]];

/** @param degrees ahead of the reference */
export const polar = (size: number, degrees: number): Phasor => {
  // Transformers in phase or opposed, the usual case, carry no rounding.
  if (degrees % 180 === 0) return [degrees % 360 === 0 ? size : -size, 0];
  const angle = (degrees * Math.PI) / 180;
  return [size * Math.cos(angle), size * Math.sin(angle)];
};

/** One over it: an impedance's admittance and back. */
export const inverse = ([re, im]: Phasor): Phasor => {
  // A plain resistance stays the number its nameplate gives.
  if (im === 0) return [1 / re, 0];
  const square = re * re + im * im;
  return [re / square, -im / square];
};

/** Watts that flow in with volts across it and amperes through it: what is in step. */
export const realPower = (volts: Phasor, amps: Phasor): number => volts[0] * amps[0] + volts[1] * amps[1];

/** Volts between two points by their names; a point that is not there stands at the reference. */
export const voltsBetween = (volts: ReadonlyMap<string, Phasor>, a: string, b: string): number =>
  magnitude(minus(volts.get(a) ?? NO_PHASOR, volts.get(b) ?? NO_PHASOR));
