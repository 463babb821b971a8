// The minutes of ../run.ts once more, for WebAssembly: the same sums in the same order.
// Compiled by scripts/build-kernel.mjs (AssemblyScript); the reference is ../run.ts, and
// ../run-long.ts writes and reads the places named here.

const G: usize = 128; // gamma after 16 entries of phi
const REAL: usize = 224; // watts, below, limit, differential, slab, room, under, probe, out
const SUM: usize = 320; // sums of slab, room, under, out, shortfall
const INT: usize = 384; // byRoom, guarded, minutes, week, on, hourly given, then the counts
const HOURLY: usize = 512;
const WANTED: usize = 70784;
const CHEAP: usize = 151424;

// @ts-ignore: decorator
@inline function f(i: i32): f64 {
  return load<f64>(<usize>i << 3);
}
// @ts-ignore: decorator
@inline function g(i: i32): f64 {
  return load<f64>(G + (<usize>i << 3));
}
// @ts-ignore: decorator
@inline function real(i: i32): f64 {
  return load<f64>(REAL + (<usize>i << 3));
}
// @ts-ignore: decorator
@inline function int(i: i32): i32 {
  return load<i32>(INT + (<usize>i << 2));
}

export function run(): void {
  const f00 = f(0), f01 = f(1), f02 = f(2), f10 = f(4), f11 = f(5), f12 = f(6);
  const f20 = f(8), f21 = f(9), f22 = f(10), f30 = f(12), f31 = f(13), f32 = f(14), f33 = f(15);
  const watts = real(0), below = real(1), limit = real(2), differential = real(3);
  const half = differential / 2, release = limit - differential;
  const p0 = g(0) * watts, p1 = g(3) * watts, p2 = g(6) * watts, p3 = g(9) * watts;
  let slab = real(4), room = real(5), under = real(6), probe = real(7), out = real(8);
  const byRoom = int(0), guarded = int(1), minutes = int(2), given = int(5);
  let week = int(3), on = int(4), held: i32 = 0, day = week % 1440;
  let onMinutes: i32 = 0, cheapOnMinutes: i32 = 0, switchings: i32 = 0, heldMinutes: i32 = 0;
  let slabSum: f64 = 0, roomSum: f64 = 0, underSum: f64 = 0, outSum: f64 = 0, short: f64 = 0;
  let d0 = g(1) * below + g(2) * out;
  let d1 = g(4) * below + g(5) * out;
  let d2 = g(7) * below + g(8) * out;
  let d3 = g(10) * below + g(11) * out;
  for (let done = 0, hour = 0; done < minutes; done += 60, hour++) {
    const part = minutes - done < 60 ? minutes - done : 60;
    if (given) {
      out = load<f64>(HOURLY + (<usize>hour << 3));
      d0 = g(1) * below + g(2) * out;
      d1 = g(4) * below + g(5) * out;
      d2 = g(7) * below + g(8) * out;
      d3 = g(10) * below + g(11) * out;
    }
    outSum += out * <f64>part;
    for (let i = 0; i < part; i++) {
      const gap = load<f64>(WANTED + (<usize>week << 3)) - (byRoom ? room : probe);
      let call = on | held;
      if (gap > half) call = 1;
      else if (gap < -half) call = 0;
      if (guarded) {
        if (probe >= limit) held = 1;
        else if (probe < release) held = 0;
      }
      const next = call & (1 - held);
      heldMinutes += call & held;
      held &= call;
      switchings += next ^ on;
      on = next;
      if (gap > 0) short += gap;
      slabSum += slab;
      roomSum += room;
      underSum += under;
      let slabNext = f00 * slab + f01 * room + f02 * under + d0;
      let roomNext = f10 * slab + f11 * room + f12 * under + d1;
      let underNext = f20 * slab + f21 * room + f22 * under + d2;
      probe = f30 * slab + f31 * room + f32 * under + f33 * probe + d3;
      if (on) {
        onMinutes++;
        cheapOnMinutes += <i32>load<u8>(CHEAP + <usize>day);
        slabNext += p0;
        roomNext += p1;
        underNext += p2;
        probe += p3;
      }
      slab = slabNext;
      room = roomNext;
      under = underNext;
      week++;
      day++;
      if (day == 1440) {
        day = 0;
        if (week == 10080) week = 0;
      }
    }
  }
  store<f64>(REAL + 32, slab);
  store<f64>(REAL + 40, room);
  store<f64>(REAL + 48, under);
  store<f64>(REAL + 56, probe);
  store<f64>(SUM, slabSum);
  store<f64>(SUM + 8, roomSum);
  store<f64>(SUM + 16, underSum);
  store<f64>(SUM + 24, outSum);
  store<f64>(SUM + 32, short);
  store<i32>(INT + 16, on);
  store<i32>(INT + 24, onMinutes);
  store<i32>(INT + 28, cheapOnMinutes);
  store<i32>(INT + 32, switchings);
  store<i32>(INT + 36, heldMinutes);
}
