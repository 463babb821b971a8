/** What each stop of a 24 V job finds besides its plan: the circuit, power-up, routes, joining, what the device reports. */

import type { CircuitState } from '../circuit/netlist';
import { shortPath } from '../circuit/short';
import { type Finding, finding } from '../findings/finding';
import { readingsInTime } from '../job/readings';
import type { LowVoltageJob, Reading } from '../job/schema';
import { judge } from '../proof/verdict';
import { colourOf } from '../survey/landing';
import {
  band,
  METER_DEFAULT,
  meterTolerance,
  type Predictor,
  predictedVolts,
  type SourceEstimate,
  type StatePrediction,
} from './predict';

/** @param solve the circuit of the predictions, to follow a short through it */
export function circuitFindings(
  predictions: readonly StatePrediction[],
  solve: { p: Predictor; at: (state: string) => CircuitState } | null,
): Finding[] {
  const findings: Finding[] = [];
  const once = new Set<string>();
  for (const p of predictions) {
    if (p.state === 'off') continue;
    for (const f of p.faults) {
      const key = `${f.kind}|${'element' in f ? f.element : f.elements.join()}`;
      if (once.has(key)) continue;
      once.add(key);
      const state = p.name;
      if (f.kind === 'fuse-open') {
        const through = solve ? shortPath(solve.p.solver.netlist, solve.at(p.state), f.element) : [];
        findings.push(
          finding(
            'circuit.fuse-opens',
            { state, amps: f.amps, through },
            ['board.R', 'board.C'],
            'the fuse put back and solved again',
          ),
        );
      }
      // The budget speaks of the transformer, in the worst state of all.
      else if (f.kind === 'overload' || f.kind === 'near-limit') continue;
      else if (f.kind === 'weak-coil')
        findings.push(finding('circuit.weak-coil', { state, load: f.name, volts: f.volts }, [], 'circuit'));
      else if (f.kind === 'series-loads')
        findings.push(finding('circuit.series-loads', { state, loads: f.names }, [], 'circuit'));
      else if (f.kind === 'opposed-sources')
        findings.push(finding('circuit.opposed-sources', { state, amps: f.amps }, [], 'circuit'));
      else findings.push(finding('circuit.oscillation', { state, loads: f.names }, [], 'circuit'));
    }
  }
  return findings;
}

/** Readings at power-up that the planned circuit does not give; the latest of each pair and state counts. */
export function powerUpFindings(
  job: LowVoltageJob,
  predictions: readonly StatePrediction[],
  source: SourceEstimate,
): Finding[] {
  const latest = new Map<string, Reading>();
  for (const r of readingsInTime(job, (x) => x.stop === 'power-up' && x.quantity === 'volts-ac'))
    if (r.a && r.b) latest.set([r.state, ...[r.a, r.b].sort()].join('|'), r);
  return [...latest.values()].flatMap((r) => {
    const prediction = predictions.find((p) => p.state === r.state);
    const { a, b } = r;
    const value = prediction && a && b ? predictedVolts(prediction, a, b, r.meterOhms ?? METER_DEFAULT) : null;
    if (value === null || a === undefined || b === undefined) return [];
    const range = band(value, source.spread);
    if (judge(r.value, range, meterTolerance(value)) !== 'fail') return [];
    return [
      finding(
        'power-up.wrong-reading',
        { a, b, volts: r.value, low: range.low, high: range.high },
        [a, b],
        `read in ${r.state}`,
      ),
    ];
  });
}

/** Control cores that run with mains: in one sheath with it, or the whole cable beside it. */
export function sheathFindings(job: LowVoltageJob): Finding[] {
  const { cables, conductors } = job.survey;
  const beside = (cable: 'main' | 'outdoor'): boolean => cables[cable].besideMains === true;
  const mains = new Set(
    Object.values(conductors)
      .filter((c) => c.sheath !== undefined && /mains|line|power/i.test(c.sheath))
      .map((c) => c.sheath),
  );
  const touched = Object.entries(conductors).filter(([, c]) => beside(c.cable) || (c.sheath && mains.has(c.sheath)));
  return touched.length > 0
    ? [
        finding(
          'survey.beside-mains',
          { colours: touched.map(([, c]) => colourOf(c)) },
          touched.map(([id]) => `conductor:${id}`),
          'routes as noted',
        ),
      ]
    : [];
}

/** Terminals the device says it has, beside what is landed. */
export function detectedFindings(job: LowVoltageJob, wired: readonly string[], byHand: readonly string[]): Finding[] {
  const { detected } = job.setUp;
  if (!detected || wired.length === 0) return [];
  const unseen = wired.filter((t) => !detected.includes(t));
  const missing = unseen.filter((t) => !byHand.includes(t));
  const behind = unseen.filter((t) => byHand.includes(t));
  const extra = detected.filter((t) => !wired.includes(t));
  const findings: Finding[] = [];
  if (missing.length > 0)
    findings.push(
      finding(
        'detected.missing',
        { terminals: missing },
        missing.map((t) => `wall.${t}`),
        `reported ${detected.join(' ')}`,
      ),
    );
  if (behind.length > 0)
    findings.push(
      finding(
        'detected.by-hand',
        { terminals: behind },
        behind.map((t) => `wall.${t}`),
        `reported ${detected.join(' ')}`,
      ),
    );
  if (extra.length > 0)
    findings.push(
      finding(
        'detected.extra',
        { terminals: extra },
        extra.map((t) => `wall.${t}`),
        `reported ${detected.join(' ')}`,
      ),
    );
  return findings;
}
