/**
 * What somebody proposes, tried on a copy of the job: the findings it would raise and clear, and what would run
 * otherwise. The job itself stays as it is. Settings of any family, wires of a boiler's plant, terminals of a floor.
 */
import { type Derived, derive } from './derive';
import type { JobTrialLine } from './family/contract';
import { familyOf } from './family/registry';
import type { Finding } from './findings/finding';
import type { Job } from './job/schema';

export interface JobTrial {
  raised: Finding[];
  cleared: Finding[];
  /** Demands or calls that would run something else. */
  runs: { name: string; now: string; would: string }[];
}

export type { JobTrialLine };

const same = (a: Finding, b: Finding): boolean => a.code === b.code && a.message === b.message;

/** @param now for what depends on the hour, as derive takes it */
export function tryOnCopy(job: Job, edit: (job: Job) => Job, now?: string): JobTrial {
  const [before, after] = [derive(job, now), derive(edit(job), now)];
  const { runs } = familyOf(job).module;
  const [was, then] = [runs(before.own), runs(after.own)];
  return {
    raised: after.shared.findings.filter((f) => !before.shared.findings.some((x) => same(x, f))),
    cleared: before.shared.findings.filter((f) => !after.shared.findings.some((x) => same(x, f))),
    runs: [...then].flatMap(([name, t]) =>
      was.get(name) === t ? [] : [{ name, now: was.get(name) ?? 'nothing', would: t }],
    ),
  };
}

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9.+-]/g, '');

/** `set fan.heating equipment`: a setting by its key or name, a value by its value or label. */
function settingTrial(text: string, d: Derived): JobTrialLine {
  const settings = d.shared.settings.canonical;
  const words = text.replace(/^set\s+/i, '');
  const found = settings
    .flatMap((s) => [s.key, s.name].map((said) => ({ s, said })))
    .filter(({ said }) => plain(words).startsWith(plain(said)))
    .sort((a, b) => b.said.length - a.said.length)[0];
  if (!found)
    return {
      ok: false,
      text,
      problem: `No such setting here: ${settings
        .slice(0, 4)
        .map((s) => s.key)
        .join(', ')} …`,
    };
  const { s, said } = found;
  const wanted = plain(words).slice(plain(said).length);
  const value =
    s.options.find((o) => plain(o.value) === wanted || plain(o.label) === wanted)?.value ??
    (s.bounds && /^-?\d+(\.\d+)?$/.test(wanted) ? wanted : undefined);
  if (value === undefined)
    return { ok: false, text, problem: `${s.name} takes ${s.options.map((o) => o.value).join(', ')}` };
  return {
    ok: true,
    text,
    says: `${s.name}: ${s.options.find((o) => o.value === value)?.label ?? value}`,
    edit: (job) => ({ ...job, setUp: { ...job.setUp, chosen: { ...job.setUp.chosen, [s.key]: value } } }),
  };
}

/** Each entry of a typed line, comma between. Never throws. */
export function parseJobTrials(line: string, job: Job, d: Derived): JobTrialLine[] {
  return line
    .slice(0, 1000)
    .split(/[,;\n]/)
    .map((t) => t.trim())
    .filter((t) => t !== '')
    .map((text) => (/^set\s/i.test(text) ? settingTrial(text, d) : familyOf(job).module.trial(text, d.own)));
}
