import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { derived, provedDead, readSafely } from '../../../tests/support/jobs';
import { derivedJson } from '../derive';
import { jobAs } from '../family/of';
import type { FindingCode } from '../findings/catalogue';
import { readJobValue } from '../job/file';
import type { LowVoltageJob, Reading } from '../job/schema';
import { INSULATION } from '../survey/colours.data';
import { diagnose } from './diagnose';
import { singleFaults } from './faults/single';
import { predictedVolts, predictor, predictState } from './predict';

const file = (value: object): LowVoltageJob => {
  const read = readJobValue({ format: 'augerset.job', version: 2, ...value });
  if (!read.ok) throw new Error(read.problems.map((p) => `${p.path}: ${p.message}`).join('; '));
  return jobAs(read.job, '24v');
};
const lines = (text: string, more: object = {}, job: object = {}): LowVoltageJob =>
  file({ device: 't24-five', answers: { fuel: 'gas' }, survey: { lines: text, ...more }, ...job });
const FIVE = 'r red, c blue, y yellow, g green, w white';
const codes = (job: LowVoltageJob): FindingCode[] => derived(job).findings.map((f) => f.code);
const reading = (more: Partial<Reading> & Pick<Reading, 'quantity' | 'value'>): Reading => ({
  at: '2026-03-01T09:00:00Z',
  by: 'x',
  source: 'typed',
  ...more,
});
const withReading = (job: LowVoltageJob, ...all: Reading[]): LowVoltageJob => ({
  ...job,
  readings: { ...job.readings, ...Object.fromEntries(all.map((r, i) => [`t${i}`, r])) },
});

describe('reading the system', () => {
  it.each([
    [FIVE, 'furnace-ac', 'A gas furnace with air conditioning, one stage of each, with a common wire.'],
    ['r red, w white', 'heat-only', 'A gas furnace, heat only, one stage, and no common wire.'],
    ['r red, y yellow, g green, c blue', 'cool-only', 'Cooling only, one stage, with a common wire.'],
    [
      'r red, c blue, w1 white, w2 brown, y1 yellow, y2 orange, g green',
      'furnace-ac',
      'A gas furnace with air conditioning, two stages of each, with a common wire.',
    ],
    [
      'r red, c blue, w1 white, w2 brown, y yellow, g green',
      'furnace-ac',
      'A gas furnace with air conditioning, two stages of heat, one stage of cooling, with a common wire.',
    ],
    ['r red, g green', 'fan-only', 'A fan on its own, and no common wire.'],
  ])('%s is %s', (text, kind, sentence) => {
    const { system } = derived(lines(text));
    expect([system.kind, system.sentence]).toEqual([kind, sentence]);
  });

  it('two R conductors are two transformers; with the jumper in they are tied', () => {
    const apart = derived(lines('rc red, rh brown, c blue, w white, y yellow, g green'));
    expect(apart.system.transformers).toBe(2);
    expect(codes(lines('rc red, rh brown, c blue, w white, y yellow, g green, jumper rc rh'))).toContain(
      'system.two-hots-tied',
    );
    expect(apart.findings.map((f) => f.code)).not.toContain('system.two-hots-tied');
  });

  it('O or B makes it a heat pump, and asks for the outdoor unit', () => {
    const d = derived(lines('r red, c blue, y yellow, g green, w white, o orange'));
    expect(d.system.kind).toBe('dual-fuel');
    expect(d.questions.map((q) => q.code)).toContain('outdoor-unit');
  });

  it('B without C asks for the one measurement that tells common from valve', () => {
    const job = lines('r red, b blue, y yellow, g green, w white');
    expect(derived(job).questions.map((q) => q.code)).toContain('b-common');
    const answered = derived({ ...job, answers: { ...job.answers, 'b-common': 'common' } });
    expect(answered.system.kind).toBe('furnace-ac');
    expect(answered.questions.map((q) => q.code)).not.toContain('b-common');
  });

  it('Y without G asks what starts the fan', () => {
    const d = derived(lines('r red, c blue, y yellow, w white'));
    expect(d.questions.map((q) => q.code)).toContain('y-without-g');
    expect(
      derived(lines('r red, c blue, y yellow, w white', {}, { answers: { fuel: 'gas', 'y-without-g': 'own' } }))
        .questions,
    ).toEqual([]);
  });

  it('refuses line voltage and millivolt, and says no hot', () => {
    expect(derived(lines(FIVE, { seen: { wireNuts: true } })).system.verdict).toBe('refused');
    expect(
      codes(withReading(lines(FIVE), reading({ quantity: 'volts-ac', value: 121, a: 'wall.R', b: 'wall.C' }))),
    ).toContain('system.line-voltage');
    expect(codes(withReading(lines('r red, w white'), reading({ quantity: 'volts-dc', value: 0.5 })))).toContain(
      'system.millivolt',
    );
    expect(codes(lines('w white, y yellow'))).toContain('system.no-hot');
    expect(codes(lines(''))).toContain('system.none');
  });

  it('asks for the fuel when nothing says it', () => {
    expect(derived(file({ device: 't24-five', survey: { lines: FIVE } })).questions.map((q) => q.code)).toEqual([
      'fuel',
    ]);
  });
});

