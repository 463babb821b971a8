/** Random jobs of every family for the properties, proved dead, in either unit; and how they are carried out. */
import fc from 'fast-check';
import type { Derived } from '../../src/core/derive';
import { seenAs } from '../../src/core/family/of';
import type { Job, Reading } from '../../src/core/job/schema';
import { predictBetween, predictor } from '../../src/core/lowvoltage/predict';
import type { MeasureResult } from '../../src/core/proof/proof-run';
import { boilerJob } from '../arbitrary/boiler';
import { askedFloor, floorJobOf } from '../arbitrary/floor';
import { healthyBoiler, healthyFloor, healthyLowVoltage } from '../arbitrary/healthy';
import { surveyJob } from '../arbitrary/low-voltage';
import { contactJob, DRY, MILLIVOLT, OWN_24V } from '../support/contact';
import { GOOD_HEATER, heaterJob } from '../support/heater';
import { mainsDead, mainsProved, provedDead } from '../support/jobs';

/** Jobs each property is tried on; PROPERTY_RUNS for more of them. */
export const RUNS = Number(process.env.PROPERTY_RUNS ?? 400);

export const FAMILIES: [string, fc.Arbitrary<Job>][] = [
  [
    '24 V',
    fc
      .tuple(surveyJob, fc.constantFrom('si' as const, 'us' as const))
      .map(([job, units]) => provedDead({ ...job, units })),
  ],
  ['boiler', boilerJob.map((job) => ({ ...job, readings: { ...job.readings, ...mainsDead() } }))],
  [
    'floor',
    fc.tuple(askedFloor, fc.constantFrom('si' as const, 'us' as const)).map(([asked, units]) => {
      const job = floorJobOf(asked);
      return { ...job, units, readings: { ...job.readings, ...mainsDead(job.survey.region === 'NA' ? 121 : 231) } };
    }),
  ],
];

const wall = fc.constantFrom(
  GOOD_HEATER.cables,
  { c1: { liveVolts: 208, firstToEarth: 120, secondToEarth: 121 }, c2: { liveVolts: 0, ohms: 38.4 } },
  { c1: GOOD_HEATER.cables.c1 },
  { c1: { liveVolts: 239 } },
);
const heaters: fc.Arbitrary<Job> = fc
  .tuple(wall, fc.constantFrom('hl2-twin', 'hs1-series', 'hn1-relay', 'hr1-box'), fc.constantFrom('si', 'us'))
  .map(([cables, device, units]) => mainsProved(heaterJob({ cables }, { device, units }), 240));
const contacts: fc.Arbitrary<Job> = fc
  .tuple(
    fc.constantFrom<object>(MILLIVOLT, DRY, OWN_24V, {}, { appliance: 'millivolt' }),
    fc.constantFrom('cb1-cell', 'cr2-radio', 'cp1-wired', 'ct1-thief'),
    fc.constantFrom('si', 'us'),
  )
  .map(([survey, device, units]) => mainsProved(contactJob(survey, { device, units })));
FAMILIES.push(['heaters', heaters], ['contact', contacts]);

/** Jobs in order, of each family: what is planned for them must prove itself. */
export const HEALTHY: [string, fc.Arbitrary<Job>][] = [
  ['24 V', healthyLowVoltage.map((job) => provedDead(job))],
  ['boiler', healthyBoiler.map((job) => ({ ...job, readings: { ...job.readings, ...mainsDead() } }))],
  [
    'floor',
    healthyFloor.map((job) => ({
      ...job,
      readings: { ...job.readings, ...mainsDead(seenAs(job, 'floor').survey.supplyVolts === 120 ? 121 : 231) },
    })),
  ],
  [
    'heaters',
    fc
      .tuple(
        fc.integer({ min: 500, max: 3600 }),
        fc.constantFrom('hl2-twin', 'hs1-series', 'hr1-box'),
        fc.constantFrom('si', 'us'),
      )
      .map(([ratedWatts, device, units]) =>
        mainsProved(
          heaterJob(
            {
              cables: { ...GOOD_HEATER.cables, c2: { liveVolts: 0, ohms: 57_600 / ratedWatts } },
              heaters: { h1: { ratedWatts, ratedVolts: 240, kind: 'baseboard' } },
            },
            { device, units },
          ),
          240,
        ),
      ),
  ],
  [
    'contact',
    fc
      .tuple(
        fc.constantFrom(MILLIVOLT, DRY, OWN_24V),
        fc.integer({ min: 560, max: 800 }),
        fc.constantFrom('cb1-cell', 'cr2-radio'),
      )
      .map(([survey, openMillivolts, device]) =>
        mainsProved(contactJob('pileOhms' in survey ? { ...survey, openMillivolts } : survey, { device })),
      ),
  ],
];

export const blockers = (d: Derived): string[] =>
  d.shared.findings.filter((f) => f.severity === 'blocker').map((f) => f.code);

/** What a measure reads where everything is as predicted: the circuit's own figure, else the band's middle. */
function asPredicted(d: Derived, m: MeasureResult): number {
  if (d.family === '24v' && d.own.installed && m.quantity === 'volts-ac' && m.a && m.b) {
    const state = d.own.states.find((s) => s.id === m.state);
    const volts = state ? predictBetween(predictor(d.own.installed), state, m.a, m.b) : null;
    if (volts !== null) return Math.round(volts * 100) / 100;
  }
  return m.quantity === 'seen' ? m.predicted.low : (m.predicted.low + Math.min(m.predicted.high, 1e8)) / 2;
}

/** Every reading of the proof run, exactly as predicted. */
export function readAsPredicted(job: Job, d: Derived): Job {
  const readings: Record<string, Reading> = { ...job.readings };
  let at = Date.parse('2026-03-01T09:00:00Z');
  for (const t of d.shared.proof.tests)
    for (const m of t.measures) {
      at += 20_000;
      readings[`p-${t.id}-${m.id}`.replace(/[^A-Za-z0-9-]/g, '_')] = {
        at: new Date(at).toISOString(),
        by: 'x',
        source: 'typed',
        quantity: m.quantity,
        value: asPredicted(d, m),
        state: m.state,
        stop: 'proof',
        test: t.id,
        measure: m.id,
        ...(m.a && m.b ? { a: m.a, b: m.b } : {}),
      };
    }
  return { ...job, readings };
}
