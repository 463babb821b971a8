/**
 * Weeks side by side in this house on the same weather, with the spread that comes from what is not known of it. The
 * unknown is drawn once and every week runs in the same draws, so a difference has far less spread than its parts.
 */
import type { Equipment, Steering } from './equipment';
import { DOUBT, type Factors, type HouseForm, houseOf } from './house';
import { type HouseUse, runHouse } from './run';

export interface Plan {
  id: string;
  name: string;
  wanted: Float64Array;
  steering?: Steering;
}

export interface CompareInput {
  form: HouseForm;
  equipment: Equipment;
  steering: Steering;
  hourly: Float64Array;
  price: Float64Array;
  plans: readonly Plan[];
  /** Standard errors of the logarithms, from a fit or a form. */
  doubt?: Factors;
  /** Best guess of the factors, from a fit. */
  factors?: Factors;
}

export interface Compared {
  id: string;
  name: string;
  use: Pick<
    HouseUse,
    | 'paidKilowattHours'
    | 'heatKilowattHours'
    | 'cost'
    | 'starts'
    | 'shortKelvinHours'
    | 'auxShare'
    | 'meanAirCelsius'
    | 'coldestCelsius'
    | 'stageMinutes'
    | 'imbalance'
  >;
  /** Least and most of the cost over the draws. */
  low: number;
  high: number;
  /** Share of the first plan's cost that is saved, with its own least and most; null for the first. */
  saved: { share: number; low: number; high: number } | null;
}

/**
 * Draws of loss, mass and gains: the middle, then both sides of each alone. Six sides and the middle give the mean
 * exactly and the variance of what is near linear (unscented points of three parameters).
 */
const SIDES = Math.sqrt(3);
export function draws(factors: Factors, doubt: Factors): Factors[] {
  const sides = (['loss', 'mass', 'gains'] as const).flatMap((key) =>
    [-1, 1].map((side) => ({ ...factors, [key]: factors[key] * Math.exp(side * SIDES * doubt[key]) })),
  );
  return [factors, ...sides];
}

/** Root of the mean square of the two sides of each parameter, from the middle: one standard error. */
export function spreadOf(values: readonly number[]): number {
  const [middle = 0, ...sides] = values;
  let variance = 0;
  for (let i = 0; i < sides.length; i += 2)
    variance += (((sides[i] ?? 0) - middle) ** 2 + ((sides[i + 1] ?? 0) - middle) ** 2) / (2 * SIDES ** 2);
  return Math.sqrt(variance);
}

/** Yields how far it is, 0 to 1; returns the plans compared. */
export function* compareWeeks(input: CompareInput): Generator<number, Compared[]> {
  const { form, equipment, steering, hourly, price, plans } = input;
  const all = draws(input.factors ?? { loss: 1, mass: 1, gains: 1 }, input.doubt ?? DOUBT);
  const uses: HouseUse[][] = plans.map(() => []);
  let done = 0;
  for (const factors of all) {
    const house = houseOf(form, factors);
    for (const [i, plan] of plans.entries()) {
      uses[i]?.push(
        runHouse({ house, equipment, steering: plan.steering ?? steering, wanted: plan.wanted, hourly, price }),
      );
      done++;
      yield done / (all.length * plans.length);
    }
  }
  const first = uses[0] ?? [];
  return plans.map(({ id, name }, i) => {
    const mine = uses[i] ?? [];
    const [use] = mine;
    if (!use) throw new Error('every plan is run');
    const costs = mine.map((u) => u.cost);
    const error = spreadOf(costs);
    // Where nothing costs anything nothing is saved.
    const shares = mine.map((u, k) => {
      const held = first[k]?.cost ?? 0;
      return held > 0 ? 1 - u.cost / held : 0;
    });
    const doubtful = spreadOf(shares);
    const share = shares[0] ?? 0;
    return {
      id,
      name,
      use,
      low: Math.max(0, use.cost - 2 * error),
      high: use.cost + 2 * error,
      saved: i === 0 ? null : { share, low: share - 2 * doubtful, high: share + 2 * doubtful },
    };
  });
}