describe('what the strip shows', () => {
  it.each([
    ['w white/grey, r red', 'survey.colour-differs'],
    ['"q7" yellow, r red', 'survey.unknown-terminal'],
    ['y yellow, y blue wall also, r red', 'survey.two-on-one-screw'],
    ['y yellow wall, g yellow board, r red', 'survey.terminal-differs'],
    ['r red, w white wall', 'survey.board-unknown'],
    ['r red, w white, jumper r rc', 'survey.jumper-stays'],
    ['c blue wall, spare blue board, r red, w white', 'survey.no-other-end'],
  ] as const)('%s raises %s', (text, code) => {
    expect(codes(lines(text))).toContain(code);
  });
});

describe('power without C', () => {
  const four = 'r red, y yellow, g green, w white';
  it('a spare core is asked about, then used when its ohms prove it whole', () => {
    const job = lines(`${four}, spare blue`);
    const before = derived(job);
    expect(before.findings.map((f) => f.code)).toContain('power.no-common');
    expect(before.questions.map((q) => q.code)).toContain('spare-core');
    const after = derived(withReading(job, reading({ quantity: 'ohms', value: 1.4, measure: 'spare-core' })));
    expect(after.powering?.chosen).toBe('spare-core');
    expect(after.wiring?.rows.find((r) => r.colour === 'blue')).toMatchObject({ newWall: 'C', newBoard: 'C' });
    expect(after.wiring?.steps.map((s) => s.what)).toContain('Land blue on C at the board, tug it');
    expect(
      derived(withReading(job, reading({ quantity: 'ohms', value: 1e8, measure: 'spare-core' }))).powering?.ways.find(
        (w) => w.id === 'spare-core',
      )?.works,
    ).toBe('no');
  });

  it('a cut core is no spare; a new cable always remains; a battery device needs none', () => {
    const ways = derived(lines(`${four}, cut blue`)).powering?.ways;
    expect(ways?.map((w) => [w.id, w.works])).toEqual([
      ['splitter', 'yes'],
      ['reuse-g', 'yes'],
      ['new-cable', 'yes'],
      ['battery', 'no'],
      ['spare-core', 'no'],
      ['extender', 'no'],
      ['separate-transformer', 'no'],
    ]);
    const battery = derived(lines(four, {}, { device: 'k2-battery' }));
    expect(battery.powering?.chosen).toBe('battery');
    expect(battery.findings.map((f) => f.code)).toContain('power.on-batteries');
  });

  it('the fan’s conductor can become C: the fan then runs with cooling only, and the proof follows', () => {
    const job = provedDead(lines(four, {}, { decide: { powering: 'reuse-g' } }));
    const d = derived(job);
    expect(d.powering?.ways.find((w) => w.id === 'reuse-g')).toMatchObject({ works: 'yes', minutes: 20 });
    expect(d.wiring?.rows.find((r) => r.colour === 'green')).toMatchObject({
      oldWall: 'G',
      newWall: 'C',
      oldBoard: 'G',
      newBoard: 'C',
    });
    expect(d.wiring?.steps.map((s) => s.what)).toContain('Join G to Y at the board with a short jumper, tug it');
    expect(d.states.map((s) => s.id)).toEqual(['off', 'idle', 'heat1', 'cool1']);
    expect(d.predictions.find((p) => p.state === 'cool1')?.running).toEqual(
      expect.arrayContaining(['compressor', 'blower', 'display']),
    );
    expect(d.predictions.find((p) => p.state === 'idle')?.running).toEqual(['display']);
    expect(d.findings.filter((f) => f.severity === 'blocker')).toEqual([]);
  });

  it('the fan’s conductor is never given up where heat needs it, nor chosen unasked', () => {
    const way = (answers: object, text = four): string | undefined =>
      derived(lines(text, {}, { answers })).powering?.ways.find((w) => w.id === 'reuse-g')?.works;
    expect([
      way({ fuel: 'electric' }),
      way({}),
      way({ fuel: 'oil' }),
      way({ fuel: 'gas' }, 'r red, y yellow, w white'),
    ]).toEqual(['no', 'ask', 'yes', 'no']);
    expect(derived(lines(four)).powering?.chosen).toBeNull();
  });

  it('choosing a way that fails is a blocker', () => {
    expect(codes(lines(four, {}, { decide: { powering: 'battery' } }))).toContain('power.choice-fails');
  });

  it('C at one end only is named and offered as the spare', () => {
    const job = lines(`${four}, c blue board, spare blue wall`);
    expect(codes(job)).toContain('power.common-one-end');
    expect(derived(job).powering?.ways[0]?.id).toBe('spare-core');
  });
});

