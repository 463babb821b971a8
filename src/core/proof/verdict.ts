/** Judges a measured value against a predicted band, with the meter's own resolution. */

export type Verdict = 'pass' | 'fail' | 'inconclusive' | 'skipped' | 'open';

export interface Band {
  low: number;
  high: number;
}

/** Inside the band passes; outside by less than the meter's tolerance cannot be told; else fails. */
export function judge(value: number, band: Band, tolerance: number): 'pass' | 'fail' | 'inconclusive' {
  if (!Number.isFinite(value)) return 'inconclusive';
  if (value >= band.low && value <= band.high) return 'pass';
  const outside = value < band.low ? band.low - value : value - band.high;
  return outside <= tolerance ? 'inconclusive' : 'fail';
}

/** A test's verdict from its measures': any failure fails, anything open leaves it open. */
export function combine(verdicts: readonly Verdict[]): Verdict {
  if (verdicts.includes('fail')) return 'fail';
  if (verdicts.includes('open')) return 'open';
  if (verdicts.includes('inconclusive')) return 'inconclusive';
  return verdicts.length === 0 ? 'open' : 'pass';
}
