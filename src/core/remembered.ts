/** By name, what was worked out for the names asked for last: when there are too many, all are let go. */
export class Remembered<V> {
  private readonly known = new Map<string, { made: V }>();

  constructor(private readonly most: number) {}

  of(name: string, make: () => V): V {
    const found = this.known.get(name);
    if (found) return found.made;
    const made = make();
    if (this.known.size >= this.most) this.known.clear();
    this.known.set(name, { made });
    return made;
  }
}
