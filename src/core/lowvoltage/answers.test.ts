import { describe, expect, it } from 'vitest';
import { derived, landed } from '../../../tests/support/jobs';
import { derive } from '../derive';
import { jobAs, seenAs } from '../family/of';
import { answered } from '../findings/answer';
import { applyChanges } from '../job/changes';
import { readJobFile } from '../job/file';
import { throughSeen } from '../job/measured';
import type { LowVoltageJob } from '../job/schema';
import { sealed, verifySeal } from '../record/seal';
import { answeredFields } from './form';

const codes = (job: LowVoltageJob): string[] => derived(job).questions.map((q) => q.code);

describe('an answered question is a field that somebody filled', () => {
  it.each([
    ['r red, c blue, y yellow, w white', {}, 'y-without-g', 'own'],
    ['r red, w white, y yellow', {}, 'three-wire', 'closes'],
    ['r red, c blue, w white, x black', {}, 'x-terminal', 'common'],
    ['r red, y yellow, g green, b blue, w white', {}, 'b-common', 'common'],
    ['rc red, rh brown, c blue, y yellow, g green, w white', {}, 'common-of', 'cool'],
    ['r red, c blue, w white, y yellow', { fuel: 'electric' }, 'heat-fan', 'equipment'],
  ])('%s, %j: %s', (lines, equipment, code, value) => {
    const job = landed(lines, { equipment }, { answers: {} });
    const question = derived(job).questions.find((q) => q.code === code);
    expect(question?.answers.map((a) => a.value)).toContain(value);
    if (!question) return;
    const after = answered(job, question, value) as LowVoltageJob;
    expect(codes(after)).not.toContain(code);
    expect(after.answers).toEqual({});
    expect(answeredFields(after.survey).map((f) => f.path)).toContainEqual(question.field);
    expect(codes(answered(after, question, undefined) as LowVoltageJob)).toContain(code);
  });

  it('what an older record keeps by its code is read as that field, and the record stays as it is', () => {
    const bare = landed('r red, c blue, y yellow, w white', {}, { answers: { fuel: 'electric' } });
    const old = { ...bare, answers: { 'y-without-g': 'missing', 'heat-fan': 'own', unheard: 'of' } };
    const before = JSON.stringify(old);
    const filled = landed(
      'r red, c blue, y yellow, w white',
      { equipment: { fuel: 'electric', fanWithCooling: 'missing', fanStartedBy: 'equipment' } },
      { answers: {} },
    );
    expect(derived(old).system.air).toEqual(derived(filled).system.air);
    expect(derived(old).system.air).toEqual({ heating: 'equipment', cooling: 'missing' });
    expect(JSON.stringify(old)).toBe(before);
  });

  it('what is taken back of it by a screen stays taken back, and the rest becomes fields', () => {
    const bare = landed('r red, y yellow, g green, b blue, w white', {}, { answers: {} });
    const old = { ...bare, answers: { fuel: 'gas', 'b-common': 'common', unheard: 'of' } };
    const after = throughSeen(
      jobAs(old, '24v'),
      (j) => applyChanges(j, [{ path: ['survey', 'seen', 'letterB'] }]).value,
      { at: '2026-03-01T10:00:00Z', by: 'Ada', source: 'typed' },
    );
    expect(after.answers).toEqual({ unheard: 'of' });
    expect(after.survey.equipment.fuel).toBe('gas');
    expect(codes(seenAs(after, '24v'))).toContain('b-common');
  });

  it('a sealed record that keeps answers by their codes is read from its file as it was sealed', () => {
    const bare = landed('r red, y yellow, g green, b blue, w white', {}, { answers: {} });
    const old = sealed({ ...bare, answers: { fuel: 'gas', 'b-common': 'common' } }, '2026-03-01T10:00:00Z', 'Ada');
    const read = readJobFile(JSON.stringify(old));
    expect(read.ok && verifySeal(read.job)).toMatchObject({ ok: true });
    expect(read.ok && derive(read.job).shared.sentence).toContain('with a common wire');
    const { seal: _seal, ...open } = old;
    const unsealed = readJobFile(JSON.stringify(open));
    expect(unsealed.ok && unsealed.job.answers).toEqual({});
    expect(unsealed.ok && unsealed.job.survey).toMatchObject({ seen: { letterB: 'common' } });
  });

  it('a key called __proto__ is refused in a file, not dropped', () => {
    const text = '{"format":"augerset.job","version":2,"answers":{"__proto__":"own"}}';
    expect(readJobFile(text)).toMatchObject({ ok: false, problems: [{ path: 'answers' }] });
  });

  it.each(['constructor', 'toString', 'accessory-power.__proto__', 'accessory-power.constructor'])(
    'one by a code that every object knows, %s, is kept and fills nothing',
    (code) => {
      const text = `{"format":"augerset.job","version":2,"survey":{"lines":"r red, w white"},"answers":{"${code}":"own"}}`;
      const read = readJobFile(text);
      expect(read.ok && read.job.survey).toEqual(landed('r red, w white', {}, { answers: {} }).survey);
      expect(read.ok && derive(read.job).shared.questions.length).toBeGreaterThan(0);
      expect({}).not.toHaveProperty('power');
    },
  );

  it('one that its field does not take is refused in a file, with its place', () => {
    const old = { ...landed('r red, c blue, b black, w white', {}, { answers: {} }), answers: { 'b-common': 'both' } };
    const read = readJobFile(JSON.stringify(old));
    expect(read.ok).toBe(false);
    if (!read.ok) {
      expect(read.problems.map((p) => p.path)).toEqual(['answers.b-common']);
      expect(read.problems[0]?.message).toContain('"common"');
    }
    const right = { ...old, answers: { 'b-common': 'common', unheard: 'of' } };
    const good = readJobFile(JSON.stringify(right));
    expect(good.ok && good.job.answers).toEqual({ unheard: 'of' });
  });

  it('what is filled already stands over what an older record answered', () => {
    const job = landed('r red, c blue, y yellow, w white', { equipment: { fanWithCooling: 'own' } });
    expect(derived({ ...job, answers: { 'y-without-g': 'missing' } }).system.air.cooling).toBe('equipment');
  });

  it('that only the thermostat starts the fan, and no core for it, holds heat that needs air', () => {
    const job = landed(
      'r red, c blue, w white',
      { equipment: { fuel: 'electric', fanStartedBy: 'thermostat' } },
      { answers: {} },
    );
    expect(derived(job).system.air.heating).toBe('missing');
    expect(codes(job)).not.toContain('heat-fan');
  });
});
