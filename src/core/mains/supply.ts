/** Supplies a house has, told by volts between their cores and to earth; and how much a load may take for hours. */
import * as z from 'zod';
import { type NominalVolts, type Region, SUPPLIES, type SupplyId, type SupplyKind } from './supply.data';

export type { NominalVolts, Region, SupplyId } from './supply.data';

/** Volts that a device's sheet may say it takes: those of the supplies on which something is planned. */
export const SheetVolts = z.literal([120, 208, 230, 240, 277, 347]);

/** What was read of a supply, V; undefined where nothing was. */
export interface SupplyVolts {
  between: number | undefined;
  first?: number | undefined;
  second?: number | undefined;
}

export interface SupplyRead {
  /** none: no supply of this region gives these readings. open: more than one could; told: exactly one. */
  is: 'unread' | 'none' | 'open' | 'told';
  /** What it can be, by everything that was read. */
  could: readonly (SupplyKind & { id: SupplyId })[];
  /** The one that it is; null while it is open. */
  kind: (SupplyKind & { id: SupplyId }) | null;
  /** The nominal volts, where all that it could be agree on them. */
  nominal: NominalVolts | null;
  /** Both conductors live; null while that is open. */
  twoHots: boolean | null;
  /** Whether anything may be planned on it: told, and of a kind that a thermostat or heater is made for. */
  planned: boolean;
}

const within = (volts: number | undefined, [low, high]: readonly [number, number]): boolean =>
  volts === undefined || (volts >= low && volts <= high);

/** The one answer that all agree on; null where they differ or there is none. */
function common<T>(values: readonly T[]): T | null {
  const [first] = values;
  return first !== undefined && values.every((v) => v === first) ? first : null;
}

/**
 * Tells a supply by every reading there is of it. Never the nearest of a list: what fits no supply of the region is none,
 * and what fits more than one is open until a reading to earth decides.
 * @param region without it the supplies of every region are thought of
 */
export function readSupply(region: Region, { between, first, second }: SupplyVolts): SupplyRead {
  if (between === undefined)
    return { is: 'unread', could: [], kind: null, nominal: null, twoHots: null, planned: false };
  const could = SUPPLIES.filter((s: SupplyKind) => {
    const [one, other] = s.toEarth;
    return (
      (region === undefined || s.regions.includes(region)) &&
      within(between, s.between) &&
      ((within(first, one) && within(second, other)) || (within(first, other) && within(second, one)))
    );
  });
  const kind = could.length === 1 ? (could[0] ?? null) : null;
  return {
    is: could.length === 0 ? 'none' : kind ? 'told' : 'open',
    could,
    kind,
    nominal: common(could.map((s) => s.nominal as NominalVolts)),
    twoHots: common(could.map((s) => !s.toEarth.some(([low]) => low === 0))),
    planned: kind?.use === 'planned',
  };
}

/** North American codes allow 80 % of a rating for loads of three hours and more; elsewhere the rating itself holds. */
export const continuousRule = (region: Region): boolean => region === 'NA';
/** Share of a breaker that a continuous load may use, by region. */
export const continuousShare = (region: Region): number => (continuousRule(region) ? 0.8 : 1);