describe('the terminal plan', () => {
  it('lands a single R where the device sheet says, whatever the colour', () => {
    const on = (device: string): string | null | undefined =>
      derived(lines(FIVE, {}, { device })).wiring?.rows.find((r) => r.function === 'hot')?.newWall;
    expect([on('t24-five'), on('v7-menu'), on('k2-battery')]).toEqual(['R', 'Rc', 'Rh']);
  });

  it('plans by the board’s letter where the ends differ', () => {
    const d = derived(lines('r red, c blue, w white, y yellow wall, g yellow board, g green wall, y green board'));
    expect(d.wiring?.rows.find((r) => r.colour === 'yellow')?.newWall).toBe('G');
  });

  it('says which terminal the device lacks', () => {
    expect(codes(lines('r red, c blue, w1 white, w2 brown, y yellow, g green'))).toContain('plan.no-terminal');
  });

  it('jumper actions follow the sheet and the number of transformers', () => {
    const acts = (text: string, device: string): string[] =>
      (derived(lines(text, {}, { device })).wiring?.jumpers ?? []).map((j) => j.id);
    expect(acts(FIVE, 'k2-battery')).toEqual(['fit']);
    expect(acts('rc red, rh brown, c blue, w white, y yellow, g green', 'k2-battery')).toEqual(['remove']);
    expect(acts(FIVE, 'v7-menu')).toEqual(['internal']);
    expect(acts(`${FIVE}, jumper r rc`, 't24-five')).toHaveLength(1);
  });

  it('an unmended defect stays in the findings with its remedy', () => {
    const job = lines(FIVE, {}, { connect: { defects: { d1: { kind: 'no-slack', where: 'the wall' } } } });
    expect(derived(job).shared.findings.find((f) => f.code === 'connect.defect-open')?.fix).toContain(
      'proper connectors',
    );
  });
});

