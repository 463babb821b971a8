import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CONTACT_SHEETS } from '../src/core/contact/sheet';
import { solveSpice } from '../tests/support/dense';

const root = fileURLToPath(new URL('..', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'augerset-cli-'));
// In one file: fifty runs would read some hundreds of source files each. It stands where its packages are found.
const bundled = join(root, '.tmp', `cli-${process.pid}.mjs`);
beforeAll(async () => {
  await build({
    entryPoints: [join(root, 'cli/main.ts')],
    outfile: bundled,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error',
  });
});
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
  rmSync(bundled, { force: true });
});

interface Done {
  code: number | null;
  out: string;
  err: string;
}
const started = (script: string, args: readonly string[]): Done => {
  const done = spawnSync(process.execPath, [script, ...args], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, AUGERSET_HOME: root, DATABASE_URL: `file:${join(folder, 'cli.db')}` },
  });
  return { code: done.status, out: done.stdout, err: done.stderr };
};
const run = (...args: string[]): Done => started(bundled, args);
const write = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const minimal = 'demo/examples/minimal.json';

describe('augerset', { timeout: 60_000 }, () => {
  it('derives the documented minimal file into one JSON object', () => {
    const { code, out } = run('derive', minimal);
    expect(code).toBe(0);
    // As it is started by hand, from source.
    expect(started('cli/augerset.mjs', ['derive', minimal])).toEqual({ code, out, err: '' });
    const d = JSON.parse(out) as Record<string, unknown>;
    expect(Object.keys(d)).toEqual(
      expect.arrayContaining([
        'system',
        'questions',
        'findings',
        'powering',
        'wiring',
        'settings',
        'predictions',
        'proof',
      ]),
    );
    expect(d.system).toMatchObject({ kind: 'furnace-ac', verdict: 'known' });
  });

  it('prints a SPICE netlist and refuses an unknown state', () => {
    expect(run('spice', minimal, '--state', 'heat1').out).toMatch(/^\* .*\n[\s\S]*\.end\n$/);
    const bad = run('spice', minimal, '--state', 'warp');
    expect([bad.code, bad.err]).toEqual([2, expect.stringContaining('"warp" is not one of off, idle')]);
  });

  it('derives a floor job, right and wrong, and writes its circuit', () => {
    const floor = {
      region: 'NA',
      supplyVolts: 240,
      mats: { m1: { ratedWatts: 450, ratedVolts: 240, connection: { ohms: 128, megohms: 500 } } },
      areaSquareMetres: 3.6,
      covering: 'tile',
      build: 'board',
      beneath: 'ground',
      purpose: 'bath',
      probe: { ohms: 14_600, floorCelsius: 20.5 },
    };
    const job = { format: 'augerset.job', version: 1, family: 'floor', device: 'fs4-screen' };
    const right = write('floor.json', JSON.stringify({ ...job, floor }));
    const d = JSON.parse(run('derive', right).out) as {
      load: { watts: number };
      probe: { type: string };
      warmUp: { target: { minutes: number } };
      findings: { code: string }[];
    };
    expect(d.load.watts).toBeCloseTo(450, 6);
    expect(d.probe.type).toBe('12k');
    expect(d.warmUp.target.minutes).toBeGreaterThan(10);
    expect(d.findings.filter((f) => f.code.startsWith('floor.'))).toEqual([]);
    const half = write('half.json', JSON.stringify({ ...job, floor: { ...floor, supplyVolts: 120 } }));
    expect(run('derive', half).out).toContain('it gives 25 % of its watts');
    const zero = write('zero.json', JSON.stringify({ ...job, floor: { ...floor, areaSquareMetres: 0 } }));
    expect(run('derive', zero)).toMatchObject({
      code: 2,
      err: expect.stringContaining('floor.areaSquareMetres: area must be above zero'),
    });
    const tried = JSON.parse(run('try', right, '5 l').out) as { raised: { code: string }[] };
    expect(tried.raised.map((f) => f.code)).toContain('floor.miswired');
    expect(run('try', right, '9 l')).toMatchObject({ code: 2, err: expect.stringContaining('Terminals here: 1, 2') });
    expect(run('validate', right).out).toContain('1 mat');
    // Both hots of 240 V through breaker, device and joints onto the mat, read by another solver.
    const volts = solveSpice(run('spice', right, '--state', 'heating').out);
    const [one, two] = [volts.get('mat_m1_1') ?? [0, 0], volts.get('mat_m1_2') ?? [0, 0]];
    expect(Math.abs(Math.hypot(one[0] - two[0], one[1] - two[1]) - 239)).toBeLessThan(1);
    for (const [args, says] of [
      [['--state', 'on'], '"on" is not one of idle, heating, off, apart'],
      [['--state', 'heating', '--fault', 'open'], 'faults of this family are known by what its tests show'],
      [['--state', 'heating', '--moving'], 'nothing in this circuit travels'],
    ] as const)
      expect(run('spice', right, ...args)).toMatchObject({ code: 2, err: expect.stringContaining(says) });
  });

  it('writes the circuit with a fault in it, and the plant with its valves on their way', () => {
    const whole = solveSpice(run('spice', minimal, '--state', 'heat1').out);
    const broken = solveSpice(run('spice', minimal, '--state', 'heat1', '--fault', 'broken-k1').out);
    const [sound, dead] = [whole.get('wall_R') ?? [0, 0], broken.get('wall_R') ?? [99, 0]];
    expect(Math.hypot(...sound)).toBeGreaterThan(24);
    expect(Math.hypot(...dead)).toBeLessThan(5);
    expect(run('spice', minimal, '--state', 'heat1', '--fault', 'nope').err).toContain('such as unseated-wall-k1');
  });

  it('says what is wrong and where, on stderr, with code 2', () => {
    const cases: [string, string][] = [
      [write('broken.json', '{"format": "augerset.job",'), 'not valid JSON at line 1'],
      [write('newer.json', '{"format": "augerset.job", "version": 9}'), 'version: this file is version 9'],
      [
        write('place.json', '{"format": "augerset.job", "version": 1, "survey": {"cables": {"main": {"metres": -3}}}}'),
        'survey.cables.main.metres',
      ],
      [join(folder, 'absent.json'), 'cannot be read (ENOENT)'],
    ];
    for (const [path, text] of cases) {
      const { code, err, out } = run('validate', path);
      expect([code, out]).toEqual([2, '']);
      expect(err).toContain(text);
    }
    expect(run('frobnicate').code).toBe(2);
  });

  it('imports into the store, exports the same job, and checks seals', () => {
    const imported = run('import', minimal);
    expect(imported.code).toBe(0);
    const exported = run('export', imported.out.trim());
    expect(JSON.parse(exported.out)).toMatchObject({ format: 'augerset.job', device: { sheet: 't24-five' } });
    const path = write('exported.json', exported.out);
    expect(run('validate', path).code).toBe(0);
    expect(run('verify', path)).toMatchObject({ code: 2, err: expect.stringContaining('not sealed') });
    expect(run('export', 'nothing').code).toBe(2);
  });

  it('checks a sheet of any family, and says what is wrong and where', () => {
    const file = join(folder, 'sheet.json');
    const [sheet] = CONTACT_SHEETS;
    writeFileSync(file, JSON.stringify(sheet));
    expect(run('sheet', file)).toMatchObject({ code: 0, out: expect.stringContaining('of the family contact') });
    writeFileSync(file, JSON.stringify({ ...sheet, name: '', settings: [{ setting: 'nothing' }] }));
    const bad = run('sheet', file);
    expect(bad.code).toBe(2);
    expect(bad.err).toContain('sheet.json: name: not filled in');
    expect(bad.err).toContain('sheet.json: settings.0.label');
    writeFileSync(file, '{');
    expect(run('sheet', file)).toMatchObject({ code: 2 });
  });

  it('writes a job as Haystack grids, and takes a grid back all or not at all', () => {
    const made = write(
      'read.json',
      JSON.stringify({
        format: 'augerset.job',
        version: 2,
        readings: {
          r1: {
            at: '2026-01-01T00:00:00Z',
            by: 'Ada',
            source: 'typed',
            quantity: 'volts-ac',
            value: 26.1,
            a: 'wall.R',
            b: 'wall.C',
          },
        },
      }),
    );
    const history = run('haystack', 'history', made);
    expect(history.code).toBe(0);
    expect(JSON.parse(history.out)).toMatchObject({ _kind: 'grid', rows: [{ val: { val: 26.1, unit: 'V' } }] });
    const grid = write('grid.json', history.out);
    const taken = run('haystack', 'take', minimal, grid);
    expect(JSON.parse(taken.out).readings.r1).toMatchObject({ value: 26.1, a: 'wall.R' });
    const bad = run('haystack', 'take', minimal, write('bad.json', '{"_kind":"grid","rows":[{"ts":"then"}]}'));
    expect(bad.code).toBe(2);
    expect(bad.err).toContain('bad.json: rows.0');
    expect(run('haystack', 'cheese', minimal).code).toBe(2);
  });

  it('publishes every schema', () => {
    expect(JSON.parse(run('schema').out)).toMatchObject({ type: 'object' });
    expect(JSON.parse(run('schema', 'device').out).anyOf.length).toBe(5);
    expect(JSON.parse(run('schema', 'drill').out)).toMatchObject({ type: 'object' });
    expect(run('schema', 'cheese').code).toBe(2);
  });

  it('derives a boiler job, and prints its plant in one demand as SPICE', () => {
    const file = 'demo/examples/findings/boiler.fuse-rating.json';
    const { code, out } = run('derive', file);
    expect(code).toBe(0);
    expect(JSON.parse(out)).toMatchObject({ plant: { kind: 'zone-valves' }, demands: expect.any(Array) });
    const spice = run('spice', file, '--state', 'both');
    expect(spice.code).toBe(0);
    expect(spice.out).toContain('AC 230 0');
    expect(spice.out.trim().endsWith('.end')).toBe(true);
    const at = (text: string, node: string): number => Math.hypot(...(solveSpice(text).get(node) ?? [0, 0]));
    expect(at(spice.out, 'BOILER_SL')).toBeGreaterThan(225);
    expect(at(run('spice', file, '--state', 'both', '--moving').out, 'BOILER_SL')).toBeLessThan(5);
    expect(run('spice', file, '--state', 'heat1')).toMatchObject({
      code: 2,
      err: expect.stringContaining('is not one of none, hw, ch, both, satisfied'),
    });
  });

  it('says where a boiler job file is wrong', () => {
    const bad = write(
      'boiler.json',
      JSON.stringify({
        format: 'augerset.job',
        version: 1,
        family: 'boiler',
        boiler: { plant: 'q-plan', cylinder: { litres: 0 }, wires: { w: { a: 'RX4', b: 'CH1.brown' } } },
      }),
    );
    const { code, err } = run('validate', bad);
    expect(code).toBe(2);
    for (const path of ['boiler.plant', 'boiler.cylinder.litres', 'boiler.wires.w.a']) expect(err).toContain(path);
  });

  it('fits a week said in words, writes it as a calendar and takes it back the same', () => {
    const words = 'up 6:30, out 8:30, back 17, bed 22:30; Wed out till 13';
    const job = write('t24.json', JSON.stringify({ format: 'augerset.job', version: 2, device: 't24-five' }));
    const fit = run('week', 'fit', job, '--say', words);
    const said = JSON.parse(fit.out) as { lostKelvinHours: number; entries: { keyIn: string }[] };
    expect(said.lostKelvinHours).toBeCloseTo(24, 6);
    expect(said.entries[0]?.keyIn).toBe('Mon to Fri, Dawn: 06:30 heat 20.0 °C, cool 24.5 °C');
    const calendar = run('week', 'calendar', job, '--say', words, '--zone', 'Europe/Dublin');
    const taken = run('week', 'take', job, write('w.ics', calendar.out));
    const back = JSON.parse(taken.out) as { week: { days: unknown[] } };
    expect(back.week.days).toEqual((JSON.parse(fit.out) as { week: { days: unknown[] } }).week.days);
    const bad = run('week', 'fit', job, '--say', 'up 6:30, owt 8');
    expect([bad.code, bad.err]).toEqual([2, expect.stringContaining('at 10, “owt”')]);
    expect(run('week', 'fit', job).err).toContain('there is no week in it');
    expect(run('week', 'take', job, write('x.ics', 'hello')).err).toContain('line 1');
  });

  it('says what is wrong, what to measure next, and what the proof cannot show', () => {
    const said = JSON.parse(run('diagnose', minimal).out) as {
      ranking: unknown;
      coverage: { of: number; reveals: number };
    };
    expect(said.ranking).toBeNull();
    expect(said.coverage.reveals).toBeGreaterThan(0.8 * said.coverage.of);
    expect(said.coverage.of).toBeGreaterThan(20);
    // Nothing was read of it yet: no ranking. What its proof would show is known.
    const boiler = JSON.parse(run('diagnose', 'demo/examples/findings/boiler.timer-kept.json').out) as typeof said;
    expect([boiler.ranking, boiler.coverage.reveals > 0.8 * boiler.coverage.of]).toEqual([null, true]);
  });

  it('compares weeks in a house, fits a log and finds a cheaper week', () => {
    const job = 'demo/examples/findings/week.loses.json';
    const year = JSON.parse(run('house', 'compare', job, '--also', 'demo/examples/findings/week.outside.json').out) as {
      compared: { cost: number; imbalance: number; saved: unknown }[];
      assumed: string[];
    };
    expect(year.compared).toHaveLength(3);
    for (const c of year.compared) expect(c.imbalance).toBeLessThan(1e-6);
    expect(year.assumed).toContain('areaSquareMetres');
    const log = write('log.csv', 'minute,indoor,outdoor,heat\n0,20,5,0\n60,19.4,5,0\n');
    expect(JSON.parse(run('house', 'fit', job, log).out)).toMatchObject({ enough: false, rows: 2 });
    expect(run('house', 'fit', job, write('bad.csv', 'a,b\n1,2')).err).toContain('line 1');
    const cheaper = JSON.parse(run('house', 'optimise', job).out) as {
      before: { cost: number };
      after: { cost: number };
    };
    expect(cheaper.after.cost).toBeLessThanOrEqual(cheaper.before.cost);
    expect(run('house', 'compare', job, '--weather', log).err).toContain('less than a day');
  });
});
