/** A seeded run of chances between 0 and 1: the same seed, the same run, on every machine. */
export function chanceOf(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Normal of that spread, by Box and Muller. */
export const normalOf = (chance: () => number, sigma: number): number =>
  sigma * Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
