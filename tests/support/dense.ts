/** Plain dense complex elimination, and a reader of SPICE text built on it: what the circuit core is held against. */

export type Complex = readonly [number, number];

const times = (p: Complex, q: Complex): Complex => [p[0] * q[0] - p[1] * q[1], p[0] * q[1] + p[1] * q[0]];
const plus = (p: Complex, q: Complex): Complex => [p[0] + q[0], p[1] + q[1]];
const over = (p: Complex, q: Complex): Complex => {
  const s = q[0] ** 2 + q[1] ** 2;
  return [(p[0] * q[0] + p[1] * q[1]) / s, (p[1] * q[0] - p[0] * q[1]) / s];
};
const NONE: Complex = [0, 0];
const size = (p: Complex): number => Math.hypot(p[0], p[1]);

/** A branch between two nodes by its admittance, or an ideal source. */
export type Part = { a: string; b: string; admittance: Complex } | { a: string; b: string; volts: Complex };

/** Volts of every node to the reference by modified nodal analysis, sources as unknown currents. */
export function denseVolts(parts: readonly Part[], reference: string): Map<string, Complex> {
  const names = [...new Set(parts.flatMap((p) => [p.a, p.b]))].filter((n) => n !== reference);
  const index = new Map(names.map((name, i) => [name, i]));
  const sources = parts.filter((p) => 'volts' in p);
  const n = names.length + sources.length;
  const rows: Complex[][] = Array.from({ length: n }, () => Array.from({ length: n + 1 }, () => NONE));
  const put = (i: number | undefined, j: number | undefined, value: Complex): void => {
    const row = i === undefined ? undefined : rows[i];
    if (row && j !== undefined) row[j] = plus(row[j] ?? NONE, value);
  };
  for (const p of parts) {
    if ('volts' in p || p.a === p.b) continue;
    const [i, j] = [index.get(p.a), index.get(p.b)];
    put(i, i, p.admittance);
    put(j, j, p.admittance);
    put(i, j, times(p.admittance, [-1, 0]));
    put(j, i, times(p.admittance, [-1, 0]));
  }
  sources.forEach((s, k) => {
    const row = names.length + k;
    for (const [node, sign] of [
      [index.get(s.a), 1],
      [index.get(s.b), -1],
    ] as const) {
      put(node, row, [sign, 0]);
      put(row, node, [sign, 0]);
    }
    put(row, n, s.volts);
  });
  for (let k = 0; k < n; k++) {
    let best = k;
    for (let i = k + 1; i < n; i++) if (size(rows[i]?.[k] ?? NONE) > size(rows[best]?.[k] ?? NONE)) best = i;
    [rows[k], rows[best]] = [rows[best] ?? [], rows[k] ?? []];
    for (let i = 0; i < n; i++) {
      const head = rows[i]?.[k] ?? NONE;
      if (i === k || (head[0] === 0 && head[1] === 0)) continue;
      const by = times(over(head, rows[k]?.[k] ?? NONE), [-1, 0]);
      for (let j = k; j <= n; j++) put(i, j, times(by, rows[k]?.[j] ?? NONE));
    }
  }
  return new Map(names.map((name, i) => [name, over(rows[i]?.[n] ?? NONE, rows[i]?.[i] ?? NONE)]));
}

/** Volts of every node as a simulator would find them: R, L, C and V; at the frequency that `.ac` names, or direct. */
export function solveSpice(text: string): Map<string, Complex> {
  const lines = text.split('\n');
  const ac = lines.find((line) => line.startsWith('.ac '));
  const omega = ac ? 2 * Math.PI * Number(ac.split(/\s+/).at(-1)) : 0;
  const parts = lines.flatMap((line): Part[] => {
    const [name = '', a = '', b = '', ...rest] = line.split(/\s+/);
    const value = Number(rest[0]);
    if (/^R/.test(name)) return [{ a, b, admittance: [1 / value, 0] }];
    if (/^C\d/.test(name)) return [{ a, b, admittance: [0, omega * value] }];
    if (/^L\d/.test(name))
      return [omega === 0 ? { a, b, volts: NONE } : { a, b, admittance: [0, -1 / (omega * value)] }];
    if (!/^V\d/.test(name)) return [];
    const at = rest.indexOf(ac ? 'AC' : 'DC');
    const angle = ac ? (Number(rest[at + 2]) * Math.PI) / 180 : 0;
    const volts = Number(rest[at + 1]);
    return [{ a, b, volts: [volts * Math.cos(angle), volts * Math.sin(angle)] }];
  });
  return denseVolts(parts, '0');
}
