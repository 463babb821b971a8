// The kernel's run() once more, for WebAssembly: the same sums in the same order on the same arrays.
// Compiled by scripts/build-kernel.mjs (AssemblyScript); the reference is ../kernel.ts.
//
// `head` points at the i32 table that ../kernel-wasm.ts writes: counts, then byte addresses.

const LEAK: f64 = 1e-10;
const BY_CONTROL: i32 = 3;

// @ts-ignore: decorator
@inline function at(head: usize, index: i32): usize {
  return <usize>load<i32>(head + (<usize>index << 2));
}
// @ts-ignore: decorator
@inline function int(base: usize, index: i32): i32 {
  return load<i32>(base + (<usize>index << 2));
}
// @ts-ignore: decorator
@inline function setInt(base: usize, index: i32, value: i32): void {
  store<i32>(base + (<usize>index << 2), value);
}
// @ts-ignore: decorator
@inline function real(base: usize, index: i32): f64 {
  return load<f64>(base + (<usize>index << 3));
}
// A complex number: real part and imaginary part side by side.
// @ts-ignore: decorator
@inline function pair2(base: usize, index: i32): v128 {
  return v128.load(base + (<usize>index << 4));
}
// @ts-ignore: decorator
@inline function setPair(base: usize, index: i32, value: v128): void {
  v128.store(base + (<usize>index << 4), value);
}
// @ts-ignore: decorator
@inline function addPair(base: usize, index: i32, value: v128): void {
  const p = base + (<usize>index << 4);
  v128.store(p, f64x2.add(v128.load(p), value));
}
// (p + jq)(r + js) = (pr - qs) + j(ps + qr), each product rounded by itself as in the reference.
// @ts-ignore: decorator
@inline function times(x: v128, y: v128): v128 {
  const straight = f64x2.mul(f64x2.splat(f64x2.extract_lane(x, 0)), y);
  const crossed = f64x2.mul(f64x2.splat(f64x2.extract_lane(x, 1)), v128.shuffle<f64>(y, y, 1, 0));
  return f64x2.add(straight, v128.xor(crossed, i64x2(i64.MIN_VALUE, 0)));
}
// @ts-ignore: decorator
@inline function square(x: v128): f64 {
  const s = f64x2.mul(x, x);
  return f64x2.extract_lane(s, 0) + f64x2.extract_lane(s, 1);
}
// @ts-ignore: decorator
@inline function across(volts: usize, a: i32, b: i32): v128 {
  const none = f64x2.splat(0);
  return f64x2.sub(a < 0 ? none : pair2(volts, a), b < 0 ? none : pair2(volts, b));
}

// Solves in place: see ../factor.ts.
function solve(head: usize, x: usize, first: i32): void {
  const size = int(head, 0);
  const entries = int(head, 1);
  const column = at(head, 9);
  const row = at(head, 10);
  const values = at(head, 15);
  const pivot = at(head, 16);
  const lowerPart = values + (<usize>size << 4);
  for (let q = int(at(head, 8), first); q < entries; q++)
    addPair(x, int(row, q), times(pair2(lowerPart, q), pair2(x, int(column, q))));
  for (let k = first; k < size; k++) setPair(x, k, times(pair2(pivot, k), pair2(x, k)));
  for (let q = entries - 1; q >= 0; q--)
    addPair(x, int(column, q), times(pair2(lowerPart, q), pair2(x, int(row, q))));
}

