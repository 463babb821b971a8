/** Every finding has an example job that raises it, a file that a person could have written. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { derive } from '../derive';
import { readJobFile } from '../job/file';
import { STOPS } from '../run';
import { CATALOGUE } from './catalogue';

const folder = new URL('../../../demo/examples/findings/', import.meta.url);
const files = readdirSync(folder).map((f) => f.replace(/\.json$/, ''));
const NOW = '2026-03-01T09:00:00Z';

describe('findings', () => {
  it.each(files)('%s is raised by its example', (code) => {
    const read = readJobFile(readFileSync(new URL(`${code}.json`, folder), 'utf8'));
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const raised = derive(read.job, NOW).shared.findings.filter((f) => f.code === code);
    expect(raised.length).toBeGreaterThan(0);
    for (const f of raised) {
      expect(f.message).not.toMatch(/undefined|NaN|null/);
      expect(f.fix.length).toBeGreaterThan(5);
      expect(STOPS.map((s) => s.id)).toContain(f.stop);
    }
  });

  it('no code lacks an example, but those the plan itself prevents', () => {
    // A plan never puts loads in series, ties transformers or makes a relay buzz: these guard the planner.
    const guards = ['circuit.series-loads', 'circuit.opposed-sources', 'circuit.oscillation'];
    expect(Object.keys(CATALOGUE).filter((code) => !files.includes(code) && !guards.includes(code))).toEqual([]);
  });
});
