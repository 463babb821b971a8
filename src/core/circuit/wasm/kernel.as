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
// @ts-ignore: decorator
@inline function setReal(base: usize, index: i32, value: f64): void {
  store<f64>(base + (<usize>index << 3), value);
}
// @ts-ignore: decorator
@inline function addReal(base: usize, index: i32, value: f64): void {
  const p = base + (<usize>index << 3);
  store<f64>(p, load<f64>(p) + value);
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
  const column = at(head, 8);
  const row = at(head, 9);
  const pairStart = at(head, 10);
  const pairOther = at(head, 11);
  const pairTarget = at(head, 12);
  const slot = at(head, 13);
  const values = at(head, 14);
  const pivot = at(head, 15);
  const kind = at(head, 16);
  const passing = at(head, 17);
  const blocking = at(head, 18);
  const by = at(head, 19);
  const normallyOpen = at(head, 20);
  const emf = at(head, 21);
  const supply = at(head, 22);
  const upper = at(head, 23);
  const lower = at(head, 24);
  const from = at(head, 25);
  const to = at(head, 26);
  const switching = at(head, 27);
  const sources = at(head, 28);
  const loads = at(head, 29);
  const fuses = at(head, 30);
  const controls = at(head, 31);
  const suppliesOff = at(head, 32);
  const pulledIn = at(head, 33);
  const blown = at(head, 34);
  const moving = at(head, 35);
  const siemens = at(head, 36);
  const volts = at(head, 37);
  const lowerPart = values + (<usize>size << 3);

  for (let i = 0; i < loadCount; i++) setInt(pulledIn, int(loads, i), 0);
  for (let i = 0; i < fuseCount; i++) setInt(blown, int(fuses, i), 0);
  for (let round = 1; round <= maxRounds; round++) {
    for (let i = 0; i < size; i++) setReal(volts, i, 0);
    for (let i = 0; i < switchings; i++) {
      const e = int(switching, i);
      const active = int(int(kind, e) == BY_CONTROL ? controls : pulledIn, int(by, e));
      setReal(siemens, e, active == int(normallyOpen, e) ? real(passing, e) : real(blocking, e));
    }
    for (let i = 0; i < fuseCount; i++) {
      const e = int(fuses, i);
      setReal(siemens, e, int(blown, e) == 1 ? real(blocking, e) : real(passing, e));
    }
    for (let i = 0; i < sourceCount; i++) {
      const e = int(sources, i);
      if (int(suppliesOff, int(supply, e)) != 0) continue;
      const current = real(emf, e) * real(passing, e);
      const a = int(from, e);
      const b = int(to, e);
      if (a >= 0) addReal(volts, a, current);
      if (b >= 0) addReal(volts, b, -current);
    }
    // Factor: see ../factor.ts.
    for (let i = 0; i < size; i++) setReal(values, i, LEAK);
    for (let i = 0; i <= entries; i++) setReal(lowerPart, i, 0);
    for (let e = 0; e < edges; e++) addReal(values, int(slot, e), real(siemens, e));
    for (let k = 0; k < size; k++) setReal(pivot, k, real(values, k));
    for (let p = 0; p < entries; p++) addReal(pivot, int(column, p), real(lowerPart, p));
    let pair = 0;
    for (let p = 0; p < entries; p++) {
      const k = int(column, p);
      const r = int(row, p);
      const scaled = real(lowerPart, p) / real(pivot, k);
      const passed = scaled * real(values, k);
      setReal(lowerPart, p, scaled);
      addReal(values, r, passed);
      addReal(pivot, r, passed);
      for (const end = int(pairStart, p + 1); pair < end; pair++) {
        const into = int(pairTarget, pair);
        const product = real(lowerPart, int(pairOther, pair)) * scaled;
        addReal(lowerPart, into, product);
        addReal(pivot, int(column, into), product);
      }
    }
    for (let p = 0; p < entries; p++) addReal(volts, int(row, p), real(lowerPart, p) * real(volts, int(column, p)));
    for (let k = 0; k < size; k++) setReal(volts, k, real(volts, k) / real(pivot, k));
    for (let p = entries - 1; p >= 0; p--) addReal(volts, int(column, p), real(lowerPart, p) * real(volts, int(row, p)));

    let changed = false;
    for (let i = 0; i < loadCount; i++) {
      const e = int(loads, i);
      const a = int(from, e);
      const b = int(to, e);
      const across = abs((a < 0 ? 0 : real(volts, a)) - (b < 0 ? 0 : real(volts, b)));
      const was = int(pulledIn, e);
      const now = across >= (was == 1 ? real(lower, e) : real(upper, e)) ? 1 : 0;
      setInt(moving, e, now ^ was);
      setInt(pulledIn, e, now);
      if (now != was && coilsMatter != 0) changed = true;
    }
    for (let i = 0; i < fuseCount; i++) {
      const e = int(fuses, i);
      const a = int(from, e);
      const b = int(to, e);
      const across = abs((a < 0 ? 0 : real(volts, a)) - (b < 0 ? 0 : real(volts, b)));
      const was = int(blown, e);
      const now = was == 1 || across * real(siemens, e) > real(upper, e) ? 1 : 0;
      setInt(moving, e, now ^ was);
      setInt(blown, e, now);
      if (now != was) changed = true;
    }
    if (!changed) return round;
  }
  return -maxRounds;
}
