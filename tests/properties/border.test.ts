/**
 * The border: whatever figure stands in a file, it is refused with its place, or everything derived of the job is
 * finite. Figures of every example job are replaced one at a time by the worst there are.
 */
import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { derive, derivedJson } from '../../src/core/derive';
import { MOST, parseJson } from '../../src/core/job/bounds';
import { readJobFile, readJobValue } from '../../src/core/job/file';

const FOLDER = new URL('../../demo/examples/findings/', import.meta.url);
const EXAMPLES = readdirSync(FOLDER).map((name) => ({
  name,
  job: JSON.parse(readFileSync(new URL(name, FOLDER), 'utf8')) as Record<string, unknown>,
}));

/** Paths of every figure in a value. */
function figures(value: unknown, path: string[] = []): string[][] {
  if (typeof value === 'number') return [path];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([k, v]) => figures(v, [...path, k]));
}

function put(value: unknown, path: readonly string[], figure: unknown): unknown {
  const [head, ...rest] = path;
  if (head === undefined) return figure;
  if (Array.isArray(value)) return value.map((v, i) => (String(i) === head ? put(v, rest, figure) : v));
  const tree = value as Record<string, unknown>;
  return { ...tree, [head]: put(tree[head], rest, figure) };
}

const WORST = [0, -0, -1, 1e-300, 5e-324, 1e-9, 1e-3, 0.05, 1, 500, 1e4, 1e5, 1e9, 1e300, Number.MAX_VALUE];
const PLACES = EXAMPLES.flatMap((e) =>
  figures(e.job)
    .filter((p) => p[0] !== 'version')
    .map((path) => ({ ...e, path })),
);

function notFinite(value: unknown, path = ''): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : path;
  if (typeof value !== 'object' || value === null) return null;
  for (const [k, v] of Object.entries(value)) {
    const found = notFinite(v, `${path}.${k}`);
    if (found) return found;
  }
  return null;
}

describe('the border', () => {
  it('takes no figure that anything behind it could not bear', () => {
    expect(PLACES.length).toBeGreaterThan(500);
    fc.assert(
      fc.property(
        fc.constantFrom(...PLACES),
        fc.oneof(fc.constantFrom(...WORST), fc.double({ noNaN: true, noDefaultInfinity: true })),
        ({ job, path }, figure) => {
          const read = readJobValue(put(job, path, figure));
          if (!read.ok) return read.problems.every((p) => p.message.length > 0);
          const d = derivedJson(read.job);
          const at = notFinite(d);
          if (at !== null) throw new Error(`${path.join('.')} = ${figure}: ${at} is not finite`);
          const words = JSON.stringify(derive(read.job).shared.findings.map((f) => [f.message, f.fix]));
          expect(words).not.toMatch(/NaN|Infinity|undefined/);
          return true;
        },
      ),
      { numRuns: 2500, seed: 10 },
    );
  });

  it.each([
    [
      'floor area',
      { family: 'floor', floor: { areaSquareMetres: 1e-300 } },
      'floor.areaSquareMetres',
      '0.05 and 1000 m²',
    ],
    ['a cable', { survey: { cables: { main: { metres: 1e-9 } } } }, 'survey.cables.main.metres', '0.1 and 500 m'],
    ['a boiler', { family: 'boiler', boiler: { boilerWatts: 1e-30 } }, 'boiler.boilerWatts', '500 and 200000 W'],
    ['a breaker of nothing', { family: 'floor', floor: { breakerAmps: 0 } }, 'floor.breakerAmps', 'above zero'],
  ])('says of %s what and where', (_name, more, path, words) => {
    const read = readJobValue({ format: 'augerset.job', version: 1, ...more });
    expect(read.ok ? [] : read.problems).toEqual([{ path, message: expect.stringContaining(words) }]);
  });

  it.each(['jumpers', 'zones', 'accessories', 'conductors'] as const)('counts %s before it builds them', (what) => {
    const item = {
      jumpers: { place: 'wall', a: 'R', b: 'C' },
      zones: { name: 'x' },
      accessories: { kind: 'ventilator' },
      conductors: { colour: 'red', wall: 'R' },
    }[what];
    const crowd = Object.fromEntries(Array.from({ length: MOST[what] + 1 }, (_, i) => [`x${i}`, item]));
    const read = readJobValue({ format: 'augerset.job', version: 1, survey: { [what]: crowd } });
    expect(read.ok ? '' : read.problems[0]).toEqual({
      path: `survey.${what}`,
      message: `at most ${MOST[what]} ${what}`,
    });
  });

  it('goes sixty-four levels deep and no deeper, whatever stands in texts', () => {
    const nested = (n: number): string => `${'['.repeat(n)}${']'.repeat(n)}`;
    expect(() => parseJson(nested(64))).not.toThrow();
    expect(() => parseJson(nested(65))).toThrow('more than 64 levels deep');
    expect(parseJson(JSON.stringify({ a: '[[[[\\"{{'.repeat(100) }))).toEqual({ a: '[[[[\\"{{'.repeat(100) });
    expect(readJobFile(nested(100_000))).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('64 levels deep at line 1') }],
    });
  });
});
