/** A field of a survey that is measured: kept as readings, read beside what it is of. */
import type { Quantity } from './quantity';

export interface MeasuredLeaf {
  /** Where it stands in the survey; "*" is the id of the part it is of. */
  path: readonly string[];
  measure: string;
  quantity: Quantity;
  /** SI value of one unit as it is written in the survey. */
  scale?: number;
  /** For people: "cable to screen, before". */
  words: string;
  /** Stop at which it is taken; the survey unless said. */
  stop?: string;
}
