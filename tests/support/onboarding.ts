/** Square codes for tests, of no device there is. */

/** The payload written by its own description, the other way round from how it is read. */
export function written(vendor: number, product: number, discriminator: number, passcode: number): string {
  const big = (n: number): bigint => BigInt(n);
  let value = 0n;
  for (const [field, width] of [
    [0, 3],
    [vendor, 16],
    [product, 16],
    [0, 2],
    [2, 8],
    [discriminator, 12],
    [passcode, 27],
    [0, 4],
  ].reverse() as [number, number][])
    value = (value << big(width)) | big(field);
  const letters = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ-.';
  let text = 'MT:';
  for (let i = 0; i < 11; i += 3) {
    const bytes = Math.min(3, 11 - i);
    let part = Number((value >> big(8 * i)) & ((1n << big(8 * bytes)) - 1n));
    for (let k = 0; k < (bytes === 3 ? 5 : 4); k++) {
      text += letters[part % 38];
      part = Math.floor(part / 38);
    }
  }
  return text;
}
