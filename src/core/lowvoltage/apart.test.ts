/** Supplies that must not meet: where they stand apart, how that is proved, and what is said where they do meet. */
import { describe, expect, it } from 'vitest';
import { proveOnWorld } from '../../../rig/prove';
import { anyJob, derived, FIVE_WIRES, landed } from '../../../tests/support/jobs';
import { derive } from '../derive';
import { rankingOf } from '../evidence/of-job';
import { jobAs } from '../family/of';
import { apartPairs, islandsOf } from './apart';
import { singleFaults } from './faults/single';

const TWO = jobAs(
  anyJob({
    device: 'v7-menu',
    answers: { fuel: 'gas', 'common-of': 'cool' },
    survey: { lines: 'rc red, rh brown, c blue, w white, y yellow, g green' },
  }),
  '24v',
);
const HUMIDIFIER = landed(
  FIVE_WIRES,
  { accessories: [{ kind: 'humidifier', power: 'own', va: 10 }] },
  { device: 'a6-relay' },
);
const PLUG = landed('r red, w white', {}, { device: 'v7-menu', decide: { powering: 'separate-transformer' } });

const circuit = (job: typeof TWO) => {
  const { installed } = derived(job);
  if (!installed) throw new Error('no circuit');
  return installed;
};
const provedWith = async (job: typeof TWO, faults: string[]) => {
  const proved = await proveOnWorld(job, { faults });
  const d = derive(proved);
  return {
    failed: d.shared.proof.tests.filter((t) => t.verdict === 'fail').map((t) => t.id),
    ranking: rankingOf(proved, d),
  };
};

describe('supplies apart', () => {
  it.each([
    ['two transformers', TWO, [['wall.Rc', 'wall.Rh']]],
    ['an accessory with its own', HUMIDIFIER, [['wall.R', 'wall.Q2']]],
    ['a device on a plug', PLUG, [['wall.Rh', 'wall.Rc']]],
    ['one transformer', landed(FIVE_WIRES), []],
    [
      'an accessory fed by the system',
      landed(FIVE_WIRES, { accessories: [{ kind: 'ventilator', power: 'system' }] }, { device: 'a6-relay' }),
      [],
    ],
  ] as const)('%s: read between %j', (_, job, pairs) => {
    const found = apartPairs(circuit(job));
    expect(found.map(({ a, b }) => [a, b])).toEqual(pairs);
    expect(derive(job).shared.proof.tests.some((t) => t.id === 'apart')).toBe(pairs.length > 0);
  });

  it('three supplies are read two by two', () => {
    const installed = circuit(HUMIDIFIER);
    const [first] = installed.transformers;
    if (!first) throw new Error('a transformer');
    const third = {
      ...installed,
      transformers: [first, { ...first, id: 'T-heat', hot: 'Rh', common: 'C-heat' }],
      conductors: [
        ...installed.conductors,
        { id: 'k9', colour: 'brown', wall: 'Rh', board: 'Rh', ohms: 0.2, farads: 0 },
      ],
      wallScrews: [...installed.wallScrews, 'Rh'],
    };
    expect(islandsOf(third)).toHaveLength(3);
    expect(apartPairs(third).map(({ words }) => words)).toEqual([
      'R to Rh at the wall',
      'R to Q2 at the wall',
      'Rh to Q2 at the wall',
    ]);
  });

  it('a link left in shows there, and in step nowhere else', async () => {
    const { failed, ranking } = await provedWith(TWO, ['tied-wall.Rc-wall.Rh']);
    expect(failed).toEqual(['apart']);
    expect(ranking?.ranked[0]?.hypothesis.id).toMatch(/^tied-/);
    expect((await provedWith(TWO, [])).failed).toEqual([]);
  });

  it.each([
    ['the accessory’s lead on C', HUMIDIFIER, 'tied-board.C-accessory.a1.common'],
    ['the accessory’s lead on R', HUMIDIFIER, 'tied-wall.R-accessory.a1.common'],
    ['the plug’s C joined to the equipment’s', PLUG, 'tied-board.C-plug.common'],
  ] as const)('%s is caught', async (_, job, fault) => {
    expect(singleFaults(circuit(job)).map((f) => f.id)).toContain(fault);
    expect((await provedWith(job, [fault])).failed).toContain('apart');
  });
});

describe('what a reading of one transformer says of the other', () => {
  const told = {
    ...TWO,
    readings: {
      up: {
        at: '2026-03-01T09:00:00Z',
        by: 'x',
        source: 'typed',
        quantity: 'volts-ac',
        value: 27.5,
        a: 'wall.Rc',
        b: 'wall.C',
        state: 'idle',
      },
    },
  } as typeof TWO;
  it('nothing: its own is as wide as before, the one that was read is narrow', () => {
    const [before, after] = [derived(TWO), derived(told)];
    const width = (d: typeof before, test: string, measure: string): number => {
      const m = d.proof.tests.find((t) => t.id === test)?.measures.find((x) => x.id === measure);
      return m ? m.predicted.high - m.predicted.low : Number.NaN;
    };
    expect(after.source.of).toBe('T-cool');
    expect(after.installed?.transformers.map((t) => t.openVolts > 27.5)).toEqual([true, false]);
    expect(width(after, 'heat1', 'board-W')).toBeCloseTo(width(before, 'heat1', 'board-W'), 6);
    expect(width(after, 'cool1', 'board-Y')).toBeLessThan(width(before, 'cool1', 'board-Y') / 2);
  });
});

describe('parts of the circuit', () => {
  const ids = (job: typeof TWO): string[] => singleFaults(circuit(job)).map((f) => f.id);
  it('every one of them can be at fault', () => {
    expect(ids(HUMIDIFIER)).toEqual(
      expect.arrayContaining([
        'part-open-accessory-a1',
        'dead-source-accessory-a1',
        'low-source-accessory-a1',
        'broken-accessory-a1-out',
        'stuck-open-Q1',
      ]),
    );
    const reuse = landed('r red, w white, y yellow, g green', {}, { decide: { powering: 'reuse-g' } });
    expect(ids(reuse)).toContain('link-missing-G-Y');
    const zone = landed('r red, w white, c blue', {
      equipment: { kind: 'zone-valve', fuel: 'gas' },
      zones: [{ name: 'upper floor' }],
    });
    expect(ids(zone)).toEqual(expect.arrayContaining(['stuck-open-end-switch', 'part-open-boiler']));
    // Another zone's thermostat is no part of this work.
    expect(ids(zone).filter((id) => id.includes('device'))).toEqual([]);
  });
  it('a link of the board that was left out runs one thing less', async () => {
    const reuse = landed('r red, w white, y yellow, g green', {}, { decide: { powering: 'reuse-g' } });
    const { failed, ranking } = await provedWith(reuse, ['link-missing-G-Y']);
    expect(failed).toContain('cool1');
    expect(ranking?.ranked[0]?.hypothesis.id).toBe('link-missing-G-Y');
  });
});