export function run(head: usize, maxRounds: i32): i32 {
  const size = int(head, 0);
  const entries = int(head, 1);
  const edges = int(head, 2);
  const switchings = int(head, 3);
  const sourceCount = int(head, 4);
  const loadCount = int(head, 5);
  const fuseCount = int(head, 6);
  const coilsMatter = int(head, 7);
  const columnStart = at(head, 8);
  const column = at(head, 9);
  const row = at(head, 10);
  const pairStart = at(head, 11);
  const pairOther = at(head, 12);
  const pairTarget = at(head, 13);
  const slot = at(head, 14);
  const values = at(head, 15);
  const pivot = at(head, 16);
  const kind = at(head, 17);
  const passing = at(head, 18);
  const blocking = at(head, 19);
  const by = at(head, 20);
  const normallyOpen = at(head, 21);
  const emf = at(head, 22);
  const supply = at(head, 23);
  const upper = at(head, 24);
  const lower = at(head, 25);
  const from = at(head, 26);
  const to = at(head, 27);
  const switching = at(head, 28);
  const sources = at(head, 29);
  const loads = at(head, 30);
  const fuses = at(head, 31);
  const controls = at(head, 32);
  const suppliesOff = at(head, 33);
  const pulledIn = at(head, 34);
  const blown = at(head, 35);
  const moving = at(head, 36);
  const admittance = at(head, 37);
  const volts = at(head, 38);
  const lowerPart = values + (<usize>size << 4);
  const nothing = f64x2.splat(0);
  const leak = f64x2(LEAK, 0);

  for (let i = 0; i < loadCount; i++) setInt(pulledIn, int(loads, i), 0);
  for (let i = 0; i < fuseCount; i++) setInt(blown, int(fuses, i), 0);
  for (let round = 1; round <= maxRounds; round++) {
    for (let i = 0; i < size; i++) setPair(volts, i, nothing);
    for (let i = 0; i < switchings; i++) {
      const e = int(switching, i);
      const active = int(int(kind, e) == BY_CONTROL ? controls : pulledIn, int(by, e));
      setPair(admittance, e, pair2(active == int(normallyOpen, e) ? passing : blocking, e));
    }
    for (let i = 0; i < fuseCount; i++) {
      const e = int(fuses, i);
      setPair(admittance, e, pair2(int(blown, e) == 1 ? blocking : passing, e));
    }
    for (let i = 0; i < sourceCount; i++) {
      const e = int(sources, i);
      if (int(suppliesOff, int(supply, e)) != 0) continue;
      const current = times(pair2(emf, e), pair2(passing, e));
      const a = int(from, e);
      const b = int(to, e);
      if (a >= 0) addPair(volts, a, current);
      if (b >= 0) addPair(volts, b, f64x2.neg(current));
    }
    // Factor: see ../factor.ts.
    for (let i = 0; i < size; i++) setPair(values, i, leak);
    for (let i = 0; i <= entries; i++) setPair(lowerPart, i, nothing);
    for (let e = 0; e < edges; e++) addPair(values, int(slot, e), pair2(admittance, e));
    for (let k = 0; k < size; k++) setPair(pivot, k, pair2(values, k));
    for (let p = 0; p < entries; p++) addPair(pivot, int(column, p), pair2(lowerPart, p));
    let pair = 0;
    let p = 0;
    for (let k = 0; k < size; k++) {
      const d = pair2(pivot, k);
      const inverse = f64x2.div(v128.xor(d, i64x2(0, i64.MIN_VALUE)), f64x2.splat(square(d)));
      setPair(pivot, k, inverse);
      const excess = pair2(values, k);
      for (const stop = int(columnStart, k + 1); p < stop; p++) {
        const scaled = times(pair2(lowerPart, p), inverse);
        const passed = times(scaled, excess);
        const r = int(row, p);
        setPair(lowerPart, p, scaled);
        addPair(values, r, passed);
        addPair(pivot, r, passed);
        for (const end = int(pairStart, p + 1); pair < end; pair++) {
          const into = int(pairTarget, pair);
          const product = times(pair2(lowerPart, int(pairOther, pair)), scaled);
          addPair(lowerPart, into, product);
          addPair(pivot, int(column, into), product);
        }
      }
    }
    solve(head, volts, 0);

    let changed = false;
    for (let i = 0; i < loadCount; i++) {
      const e = int(loads, i);
      const was = int(pulledIn, e);
      const limit = was == 1 ? real(lower, e) : real(upper, e);
      const now = square(across(volts, int(from, e), int(to, e))) >= limit * limit ? 1 : 0;
      setInt(moving, e, now ^ was);
      setInt(pulledIn, e, now);
      if (now != was && coilsMatter != 0) changed = true;
    }
    for (let i = 0; i < fuseCount; i++) {
      const e = int(fuses, i);
      const was = int(blown, e);
      const most = real(upper, e);
      const amps = square(across(volts, int(from, e), int(to, e))) * square(pair2(admittance, e));
      const now = was == 1 || amps > most * most ? 1 : 0;
      setInt(moving, e, now ^ was);
      setInt(blown, e, now);
      if (now != was) changed = true;
    }
    if (!changed) return round;
  }
  return -maxRounds;
}

