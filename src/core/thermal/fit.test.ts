/** A house fitted to its log: what was hidden in the log comes out, within what the fit says it knows. */
import { describe, expect, it } from 'vitest';
import { fitHouse, type LogRow, readHouseLog } from './fit';
import { FORM_DEFAULTS, houseOf } from './house';
import { beginning } from './run';

/** A log made apart from the fit: small Euler steps of the network, with a sensor's noise. */
function logOf(
  truth: { loss: number; mass: number; gains: number },
  hours: number,
  noise: number,
  heat: (hour: number) => number,
): LogRow[] {
  const house = houseOf(FORM_DEFAULTS, truth);
  const { capacities, links, outside, heats } = house.network;
  const t = Array.from(beginning(house, 19, 3));
  let seed = 7;
  const random = (): number => {
    seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
    return seed / 2 ** 32 - 0.5;
  };
  const rows: LogRow[] = [];
  for (let q = 0; q < hours * 4; q++) {
    const outdoor = 3 + 4 * Math.sin(q / 15);
    const watts = heat(q / 4);
    rows.push({
      minute: q * 15,
      airCelsius: (t[0] ?? 0) + noise * 3.46 * random(),
      outdoorCelsius: outdoor,
      heatWatts: watts,
    });
    for (let s = 0; s < 900; s += 1) {
      const flow = capacities.map(() => 0);
      for (const { a, b, wattsPerKelvin: g } of links) {
        const w = g * ((t[a] ?? 0) - (t[b] ?? 0));
        flow[a] = (flow[a] ?? 0) - w;
        flow[b] = (flow[b] ?? 0) + w;
      }
      for (const { node, place, wattsPerKelvin: g } of outside)
        flow[node] = (flow[node] ?? 0) + g * ((place === 0 ? outdoor : house.groundCelsius) - (t[node] ?? 0));
      [watts, house.gainsWatts].forEach((w, k) => {
        for (const { node, share } of heats[k] ?? []) flow[node] = (flow[node] ?? 0) + w * share;
      });
      capacities.forEach((c, i) => {
        t[i] = (t[i] ?? 0) + (flow[i] ?? 0) / c;
      });
    }
  }
  return rows;
}

const day = (hour: number): number => (hour % 24 > 6 && hour % 24 < 22 ? 7000 : 0);

describe('a house fitted', () => {
  it.each([
    ['tight and heavy', { loss: 0.7, mass: 1.4, gains: 1 }],
    ['loose and light', { loss: 1.35, mass: 0.7, gains: 1.2 }],
  ])(
    '%s: the hidden factors lie within three errors of what is found',
    (_name, truth) => {
      const fit = fitHouse(FORM_DEFAULTS, logOf(truth, 72, 0.1, day));
      expect(fit.enough).toBe(true);
      for (const k of ['loss', 'mass', 'gains'] as const)
        expect(Math.abs(Math.log(fit.factors[k] / truth[k]))).toBeLessThan(3 * fit.errors[k] + 0.02);
      expect(fit.residualKelvin).toBeLessThan(0.2);
      expect(fit.says).toContain('W/K');
    },
    60_000,
  );

  it('two hours of a warm room are not enough, and it says so', () => {
    const fit = fitHouse(
      FORM_DEFAULTS,
      logOf({ loss: 0.7, mass: 1, gains: 1 }, 2, 0.2, () => 0),
    );
    expect(fit.enough).toBe(false);
    expect(fit.says).toContain('Not enough');
    expect(() => fitHouse(FORM_DEFAULTS, [])).toThrow('two rows');
  });
});

describe('a log read', () => {
  it('minutes or clock times, °C or °F, watts or per cent', () => {
    const a = readHouseLog('minute,indoor,outdoor,heat\n0,20,5,8000\n15,20.1,5,0', 8000);
    expect(a.ok && a.rows[1]).toEqual({ minute: 15, airCelsius: 20.1, outdoorCelsius: 5, heatWatts: 0 });
    const b = readHouseLog('time;room (°F);outside (°F);heat %\n23:50;68;50;100\n00:05;68;50;50', 8000);
    expect(b.ok && b.rows[1]).toEqual({ minute: 15, airCelsius: 20, outdoorCelsius: 10, heatWatts: 4000 });
  });
  it.each([
    ['no heat column', 'minute,indoor,outdoor\n0,1,2', 1, 'heat'],
    ['a word', 'minute,indoor,outdoor,heat\n0,20,5,0\n15,warm,5,0', 3, 'indoor'],
    ['time that stands', 'minute,indoor,outdoor,heat\n0,20,5,0\n0,20,5,0', 3, 'go on'],
    ['a missing cell', 'minute,indoor,outdoor,heat\n0,20,,0', 2, 'outdoor'],
    ['°F unsaid', 'minute,indoor,outdoor,heat\n0,68,50,0', 2, '°F'],
    ['one line', 'minute,indoor,outdoor,heat\n0,20,5,0', 1, 'two lines'],
  ])('refuses %s', (_name, text, line, why) => {
    const read = readHouseLog(text, 8000);
    expect(read.ok ? null : [read.line, read.problem.includes(why)]).toEqual([line, true]);
  });
});

describe('a log that cannot tell', () => {
  it('the heater never ran: no watts per kelvin, however long it is', () => {
    const never = logOf({ loss: 1, mass: 1, gains: 1 }, 96, 0.1, () => 0);
    const fit = fitHouse(FORM_DEFAULTS, never);
    expect([fit.enough, fit.says.includes('W/K')]).toEqual([false, false]);
    expect(fit.says).toContain('never ran');
  });

  it('another house than the form describes misses the log, and that is said in place of a figure', () => {
    const heated = logOf({ loss: 1, mass: 1, gains: 1 }, 72, 0.1, day);
    // A door left open for six hours: a loss that no parameter stands for.
    const open = heated.map((r) => (r.minute > 2000 && r.minute < 2360 ? { ...r, airCelsius: r.airCelsius - 4 } : r));
    const fit = fitHouse(FORM_DEFAULTS, open);
    expect(fit.enough).toBe(false);
    expect(fit.says).toContain('misses this log');
  });

  it('readings that miss alike count for fewer', () => {
    const apart = fitHouse(FORM_DEFAULTS, logOf({ loss: 1, mass: 1, gains: 1 }, 72, 0.05, day));
    const drifting = logOf({ loss: 1, mass: 1, gains: 1 }, 72, 0.05, day).map((r) => ({
      ...r,
      airCelsius: r.airCelsius + 0.15 * Math.sin(r.minute / 180),
    }));
    expect(fitHouse(FORM_DEFAULTS, drifting).errors.loss).toBeGreaterThan(1.5 * apart.errors.loss);
  });
});
