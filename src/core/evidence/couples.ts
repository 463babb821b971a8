/**
 * Which two faults are worth putting into the circuit together: those of which neither leaves much that the other does not
 * explain either. What is as planned either leaves as it is; what is not, one of the two has to explain.
 */
import { type Room, Slab } from '../slab';
import { FAR } from './account';
import type { Hypothesis } from './hypothesis';

/** A fault by itself, in the degree that explains most. */
export interface Suspect {
  hypothesis: Hypothesis;
  log: number;
  /** By observation: squared deviations of what was read from what it predicts, `FAR` at most. */
  far: readonly number[];
  /** The same in another degree, which beside another fault may explain more. */
  usual?: Pick<Suspect, 'hypothesis' | 'far'>;
}

/** Two faults, each in a degree. */
export interface Couple {
  a: Hypothesis;
  b: Hypothesis;
  /** What neither explains, and how seldom they are. */
  left: number;
}

/** So many are put into the circuit at most. */
const MOST = 110;
/** Where a circuit is dear, some surely are, and after them those that leave no more than this over the best. */
const WITHIN = 40;
/** Where two faults change what the other does, neither explains its part alone: the likeliest few with the rest as well. */
const HEADS = 5;
const WITH_HEAD = 16;

/** The couples that leave least. */
class Least {
  readonly list: Couple[] = [];

  /** One that leaves as much as this is not among them: less and less as they come. */
  limit = Number.POSITIVE_INFINITY;

  /** @param surely after so many those alone that leave little more than the best */
  constructor(
    private readonly most: number,
    private readonly surely = most,
  ) {}

  put(found: Couple): void {
    const { list, most, surely } = this;
    let at = list.length;
    while (at > 0 && (list[at - 1]?.left ?? 0) > found.left) at--;
    list.splice(at, 0, found);
    const far = (list[0] as Couple).left + WITHIN;
    while (list.length > most || (list.length > surely && (list.at(-1) as Couple).left > far)) list.pop();
    const last = (list.at(-1) as Couple).left;
    if (list.length === most) this.limit = Math.min(this.limit, last);
    else if (list.length >= surely) this.limit = Math.min(this.limit, Math.max(last, far));
  }
}

/** One degree of a fault, with what it leaves of each observation: those that are not as planned first. */
interface Left extends Room {
  hypothesis: Hypothesis;
}

/** Figures in another order. */
function reordered(figures: readonly number[], order: readonly number[], slab: Slab): Room {
  const { of, at } = slab.room(order.length);
  for (let k = 0; k < order.length; k++) of[at + k] = figures[order[k] as number] as number;
  return { of, at };
}

function sumOf({ of, at }: Room, from: number, to: number): number {
  let sum = 0;
  for (let k = at + from; k < at + to; k++) sum += of[k] as number;
  return sum;
}

/** Whether each of some is so, 32 to a number. */
function bitsOf(count: number, isSo: (k: number) => boolean): Int32Array {
  const bits = new Int32Array(Math.ceil(count / 32));
  for (let k = 0; k < count; k++) if (isSo(k)) bits[k >> 5] = (bits[k >> 5] as number) | (1 << (k & 31));
  return bits;
}

/** How many are so in both. */
function inBoth(p: Int32Array, q: Int32Array): number {
  let count = 0;
  for (let w = 0; w < p.length; w++) {
    // Sums of neighbouring bits, of neighbouring pairs, of fours; then all of them by one product.
    let x = (p[w] as number) & (q[w] as number);
    x -= (x >>> 1) & 0x55555555;
    x = (x & 0x33333333) + ((x >>> 2) & 0x33333333);
    x = (x + (x >>> 4)) & 0x0f0f0f0f;
    count += Math.imul(x, 0x01010101) >>> 24;
  }
  return count;
}

/** Suspects laid out so that thousands of couples are gone through. */
class Suspects {
  private readonly rarity: readonly number[];
  private readonly degrees: readonly (readonly Left[])[];
  /** By fault, what the degree that disturbs least leaves of what is as planned: beside another it is not less. */
  private readonly disturbs: readonly number[];
  /** By fault, what of the rest it explains in no degree. */
  private readonly unexplained: readonly Int32Array[];
  /** The order in which what they leave is summed, and how many of that are not as planned: these rule most couples out. */
  private readonly order: readonly number[];
  private readonly firstEven: number;

