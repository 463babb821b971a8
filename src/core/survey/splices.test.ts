/** Equipment without letters: what a core meets gives its letter, and what is not traced is said. */
import { describe, expect, it } from 'vitest';
import { derive } from '../derive';
import { jobAs } from '../family/of';
import { ownOf } from '../family/registry';
import { readJobFile } from '../job/file';
import type { LowVoltageJob } from '../job/schema';
import type { Meets } from '../job/survey-schema';
import { MET, meeting, splicesOf } from './splices';

const file = (survey: object): LowVoltageJob => {
  const read = readJobFile(
    JSON.stringify({
      format: 'augerset.job',
      version: 2,
      device: 't24-five',
      answers: { fuel: 'gas' },
      survey: { equipment: { splicesOnly: true }, ...survey },
    }),
  );
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return jobAs(read.job, '24v');
};

const traced = (job: LowVoltageJob, met: Readonly<Record<string, Meets | null>>): LowVoltageJob => {
  let { survey } = job;
  for (const [wall, meets] of Object.entries(met)) {
    const [id] = Object.entries(survey.conductors).find(([, c]) => c.wall?.terminal === wall) ?? [''];
    survey = { ...survey, ...meeting(survey, id, meets) };
  }
  return { ...job, survey };
};
const codes = (job: LowVoltageJob): string[] =>
  derive(job)
    .shared.findings.map((f) => f.code)
    .filter((c) => c.startsWith('survey.'));
const four = file({ lines: 'r red wall, c blue wall, w white wall, y yellow wall' });
const ALL = { R: 'transformer-hot', C: 'transformer-common', W: 'heat', Y: 'outdoor-alone' } as const;

describe('splices at the equipment', () => {
  it('are untraced until each core is said to meet something', () => {
    expect(codes(four)).toContain('survey.splices-untraced');
    expect(codes(traced(four, { R: 'transformer-hot' }))).toContain('survey.splices-untraced');
    const done = traced(four, ALL);
    expect(codes(done)).toEqual([]);
    expect(ownOf(derive(done), '24v').system.kind).toBe('furnace-ac');
  });

  it('say where two cores cannot both be, and where what goes outdoors has no way back', () => {
    expect(codes(traced(four, { ...ALL, C: 'outdoor-alone' }))).toEqual(
      expect.arrayContaining(['survey.splices-twice', 'survey.splices-untraced', 'survey.terminal-differs']),
    );
  });

  it('show a plate whose letter lies: traced, the core is what it meets', () => {
    const lying = traced(four, { ...ALL, C: 'outdoor-alone', Y: 'transformer-common' });
    expect(codes(lying)).toContain('survey.terminal-differs');
    const { wiring } = ownOf(derive(lying), '24v');
    const row = wiring?.rows.find((r) => r.colour === 'blue');
    expect([row?.oldBoard, row?.newWall]).toEqual(['Y', 'Y']);
  });

  it('ask which mode a third core outdoors is on in: nothing there says O or B', () => {
    const pump = traced(file({ lines: 'r red wall, c blue wall, y yellow wall, g green wall, o orange wall' }), {
      ...ALL,
      W: null,
      G: 'fan',
      O: 'outdoor-third',
    });
    expect(derive(pump).shared.questions.map((q) => q.code)).toContain('valve-mode');
  });

  it('a core is forgotten again; its letter with it', () => {
    const back = traced(traced(four, ALL), { Y: null });
    expect(Object.values(back.survey.conductors).find((c) => c.wall?.terminal === 'Y')?.board).toBeUndefined();
    expect(new Set(Object.values(MET).map((m) => m.letter)).size).toBe(Object.keys(MET).length);
  });

  it('what is cut or taken off meets nothing any more', () => {
    const done = traced(four, ALL);
    const [id = '', core] = Object.entries(done.survey.conductors).find(([, c]) => c.wall?.terminal === 'C') ?? [];
    if (!core?.board) throw new Error('C is not traced');
    const cut = { ...core, board: { ...core.board, state: 'cut' as const } };
    const job = { ...done, survey: { ...done.survey, conductors: { ...done.survey.conductors, [id]: cut } } };
    expect(splicesOf(job)).toEqual({ untraced: ['blue'], twice: [], noCommon: true });
  });

  it('are joined, not landed: the work list says under what', () => {
    const spare = traced(file({ lines: 'r red wall, w white wall, y yellow wall, g green wall, spare blue' }), {
      R: 'transformer-hot',
      W: 'heat',
      Y: 'outdoor-alone',
      G: 'fan',
    });
    const steps = derive({ ...spare, decide: { ...spare.decide, powering: 'spare-core' } }).shared.steps;
    expect(steps.map((s) => s.what).join('\n')).toMatch(
      /join blue to the splice that is C \(the other transformer lead\)/,
    );
  });
});
