/** Two touches make a pair; a third takes the place of the older one, a second on the same point takes it back. */
export const touched = <P extends string>(pair: readonly P[], point: P): P[] =>
  pair.includes(point) ? pair.filter((p) => p !== point) : [...pair.slice(-1), point];
