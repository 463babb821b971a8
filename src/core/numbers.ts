/** Names by number, so that what is kept of each lies in one array. */
import { perObject } from './per-object';

export class Numbers {
  private readonly numbers = new Map<string, number>();
  private readonly names: string[] = [];

  get size(): number {
    return this.names.length;
  }

  name(number: number): string {
    return this.names[number] as string;
  }

  /** Undefined of a name that has none. */
  known(name: string): number | undefined {
    return this.numbers.get(name);
  }

  /** A name that has none gets one. */
  of(name: string): number {
    const known = this.numbers.get(name);
    if (known !== undefined) return known;
    this.numbers.set(name, this.names.length);
    return this.names.push(name) - 1;
  }

  /** Of names in their order; of the same array once. */
  readonly ofAll = perObject((names: readonly string[]) => Int32Array.from(names, (name) => this.of(name)));
}
