/**
 * What somebody proposes, tried on a copy of the job: the findings it would raise and clear, and what would run
 * otherwise. The job itself stays as it is. Settings of any family, wires of a boiler's plant, terminals of a floor.
 */
import { parseWires } from './boiler/wire-lines';
import { type Derived, derive } from './derive';
import type { Finding } from './findings/finding';
import { CORE_WORDS } from './floor/terminals';
import type { Job } from './job/schema';

export interface JobTrial {
  raised: Finding[];
  cleared: Finding[];
  /** Demands or calls that would run something else. */
  runs: { name: string; now: string; would: string }[];
}

export type JobTrialLine =
  | { ok: true; text: string; says: string; edit: (job: Job) => Job }
  | { ok: false; text: string; problem: string };

const same = (a: Finding, b: Finding): boolean => a.code === b.code && a.message === b.message;

/** What runs, by demand or call, as it is wired. */
const running = (d: Derived): Map<string, string> =>
  new Map(
    d.boiler
      ? d.boiler.demands.map((x) => {
          const r = x.wired ?? x.planned;
          const runs = [
            r.boilerFires ? 'boiler' : '',
            r.pumpRuns ? 'pump' : '',
            r.toCylinder ? 'cylinder heated' : '',
            r.toRadiators ? 'radiators warm' : '',
            r.fuseOpens ? 'the fuse opens' : '',
          ].filter(Boolean);
          return [x.name, runs.join(' + ') || 'nothing'];
        })
      : d.predictions.map((p) => [p.name, p.running.join(' + ') || 'nothing']),
  );

/** @param now for what depends on the hour, as derive takes it */
export function tryOnCopy(job: Job, edit: (job: Job) => Job, now?: string): JobTrial {
  const [before, after] = [derive(job, now), derive(edit(job), now)];
  const [was, then] = [running(before), running(after)];
  return {
    raised: after.findings.filter((f) => !before.findings.some((x) => same(x, f))),
    cleared: before.findings.filter((f) => !after.findings.some((x) => same(x, f))),
    runs: [...then].flatMap(([name, t]) =>
      was.get(name) === t ? [] : [{ name, now: was.get(name) ?? 'nothing', would: t }],
    ),
  };
}

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9.+-]/g, '');

/** `set fan.heating equipment`: a setting by its key or name, a value by its value or label. */
function settingTrial(text: string, d: Derived): JobTrialLine {
  const settings = (d.boiler ?? d.floor ?? d).settings.canonical;
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

/** `rx 4 - hw brown` joins, `off rx 4 - hw brown` takes off; the wires as traced, or the plan's where none were. */
function wireTrial(text: string, d: Derived): JobTrialLine {
  const { boiler } = d;
  if (!boiler?.plant) return { ok: false, text, problem: 'Say what the plant is first.' };
  const off = /^off\s+/i.test(text);
  const [entry] = parseWires(text.replace(/^off\s+/i, ''), boiler.plant);
  if (!entry?.ok) return { ok: false, text, problem: entry?.problem ?? 'Which two terminals? rx 4 - hw brown' };
  const { a, b } = entry.wire;
  const wires = [...(boiler.traced ?? boiler.wires)];
  const joins = (w: { a: string; b: string }): boolean => (w.a === a && w.b === b) || (w.a === b && w.b === a);
  if (off && !wires.some(joins)) return { ok: false, text, problem: `Nothing joins ${a} to ${b}.` };
  return {
    ok: true,
    text,
    says: off ? `${a} no longer joined to ${b}` : `${a} joined to ${b}`,
    edit: (job) => {
      // On what the trials before it left, so that several in one line add up.
      const now = job.boiler.wires ? Object.values(job.boiler.wires) : wires;
      const then = off ? now.filter((w) => !joins(w)) : [...now, { a, b }];
      return { ...job, boiler: { ...job.boiler, wires: Object.fromEntries(then.map((w, i) => [`try${i}`, w])) } };
    },
  };
}

/** `3 l`, `5 probe-1`, `3 off`: what is on a numbered terminal. */
function terminalTrial(text: string, d: Derived): JobTrialLine {
  const [terminal = '', core = ''] = text.split(/\s+/);
  const known = d.floor?.sheet?.terminals ?? {};
  if (!(terminal in known))
    return { ok: false, text, problem: `Terminals here: ${Object.keys(known).join(', ') || 'none, choose a device'}` };
  const cores = Object.keys(CORE_WORDS) as (keyof typeof CORE_WORDS)[];
  const found = cores.find((c) => plain(c) === plain(core));
  if (!found && core.toLowerCase() !== 'off')
    return { ok: false, text, problem: `What is on ${terminal}? ${cores.join(', ')} or off` };
  return {
    ok: true,
    text,
    says: found ? `${CORE_WORDS[found]} on ${terminal}` : `nothing on ${terminal}`,
    edit: (job) => {
      const { [terminal]: _was, ...rest } = { ...known, ...job.floor.landed };
      return { ...job, floor: { ...job.floor, landed: found ? { ...rest, [terminal]: found } : rest } };
    },
  };
}

/** Each entry of a typed line, comma between. Never throws. */
export function parseJobTrials(line: string, d: Derived): JobTrialLine[] {
  return line
    .slice(0, 1000)
    .split(/[,;\n]/)
    .map((t) => t.trim())
    .filter((t) => t !== '')
    .map((text) =>
      /^set\s/i.test(text)
        ? settingTrial(text, d)
        : d.boiler
          ? wireTrial(text, d)
          : d.floor
            ? terminalTrial(text, d)
            : { ok: false, text, problem: 'Begin with set: set fan.heating equipment' },
    );
}
