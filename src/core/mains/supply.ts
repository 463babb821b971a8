/** Supplies a house has, and how much of a breaker or relay a load may take for hours. */
export type Region = 'NA' | 'EU' | 'UK' | 'AU' | undefined;

const SUPPLIES = [120, 208, 230, 240] as const;
export type NominalVolts = (typeof SUPPLIES)[number];

/** The supply a measured voltage belongs to; null when it is none of them within 10 %. */
export function nominalVolts(volts: number): NominalVolts | null {
  const near = SUPPLIES.reduce((best, v) => (Math.abs(v - volts) < Math.abs(best - volts) ? v : best));
  return Math.abs(near - volts) <= near * 0.1 ? near : null;
}

/** North American codes allow 80 % of a rating for loads of three hours and more; elsewhere the rating itself holds. */
export const continuousRule = (region: Region): boolean => region === 'NA';
/** Share of a breaker that a continuous load may use, by region. */
export const continuousShare = (region: Region): number => (continuousRule(region) ? 0.8 : 1);