describe('settings', () => {
  it('come in the order the device asks, with its own codes and places', () => {
    const card = derived(lines(FIVE)).settings.card;
    expect(card.map((r) => r.where)).toEqual([
      'function 1',
      'function 2',
      'function 3',
      'function 4',
      'function 7',
      'function 8',
      'function 11',
      'function 12',
      'function 14',
    ]);
    expect(card.find((r) => r.key === 'equipment.kind')).toMatchObject({ enter: '3' });
    expect(card.find((r) => r.key === 'compressor.rest')).toMatchObject({ enter: '5 min' });
    const menu = derived(lines(FIVE, {}, { device: 'v7-menu' })).settings.card;
    expect(menu.find((r) => r.key === 'stages.heat')?.where).toBe('Fitter / Equipment / Heat stages');
  });

  it('cycle rates follow the fuel and the efficiency', () => {
    const rate = (fuel: string, efficiencyPercent?: number): string | undefined =>
      derived(lines(FIVE, { equipment: { fuel, efficiencyPercent } })).settings.canonical.find(
        (s) => s.key === 'cycles.heat',
      )?.value;
    expect([rate('gas', 80), rate('gas', 95), rate('electric'), rate('oil')]).toEqual(['5', '3', '9', '3']);
  });

  it('electric heat runs the fan by the thermostat; leaving it to the equipment is a blocker until the board is seen to start it', () => {
    const job = lines(FIVE, {}, { answers: { fuel: 'electric' } });
    expect(derived(job).settings.thermostatRunsFan).toBe(true);
    expect(derived(job).states.find((s) => s.id === 'heat1')?.calls).toContain('fan');
    const wrong: LowVoltageJob = { ...job, setUp: { ...job.setUp, chosen: { 'fan.heating': 'equipment' } } };
    expect(codes(wrong)).toContain('settings.fan-electric');
    const seen: LowVoltageJob = { ...wrong, survey: { ...wrong.survey, equipment: { fanStartedBy: 'equipment' } } };
    expect(codes(seen)).not.toContain('settings.fan-electric');
  });

  it('a value that contradicts the wiring is a blocker', () => {
    expect(codes(lines(FIVE, {}, { setUp: { chosen: { 'equipment.kind': 'heat-only' } } }))).toContain(
      'settings.conflict',
    );
  });

  it('terminals the device does not see, or should not', () => {
    expect(codes(lines(FIVE, {}, { setUp: { detected: ['R', 'C', 'W', 'G'] } }))).toContain('detected.missing');
    expect(codes(lines('r red, c blue, w white', {}, { setUp: { detected: ['R', 'C', 'W', 'Y'] } }))).toContain(
      'detected.extra',
    );
  });
});

describe('make safe', () => {
  const off = { supplies: { s: { name: 'Breaker', kind: 'breaker', state: 'off' } } };
  const measured = (text: string, value: number, place: 'wall' | 'board' = 'wall'): LowVoltageJob =>
    readSafely(lines(text, {}, off), value, `${place}.R`, `${place}.C`);

  it('dead only when the same two screws would have read otherwise with the supply on', () => {
    const dead = derived(measured(FIVE, 0)).safe;
    expect([dead.verdict, dead.proved]).toEqual(['dead', true]);
    expect(dead.ifLive).toBeGreaterThan(24);
    // Nothing is on C at the wall: whatever was read there live came through the cable's own capacitance.
    const nothing = derived(measured('r red, w white, y yellow, g green', 0));
    expect(nothing.safe.verdict).toBe('proves-nothing');
    expect(nothing.findings.map((f) => f.code)).toContain('safe.proves-nothing');
  });

  it('tells the wrong breaker, line voltage and the unexplained apart', () => {
    expect(codes(measured(FIVE, 26))).toContain('safe.still-live');
    expect(codes(measured(FIVE, 119))).toContain('safe.line-voltage');
    expect(codes(measured(FIVE, 7))).toContain('safe.odd-reading');
    expect(codes(lines(FIVE, {}, off))).toContain('safe.not-proved');
    expect(codes(lines(FIVE))).toContain('safe.no-supply');
    const on = measured(FIVE, 0);
    expect(codes({ ...on, supplies: { s: { name: 'Breaker', kind: 'breaker', state: 'on' } } })).toContain(
      'safe.supply-on',
    );
  });
});