const SOURCE: i32 = 1;
const BY_ANGLE: i32 = 1;
const BY_VOLTS: i32 = 2;

// Amperes through every element: see ../probe.ts.
function allThrough(head: usize): void {
  const edges = int(head, 2);
  const kind = at(head, 17);
  const emf = at(head, 22);
  const supply = at(head, 23);
  const from = at(head, 26);
  const to = at(head, 27);
  const suppliesOff = at(head, 33);
  const admittance = at(head, 37);
  const volts = at(head, 38);
  const currents = at(head, 40);
  for (let e = 0; e < edges; e++) {
    let d = across(volts, int(from, e), int(to, e));
    if (int(kind, e) == SOURCE && int(suppliesOff, int(supply, e)) == 0) d = f64x2.sub(d, pair2(emf, e));
    setPair(currents, e, times(d, pair2(admittance, e)));
  }
}

// A pair of points in the state last settled. `follow`: 0 without slopes, 1 with, 2 with in a state that is new.
export function probe(head: usize, a: i32, b: i32, follow: i32): void {
  const size = int(head, 0);
  const adjoint = at(head, 39);
  const out = at(head, 44);
  const nothing = f64x2.splat(0);
  for (let i = 0; i < size; i++) setPair(adjoint, i, nothing);
  if (a >= 0) setPair(adjoint, a, f64x2(1, 0));
  if (b >= 0) addPair(adjoint, b, f64x2(-1, 0));
  if (a >= 0 || b >= 0) solve(head, adjoint, a < 0 ? b : b < 0 ? a : min(a, b));
  const v = across(at(head, 38), a, b);
  const open = sqrt(square(v));
  const behind = across(adjoint, a, b);
  store<f64>(out, open);
  store<f64>(out + 8, max(0, f64x2.extract_lane(behind, 0)));
  store<f64>(out + 16, f64x2.extract_lane(behind, 1));
  if (follow == 0) return;
  if (follow == 2) allThrough(head);
  const u = open > 0 ? f64x2.div(v, f64x2.splat(open)) : nothing;
  const ur = f64x2.extract_lane(u, 0);
  const ui = f64x2.extract_lane(u, 1);
  const emf = at(head, 22);
  const supply = at(head, 23);
  const from = at(head, 26);
  const to = at(head, 27);
  const suppliesOff = at(head, 33);
  const admittance = at(head, 37);
  const currents = at(head, 40);
  const start = at(head, 41);
  const member = at(head, 42);
  const moves = at(head, 43);
  const groups = int(head, 45);
  let k = 0;
  for (let g = 0; g < groups; g++) {
    const by = int(moves, g);
    let s = nothing;
    for (const stop = int(start, g + 1); k < stop; k++) {
      const e = int(member, k);
      let current = pair2(currents, e);
      if (by == BY_VOLTS)
        current =
          int(suppliesOff, int(supply, e)) != 0 ? nothing : f64x2.neg(times(pair2(admittance, e), pair2(emf, e)));
      s = f64x2.sub(s, times(across(adjoint, int(from, e), int(to, e)), current));
    }
    const sr = f64x2.extract_lane(s, 0);
    const si = f64x2.extract_lane(s, 1);
    store<f64>(out + (<usize>(3 + g) << 3), by == BY_ANGLE ? si * ur - sr * ui : sr * ur + si * ui);
  }
}
