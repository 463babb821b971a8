/**
 * Try it: a landing, a link or a setting that somebody proposes, tried on a copy. The job is not changed. What
 * would run, what a meter would read, what would burn, beside what stands now.
 */
import type { LowVoltageJob } from '../job/schema';
import { insulation } from '../survey/colours.data';
import { terminalInfo, terminalLabel } from '../survey/terminals.data';
import type { LowVoltageDerived } from './family';
import type { Installed } from './installed';
import { predictedVolts, predictor, predictState, type StatePrediction } from './predict';
import { seenRunning } from './proof-measures';

export type Trial =
  | { kind: 'land'; conductor: string; place: 'wall' | 'board'; terminal: string | null }
  | { kind: 'link'; place: 'wall' | 'board'; a: string; b: string };

export interface TrialState {
  state: string;
  name: string;
  runsNow: string[];
  runsThen: string[];
  /** R to C at the device, or at the board where it has none there. */
  voltsNow: number | null;
  voltsThen: number | null;
}

export interface TrialResult {
  /** In words, what is tried. */
  says: string;
  states: TrialState[];
  /** What would be damaged, worst first; empty when nothing would. */
  burns: string[];
  /** What else the circuit says against it. */
  warns: string[];
  harmless: boolean;
}

/** A load survives this share of its rating; beyond it is cooked. */
const COOKED_SHARE = 1.3;
/** A transformer held at this load burns out unless its fuse is quicker. */
const BURNT_SHARE = 1.5;

function applied(installed: Installed, trial: Trial): Installed {
  if (trial.kind === 'link') {
    const key = trial.place === 'wall' ? 'wallLinks' : 'boardLinks';
    const screws = trial.place === 'wall' ? 'wallScrews' : 'boardScrews';
    return {
      ...installed,
      [key]: [...installed[key], [trial.a, trial.b]],
      [screws]: [...new Set([...installed[screws], trial.a, trial.b])],
    };
  }
  const { conductor, place, terminal } = trial;
  const screws = place === 'wall' ? 'wallScrews' : 'boardScrews';
  return {
    ...installed,
    conductors: installed.conductors.map((c) => (c.id === conductor ? { ...c, [place]: terminal ?? undefined } : c)),
    [screws]: terminal === null ? installed[screws] : [...new Set([...installed[screws], terminal])],
  };
}

const saysOf = (installed: Installed, trial: Trial): string => {
  if (trial.kind === 'link') return `${trial.a} joined to ${trial.b} at the ${trial.place}`;
  const colour = installed.conductors.find((c) => c.id === trial.conductor)?.colour ?? trial.conductor;
  return trial.terminal === null
    ? `${colour} off its screw at the ${trial.place}`
    : `${colour} on ${trial.terminal} at the ${trial.place}`;
};

/** What would be damaged in one state. */
function burnsIn(p: StatePrediction, solver: ReturnType<typeof predictor>['solver']): string[] {
  const burns: string[] = [];
  for (const f of p.faults) {
    if (f.kind === 'fuse-open') burns.push(`in ${p.name} the fuse opens; without one the transformer burns`);
    else if (f.kind === 'opposed-sources')
      burns.push(`in ${p.name} two transformers drive ${f.amps.toFixed(1)} A into each other`);
    else if (f.kind === 'overload' && f.va > BURNT_SHARE * f.ratedVA)
      burns.push(`in ${p.name} ${f.name} is asked for ${f.va.toFixed(0)} of ${f.ratedVA.toFixed(0)} VA`);
  }
  const place = new Map<string, number>(p.points.map((point, i) => [point, i]));
  const at = (node: string): number => {
    const i = place.get(node) ?? -1;
    const ground = place.get(solver.netlist.ground) ?? -1;
    return i < 0 || ground < 0 ? 0 : p.probes.open(i, ground);
  };
  for (const e of solver.netlist.elements)
    if (e.kind === 'load' && Math.abs(at(e.a) - at(e.b)) > COOKED_SHARE * e.ratedVolts)
      burns.push(`in ${p.name} the ${e.name} gets more than it bears`);
  return burns;
}

