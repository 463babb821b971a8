/** What is made of an object that nobody changes, made once: copies of a circuit share most of their parts. */
export function perObject<K extends object, V>(make: (of: K) => V): (of: K) => V {
  const known = new WeakMap<K, { made: V }>();
  return (of) => {
    const found = known.get(of);
    if (found) return found.made;
    const made = make(of);
    known.set(of, { made });
    return made;
  };
}
