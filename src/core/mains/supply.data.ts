/**
 * The supplies that a wall box can hold, by region: volts between the two cores and from each to earth.
 * North America: service range B of ANSI C84.1. Elsewhere: IEC 60038, 230/400 V within 10 %.
 */

export type Region = 'NA' | 'EU' | 'UK' | 'AU' | undefined;

/** Volts of a range, both ends included. */
export type Range = readonly [low: number, high: number];

export type NominalVolts = 120 | 208 | 230 | 240 | 277 | 347 | 400 | 480 | 600;

/** What a control, a floor or a heater may be planned on, and what a plan stops at. */
type Use = 'planned' | 'refused';

export interface SupplyKind {
  id: string;
  /** As it is said: "live and neutral, 120 V". */
  words: string;
  nominal: NominalVolts;
  regions: readonly Exclude<Region, undefined>[];
  between: Range;
  /** To earth: one core and the other, in either order. */
  toEarth: readonly [Range, Range];
  /** One of the two is at earth and may be landed on N. */
  neutral: boolean;
  use: Use;
}

/** A grounded conductor carries the drop of its own run and no more. */
const EARTHED: Range = [0, 15];
const V120: Range = [110, 127];
const V208: Range = [191, 220];
const V240: Range = [220, 254];
const V277: Range = [254, 293];
const V347: Range = [318, 367];
const V230: Range = [207, 253];

const NA = ['NA'] as const;
const IEC = ['EU', 'UK', 'AU'] as const;

export const SUPPLIES = [
  {
    id: 'live-neutral-120',
    words: 'hot and neutral, 120 V',
    nominal: 120,
    regions: NA,
    between: V120,
    toEarth: [V120, EARTHED],
    neutral: true,
    use: 'planned',
  },
  {
    id: 'two-hots-240',
    words: 'two hots, 240 V, no neutral',
    nominal: 240,
    regions: NA,
    between: V240,
    toEarth: [V120, V120],
    neutral: false,
    use: 'planned',
  },
  {
    id: 'two-legs-208',
    words: 'two hots, 208 V of three phases, no neutral',
    nominal: 208,
    regions: NA,
    between: V208,
    toEarth: [V120, V120],
    neutral: false,
    use: 'planned',
  },
  {
    id: 'high-leg-240',
    words: 'a high leg and another hot, 240 V',
    nominal: 240,
    regions: NA,
    between: V240,
    toEarth: [V208, V120],
    neutral: false,
    use: 'refused',
  },
  {
    id: 'high-leg-208',
    words: 'a high leg and neutral, 208 V',
    nominal: 208,
    regions: NA,
    between: V208,
    toEarth: [V208, EARTHED],
    neutral: false,
    use: 'refused',
  },
  {
    id: 'corner-grounded-240',
    words: 'a hot and a grounded corner of a delta, 240 V',
    nominal: 240,
    regions: NA,
    between: V240,
    toEarth: [V240, EARTHED],
    neutral: false,
    use: 'refused',
  },
  {
    id: 'delta-240',
    words: 'two hots of an ungrounded delta, 240 V',
    nominal: 240,
    regions: NA,
    between: V240,
    toEarth: [
      [128, 150],
      [128, 150],
    ],
    neutral: false,
    use: 'refused',
  },
  {
    id: 'live-neutral-277',
    words: 'hot and neutral, 277 V',
    nominal: 277,
    regions: NA,
    between: V277,
    toEarth: [V277, EARTHED],
    neutral: true,
    use: 'planned',
  },
  {
    id: 'live-neutral-347',
    words: 'hot and neutral, 347 V',
    nominal: 347,
    regions: NA,
    between: V347,
    toEarth: [V347, EARTHED],
    neutral: true,
    use: 'planned',
  },
  {
    id: 'two-legs-480',
    words: 'two hots of 480 V',
    nominal: 480,
    regions: NA,
    between: [440, 508],
    toEarth: [V277, V277],
    neutral: false,
    use: 'refused',
  },
  {
    id: 'two-legs-600',
    words: 'two hots of 600 V',
    nominal: 600,
    regions: NA,
    between: [550, 635],
    toEarth: [V347, V347],
    neutral: false,
    use: 'refused',
  },
  {
    id: 'live-neutral-230',
    words: 'live and neutral, 230 V',
    nominal: 230,
    regions: IEC,
    between: V230,
    toEarth: [V230, EARTHED],
    neutral: true,
    use: 'planned',
  },
  {
    id: 'two-legs-230',
    words: 'two lives, 230 V without a neutral',
    nominal: 230,
    // Three phases of 230 V without a neutral are found on the continent.
    regions: ['EU'],
    between: V230,
    toEarth: [
      [119, 147],
      [119, 147],
    ],
    neutral: false,
    use: 'planned',
  },
  {
    id: 'two-legs-400',
    words: 'two lives of different phases, 400 V',
    nominal: 400,
    regions: IEC,
    between: [360, 440],
    toEarth: [V230, V230],
    neutral: false,
    use: 'refused',
  },
] as const satisfies readonly SupplyKind[];

export type SupplyId = (typeof SUPPLIES)[number]['id'];
