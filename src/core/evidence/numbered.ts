/** Predictions by the numbers of their keys: of hundreds of faults each has hundreds, and all are asked for the same ones. */
import type { Numbers } from '../numbers';
import type { Predicted, Predictions } from './hypothesis';

/** Some predictions that go together, with the numbers of their keys; undefined: nothing is predicted of that one. */
export interface Portion {
  numbers: Int32Array;
  predicted: readonly (Predicted | undefined)[];
}

export class Numbered implements Predictions {
  private readonly all: (Predicted | undefined)[];

  /** @param numbers of the keys, the same for all that are asked together */
  constructor(private readonly numbers: Numbers) {
    this.all = new Array<Predicted | undefined>(numbers.size).fill(undefined);
  }

  /** An array with holes would be slower for good. */
  private reach(size: number): void {
    while (this.all.length < size) this.all.push(undefined);
  }

  set(key: string, predicted: Predicted): void {
    const number = this.numbers.of(key);
    this.reach(number);
    this.all[number] = predicted;
  }

  putAll({ numbers, predicted }: Portion): void {
    this.reach(this.numbers.size);
    for (let i = 0; i < numbers.length; i++) {
      const found = predicted[i];
      if (found) this.all[numbers[i] as number] = found;
    }
  }

  get(key: string): Predicted | undefined {
    const number = this.numbers.known(key);
    return number === undefined ? undefined : this.all[number];
  }

  has(key: string): boolean {
    return this.get(key) !== undefined;
  }

  keys(): Iterable<string> {
    return this.all.flatMap((predicted, number) => (predicted ? [this.numbers.name(number)] : []));
  }

  inOrder(keys: readonly string[]): readonly (Predicted | undefined)[] {
    const numbers = this.numbers.ofAll(keys);
    const made = new Array<Predicted | undefined>(numbers.length);
    for (let i = 0; i < numbers.length; i++) made[i] = this.all[numbers[i] as number];
    return made;
  }
}