describe('predictions', () => {
  const d = derived(lines(FIVE));
  const volts = (state: string, a: string, b: string): number => {
    const pairs =
      (
        derivedJson(lines(FIVE)).predictions as { state: string; pairs: { a: string; b: string; volts: number }[] }[]
      ).find((p) => p.state === state)?.pairs ?? [];
    return pairs.find((p) => (p.a === a && p.b === b) || (p.a === b && p.b === a))?.volts ?? Number.NaN;
  };

  it('idle: R to C and through idle coils read the transformer, calls to C read nothing', () => {
    expect(volts('idle', 'wall.R', 'wall.C')).toBeCloseTo(26.1, 1);
    expect(volts('idle', 'wall.R', 'wall.Y')).toBeGreaterThan(25.5);
    expect(volts('idle', 'wall.W', 'wall.C')).toBeLessThan(0.1);
  });

  it('in a call the called terminal reads R’s voltage and only its loads run', () => {
    expect(volts('cool1', 'board.Y', 'board.C')).toBeGreaterThan(24);
    expect(d.predictions.find((p) => p.state === 'cool1')?.loadsRunning).toEqual([
      'thermostat',
      'compressor contactor',
      'fan relay',
    ]);
    expect(d.predictions.find((p) => p.state === 'off')?.loadsRunning).toEqual([]);
  });

  it('a measured idle voltage sharpens every prediction', () => {
    const measured = derived(
      withReading(
        lines(FIVE),
        reading({ quantity: 'volts-ac', value: 27.4, a: 'wall.R', b: 'wall.C', state: 'idle', stop: 'power-up' }),
      ),
    );
    expect(measured.source.spread).toBeLessThan(d.source.spread);
    const width = (x: typeof d): number => {
      const m = x.proof.tests[0]?.measures[0]?.predicted;
      return (m?.high ?? 0) - (m?.low ?? 0);
    };
    expect(width(measured)).toBeLessThan(width(d) / 3);
  });

  it('overload, weak coils and shorts of the planned circuit are findings', () => {
    expect(codes(lines(FIVE, { equipment: { transformerVA: 10 } }))).toContain('circuit.overload');
    expect(codes(lines(FIVE, { equipment: { transformerVA: 20 } }))).toContain('circuit.near-limit');
    expect(codes(lines(FIVE, { cables: { main: { gauge: 'AWG 24', metres: 200 } } }))).toContain('circuit.weak-coil');
  });
});