/** Null where there is no circuit to try anything on. */
export function tryIt(
  d: Pick<LowVoltageDerived, 'installed' | 'states' | 'predictions'>,
  trials: readonly Trial[],
): TrialResult | null {
  const { installed } = d;
  if (!installed || trials.length === 0) return null;
  const then = trials.reduce(applied, installed);
  const p = predictor(then);
  const supply = (prediction: StatePrediction): number | null => {
    const { device, transformers } = installed;
    return device
      ? predictedVolts(prediction, `wall.${device.hot}`, `wall.${device.common}`)
      : predictedVolts(prediction, `board.${transformers[0]?.hot ?? 'R'}`, `board.${transformers[0]?.common ?? 'C'}`);
  };
  const burns = new Set<string>();
  const warns = new Set<string>();
  const states = d.states
    .filter((s) => !s.dead)
    .map((s): TrialState => {
      const now = d.predictions.find((x) => x.state === s.id);
      const after = predictState(p, s);
      for (const b of burnsIn(after, p.solver)) burns.add(b);
      for (const f of after.faults) {
        if (f.kind === 'weak-coil') warns.add(`in ${after.name} the ${f.name} gets only ${f.volts.toFixed(1)} V`);
        if (f.kind === 'series-loads') warns.add(`in ${after.name} ${f.names.join(' and ')} are in series`);
        if (f.kind === 'oscillation') warns.add(`in ${after.name} ${f.names.join(' and ')} chatter`);
      }
      return {
        state: s.id,
        name: s.name,
        runsNow: (now?.running ?? []).filter(seenRunning),
        runsThen: after.running.filter(seenRunning),
        voltsNow: now ? supply(now) : null,
        voltsThen: supply(after),
      };
    });
  const changed = states.filter((s) => s.runsNow.join() !== s.runsThen.join());
  for (const s of changed) {
    const lost = s.runsNow.filter((r) => !s.runsThen.includes(r));
    const more = s.runsThen.filter((r) => !s.runsNow.includes(r));
    if (lost.length > 0) warns.add(`calling ${s.name} no longer runs ${lost.join(', ')}`);
    if (more.length > 0) warns.add(`calling ${s.name} also runs ${more.join(', ')}`);
  }
  return {
    says: trials.map((t) => saysOf(installed, t)).join('; '),
    states,
    burns: [...burns],
    warns: [...warns],
    harmless: burns.size === 0 && warns.size === 0,
  };
}

export type TrialLine = { ok: true; trial: Trial } | { ok: false; problem: string };

/**
 * One line of words: `blue on c`, `blue off board`, `link r rc wall`. Place: wall unless "board" is said.
 */
export function parseTrial(line: string, job: LowVoltageJob, installed: Installed): TrialLine {
  const words = line
    .trim()
    .toLowerCase()
    .slice(0, 200)
    .split(/\s+/)
    .filter((w) => w !== '' && w !== 'on' && w !== 'to');
  const place = words.includes('board') ? 'board' : 'wall';
  const rest = words.filter((w) => w !== 'board' && w !== 'wall');
  if (rest[0] === 'link' || rest[0] === 'join' || rest[0] === 'jumper') {
    const [, a, b] = rest;
    if (!a || !b) return { ok: false, problem: 'A link joins two screws: link r c board' };
    return { ok: true, trial: { kind: 'link', place, a: terminalLabel(a), b: terminalLabel(b) } };
  }
  const [colourWord, target] = rest;
  if (!colourWord) return { ok: false, problem: 'Say what to try: blue on c, blue off board, link r c' };
  const name = insulation(colourWord)?.name ?? colourWord;
  const found = installed.conductors.find(
    (c) => c.id === colourWord || c.colour === name || c.colour.split('/').includes(name),
  );
  if (!found) return { ok: false, problem: `There is no ${name.slice(0, 24)} conductor in this job.` };
  if (target === undefined) return { ok: false, problem: `Where is ${found.colour} tried? A screw, or “off”.` };
  if (target === 'off') return { ok: true, trial: { kind: 'land', conductor: found.id, place, terminal: null } };
  const known = [
    ...installed.wallScrews,
    ...installed.boardScrews,
    ...Object.values(job.survey.equipment.boardScrews ?? []),
  ];
  const label = known.find((s) => s.toLowerCase() === target) ?? terminalInfo(target)?.label;
  if (!label) return { ok: false, problem: `“${target.slice(0, 24)}” is no screw known here.` };
  return { ok: true, trial: { kind: 'land', conductor: found.id, place, terminal: label } };
}
