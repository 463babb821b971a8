// Sixty minutes of a house, as run.ts has them: same sums in the same order. Places in bytes; the caller fills them.
const X: usize = 0; // 21 f64: what an hour carries on to the next
const PHI: usize = 168; // 16
const PER_WATT: usize = 296; // 4
const DRIFT: usize = 328; // 4
const HEAT: usize = 360; // 8
const PAID: usize = 424; // 8
const STAGES: usize = 488; // 8: minutes of each stage
const REAL: usize = 552; // half, minimum on, minimum off, stage kelvin, stage wait, dead
const PRICE: usize = 600; // 1440
const WANTED: usize = 12120; // 10080
const COMFORT: usize = 92760; // 10080

const ON: i32 = 4;
const SINCE: i32 = 5;
const UNDER: i32 = 6;
const STARTS: i32 = 7;
const HEAT_SUM: i32 = 8;
const AUX: i32 = 9;
const PAID_SUM: i32 = 10;
const COST: i32 = 11;
const SHORT: i32 = 12;
const AIR_SUM: i32 = 13;
const COLDEST: i32 = 14;
const SUM0: i32 = 15;
const MINUTE: i32 = 19;
const DONE: i32 = 20;

// @ts-ignore: decorator
@inline
function at(base: usize, i: i32): f64 {
  return load<f64>(base + (<usize>i << 3));
}
// @ts-ignore: decorator
@inline
function put(base: usize, i: i32, v: f64): void {
  store<f64>(base + (<usize>i << 3), v);
}

// @ts-ignore: decorator
@inline
function pair(base: usize, i: i32, j: i32): v128 {
  return f64x2.replace_lane(f64x2.splat(at(base, i)), 1, at(base, j));
}
// @ts-ignore: decorator
@inline
function row(a: v128, b: v128, c: v128, d: v128, t: v128, u: v128, v: v128, w: v128, drift: v128, heat: v128): v128 {
  let sum = f64x2.mul(a, t);
  sum = f64x2.add(sum, f64x2.mul(b, u));
  sum = f64x2.add(sum, f64x2.mul(c, v));
  sum = f64x2.add(sum, f64x2.mul(d, w));
  return f64x2.add(f64x2.add(sum, drift), heat);
}

export function hour(stages: i32): void {
  // Two nodes to a vector: each lane has its own node's sums, in the order of run.ts.
  const fA0 = pair(PHI, 0, 4), fA1 = pair(PHI, 1, 5), fA2 = pair(PHI, 2, 6), fA3 = pair(PHI, 3, 7);
  const fB0 = pair(PHI, 8, 12), fB1 = pair(PHI, 9, 13), fB2 = pair(PHI, 10, 14), fB3 = pair(PHI, 11, 15);
  const qA = pair(PER_WATT, 0, 1), qB = pair(PER_WATT, 2, 3);
  const dA = pair(DRIFT, 0, 1), dB = pair(DRIFT, 2, 3);
  const half = at(REAL, 0), minimumOn = at(REAL, 1), minimumOff = at(REAL, 2);
  const stageKelvin = at(REAL, 3), stageWait = at(REAL, 4), dead = at(REAL, 5);
  let tA = pair(X, 0, 1), tB = pair(X, 2, 3);
  let sA = pair(X, SUM0, SUM0 + 1), sB = pair(X, SUM0 + 2, SUM0 + 3);
  let t0 = at(X, 0);
  let on = <i32>at(X, ON);
  let since = at(X, SINCE), under = at(X, UNDER), starts = at(X, STARTS);
  let heat = at(X, HEAT_SUM), aux = at(X, AUX), paid = at(X, PAID_SUM), cost = at(X, COST);
  let short = at(X, SHORT), air = at(X, AIR_SUM), coldest = at(X, COLDEST);
  let minute = <i32>at(X, MINUTE);
  let day = minute % 1440;
  const base = at(HEAT, 0);
  for (let i = 0; i < 60; i++) {
    const gap = at(WANTED, minute) - t0;
    const lacks = at(COMFORT, minute) - t0;
    if (lacks > half) short += lacks;
    if (gap > half) {
      if (on == 0 && since >= minimumOff) {
        on = 1;
        since = 0;
        under = 0;
        starts += 1;
      }
    } else if (gap < -half && on > 0 && since >= minimumOn) {
      on = 0;
      since = 0;
    }
    sA = f64x2.add(sA, tA);
    sB = f64x2.add(sB, tB);
    let q: f64 = 0;
    if (on > 0) {
      under = gap > stageKelvin ? under + 1 : 0;
      if (under >= stageWait && on < stages) {
        on++;
        under = 0;
      } else if (on > 1 && gap < half) on--;
      put(STAGES, on - 1, at(STAGES, on - 1) + 1);
      if (since >= dead) {
        q = at(HEAT, on - 1);
        heat += q;
        if (on > 1) aux += q - base;
        const watts = at(PAID, on - 1);
        paid += watts;
        cost += watts * at(PRICE, day);
      }
    }
    since += 1;
    const v0 = i8x16.shuffle(tA, tA, 0, 1, 2, 3, 4, 5, 6, 7, 0, 1, 2, 3, 4, 5, 6, 7);
    const v1 = i8x16.shuffle(tA, tA, 8, 9, 10, 11, 12, 13, 14, 15, 8, 9, 10, 11, 12, 13, 14, 15);
    const v2 = i8x16.shuffle(tB, tB, 0, 1, 2, 3, 4, 5, 6, 7, 0, 1, 2, 3, 4, 5, 6, 7);
    const v3 = i8x16.shuffle(tB, tB, 8, 9, 10, 11, 12, 13, 14, 15, 8, 9, 10, 11, 12, 13, 14, 15);
    const qv = f64x2.splat(q);
    tA = row(fA0, fA1, fA2, fA3, v0, v1, v2, v3, dA, f64x2.mul(qA, qv));
    tB = row(fB0, fB1, fB2, fB3, v0, v1, v2, v3, dB, f64x2.mul(qB, qv));
    t0 = f64x2.extract_lane(tA, 0);
    air += t0;
    if (t0 < coldest) coldest = t0;
    day++;
    if (++minute == 10080) minute = 0;
    if (day == 1440) day = 0;
  }
  put(X, 0, t0);
  put(X, 1, f64x2.extract_lane(tA, 1));
  put(X, 2, f64x2.extract_lane(tB, 0));
  put(X, 3, f64x2.extract_lane(tB, 1));
  put(X, SUM0, f64x2.extract_lane(sA, 0));
  put(X, SUM0 + 1, f64x2.extract_lane(sA, 1));
  put(X, SUM0 + 2, f64x2.extract_lane(sB, 0));
  put(X, SUM0 + 3, f64x2.extract_lane(sB, 1));
  put(X, ON, <f64>on);
  put(X, SINCE, since);
  put(X, UNDER, under);
  put(X, STARTS, starts);
  put(X, HEAT_SUM, heat);
  put(X, AUX, aux);
  put(X, PAID_SUM, paid);
  put(X, COST, cost);
  put(X, SHORT, short);
  put(X, AIR_SUM, air);
  put(X, COLDEST, coldest);
  put(X, MINUTE, <f64>minute);
  put(X, DONE, at(X, DONE) + 60);
}