  constructor(faults: readonly Suspect[], odd: readonly boolean[]) {
    const order = [...odd.keys()].sort((x, y) => Number(odd[y]) - Number(odd[x]));
    const firstEven = odd.filter(Boolean).length;
    const slab = new Slab();
    this.rarity = faults.map((x) => -2 * Math.log(x.hypothesis.prior));
    this.degrees = faults.map((x) =>
      [x, ...(x.usual ? [x.usual] : [])].map(({ hypothesis, far }) => ({ hypothesis, ...reordered(far, order, slab) })),
    );
    this.disturbs = this.degrees.map((of) => Math.min(...of.map((d) => sumOf(d, firstEven, order.length))));
    this.unexplained = this.degrees.map((of) =>
      bitsOf(firstEven, (k) => of.every(({ of: far, at }) => (far[at + k] as number) >= FAR / 2)),
    );
    this.order = order;
    this.firstEven = firstEven;
  }

  get commonest(): number {
    return Math.min(...this.rarity);
  }

  rare(i: number): number {
    return this.rarity[i] as number;
  }

  /** What a fault leaves at least beside one that is no rarity at all. */
  least(i: number): number {
    return this.rare(i) + (this.disturbs[i] as number);
  }

  /** What neither of two explains, as far as it is under a limit. */
  private leftBy({ of: p, at: i }: Room, { of: q, at: j }: Room, from: number, limit: number): number {
    const { firstEven, order } = this;
    let left = from;
    for (let k = 0; k < firstEven && left < limit; k++) left += Math.min(p[i + k] as number, q[j + k] as number);
    for (let k = firstEven; k < order.length && left < limit; k++)
      left += Math.max(p[i + k] as number, q[j + k] as number);
    return left;
  }

  /** Two faults in the degrees that leave least, as far as that is under a limit. */
  private couple(i: number, j: number, limit: number): Couple | null {
    const rare = this.rare(i) + this.rare(j);
    let best: Couple | null = null;
    for (const p of this.degrees[i] as readonly Left[])
      for (const q of this.degrees[j] as readonly Left[]) {
        const most = best?.left ?? limit;
        const left = this.leftBy(p, q, rare, most);
        if (left < most) best = { a: p.hypothesis, b: q.hypothesis, left };
      }
    return best;
  }

  tryInto(into: Least, one: number, other: number): void {
    const least = Math.max(this.rare(one) + this.least(other), this.rare(other) + this.least(one));
    if (least >= into.limit) return;
    // What neither explains at all is counted before anything is summed.
    const neither = inBoth(this.unexplained[one] as Int32Array, this.unexplained[other] as Int32Array);
    if (least + (neither * FAR) / 2 >= into.limit) return;
    const found = this.couple(Math.min(one, other), Math.max(one, other), into.limit);
    if (found) into.put(found);
  }
}

/**
 * Of all couples those that leave least; then the likeliest faults with the rest.
 * @param odd by observation, whether it is not as planned
 * @param surely as `Evidence` has it
 */
export function couplesOf(faults: readonly Suspect[], odd: readonly boolean[], surely?: number): Couple[] {
  const suspects = new Suspects(faults, odd);
  // Those that leave least with any other come first: what the best leave rules the rest out.
  const byLeast = [...faults.keys()].sort((x, y) => suspects.least(x) - suspects.least(y));
  const { commonest } = suspects;
  const best = new Least(MOST, surely);
  for (const [n, i] of byLeast.entries()) {
    if (commonest + suspects.least(i) >= best.limit) break;
    for (let m = 0; m < n; m++) suspects.tryInto(best, byLeast[m] as number, i);
  }
  const score = ({ log, hypothesis }: Suspect): number => log + Math.log(hypothesis.prior);
  const heads = [...faults.keys()]
    .sort((x, y) => score(faults[y] as Suspect) - score(faults[x] as Suspect))
    .slice(0, HEADS);
  const withHeads = heads.flatMap((head) => {
    const least = new Least(WITH_HEAD);
    for (const k of byLeast) {
      if (suspects.rare(head) + suspects.least(k) >= least.limit) break;
      if (k !== head) suspects.tryInto(least, head, k);
    }
    return least.list;
  });
  const seen = new Set<string>();
  return [...best.list, ...withHeads].filter(({ a, b }) => {
    const key = `${a.id} ${b.id}`;
    return seen.has(key) ? false : seen.add(key);
  });
}