describe('diagnosis', () => {
  const job = lines(FIVE);
  const d = derived(job);
  const planned = d.installed;
  const healthy = new Map(d.predictions.map((p) => [p.state, p]));

  it('names each single fault that its own readings single out', () => {
    if (!planned) throw new Error('no plan');
    let named = 0;
    const idle = d.states.find((x) => x.id === 'idle');
    if (!idle) throw new Error('no idle state');
    // Only faults that leave the thermostat lit: a dark one calls nothing, and the display says so first.
    const faults = singleFaults(planned).filter(
      (f) =>
        (f.id.startsWith('swap-board') || f.id.startsWith('stuck') || f.id.startsWith('coil-open')) &&
        predictState(predictor(f.apply(planned)), idle).running.includes('display'),
    );
    for (const fault of faults) {
      const p = predictor(fault.apply(planned));
      const readings = d.states
        .filter((s) => !s.dead)
        .flatMap((s) => {
          const prediction = predictState(p, s);
          return planned.loads.map((l): Reading => {
            return reading({
              quantity: 'volts-ac',
              // As a meter shows it: what floats reads less than it is.
              value: predictedVolts(prediction, `board.${l.terminal}`, 'board.C') ?? 0,
              a: `board.${l.terminal}`,
              b: 'board.C',
              state: s.id,
              stop: 'proof',
            });
          });
        });
      const ranking = diagnose(withReading(job, ...readings), planned, d.states, healthy);
      const top = ranking?.ranked.slice(0, 3).map((r) => r.hypothesis.id) ?? [];
      expect((ranking?.ranked.reduce((s, r) => s + r.probability, 0) ?? 0) + (ranking?.none ?? 0)).toBeCloseTo(1, 9);
      if (top.includes(fault.id)) named += 1;
    }
    // A relay that never closes reads like a core that came off, which is commoner.
    expect(named / faults.length).toBeGreaterThan(0.7);
  });

  it('a dead display puts what feeds it first and asks for a telling measurement', () => {
    if (!planned) throw new Error('no plan');
    const ranking = diagnose({ ...job, powerUp: { display: 'dead' } }, planned, d.states, healthy);
    const top = ranking?.ranked.slice(0, 6).map((r) => r.hypothesis.id) ?? [];
    expect(top).toContain('common-not-landed');
    expect(top).toContain('supply-off');
    expect(top).not.toContain('as-planned');
    expect(ranking?.next?.bits).toBeGreaterThan(0.5);
  });

  it('with nothing read there is nothing to rank', () => {
    if (planned) expect(diagnose(job, planned, d.states, healthy)).toBeNull();
  });
});

describe('properties of any survey', () => {
  const terminal = fc.constantFrom('R', 'Rc', 'Rh', 'C', 'W', 'W1', 'W2', 'Y', 'Y1', 'Y2', 'G', 'O', 'B', 'L', 'X9');
  const end = fc.option(terminal, { nil: null });
  const conductor = fc.record({ wall: end, board: end, colour: fc.constantFrom(...INSULATION.map((i) => i.name)) });
  const survey = fc.record({
    conductors: fc.array(conductor, { maxLength: 9 }),
    jumpers: fc.array(fc.constantFrom(['R', 'Rc'], ['Rc', 'Rh']), { maxLength: 2 }),
    fuel: fc.constantFrom('gas', 'electric', undefined),
    device: fc.constantFrom('t24-five', 'v7-menu', 'k2-battery', undefined),
  });
  const build = (s: {
    conductors: object[];
    jumpers: (readonly string[])[];
    fuel: string | undefined;
    device: string | undefined;
  }): LowVoltageJob =>
    file({
      device: s.device ?? {},
      survey: { conductors: s.conductors, jumpers: s.jumpers, equipment: { fuel: s.fuel } },
    });

  it('derives without throwing, finite everywhere, never two conductors on one planned screw', () => {
    fc.assert(
      fc.property(survey, (s) => {
        const d = derived(build(s));
        for (const p of d.predictions) {
          expect(Number.isFinite(p.transformerVA)).toBe(true);
          for (const x of p.probes.pairs()) expect(Number.isFinite(x.open) && Number.isFinite(x.ohms)).toBe(true);
        }
        const screws = (d.wiring?.rows ?? []).map((r) => r.newWall).filter((x) => x !== null);
        expect(new Set(screws).size).toBe(screws.length);
      }),
      { seed: 42, numRuns: 250 },
    );
  });

  it('renaming colours changes no result', () => {
    fc.assert(
      fc.property(survey, (s) => {
        const grey = { ...s, conductors: s.conductors.map((c, i) => ({ ...c, colour: `c${i}` })) };
        const shape = (job: LowVoltageJob): unknown => {
          const d = derived(job);
          return [
            d.system.kind,
            d.system.verdict,
            d.powering?.chosen,
            d.wiring?.rows.map((r) => [r.newWall, r.newBoard]),
            d.predictions.map((p) => p.transformerVA),
          ];
        };
        expect(shape(build(grey))).toEqual(shape(build(s)));
      }),
      { seed: 43, numRuns: 80 },
    );
  });
});
