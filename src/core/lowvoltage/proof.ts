/** Writes the tests for this job, with every figure from the circuit as planned. */
import { APART_OHMS } from '../circuit/continuity';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { terminalInfo } from '../survey/terminals.data';
import { OPEN_CIRCUIT_OHMS } from '../units/figure';
import { listed } from '../units/units';
import { apartPairs } from './apart';
import { callTests } from './proof-calls';
import { boardMeasures, common, type ProofContext, seen, seenRunning, toldRan, voltsMeasure } from './proof-measures';

/** What runs without a call: the closing side of a motor valve, outputs that are reversed. */
const restingRuns = (c: ProofContext): string[] => (c.predictions.get('idle')?.running ?? []).filter(seenRunning);

/** Living on the idle loads lays a little voltage on each coil: it must stay well under what pulls it in. */
function trickleMeasures(c: ProofContext): MeasurePlan[] {
  if (c.powering !== 'idle-loads') return [];
  return boardMeasures(c, 'idle').map((m) => ({ ...m, id: `trickle-${m.id}` }));
}

/** What a meter reads on a floating lead beside others, V. */
const STRAY_VOLTS = 2;

/** A sensor's pair that 24 V has reached is read as degrees, or no more at all. */
function sensorPairTest(c: ProofContext): TestPlan | null {
  const [a, b] = c.pair;
  const common = c.installed.device?.common;
  if (a === undefined || b === undefined || common === undefined) return null;
  const dry = (screw: string): MeasurePlan => ({
    id: `dry-${screw}`,
    what: `${screw} to ${common} at the wall`,
    quantity: 'volts-ac',
    a: `wall.${screw}`,
    b: `wall.${common}`,
    state: 'idle',
    predicted: { low: 0, high: STRAY_VOLTS },
    tolerance: 0.1,
    source: 'a pair of its own: nothing but stray volts',
  });
  return {
    id: 'sensor-pair',
    title: 'The sensor’s pair is dry',
    state: 'idle',
    set: 'System off, fan auto.',
    must: `No volts between either of ${a} and ${b} and ${common}.`,
    why: 'A lead on the wrong screw puts 24 V into an input made for a few volts.',
    place: 'wall',
    seconds: 30,
    wait: null,
    measures: [dry(a), dry(b)],
  };
}

/** Supplies that stand apart are read so before anything else, dead: tied in step, no volts betray them. */
function apartTest(c: ProofContext): TestPlan | null {
  const pairs = apartPairs(c.installed);
  if (pairs.length === 0) return null;
  const measures = pairs.map(
    ({ a, b, words }, i): MeasurePlan => ({
      id: `open-${i + 1}`,
      what: words,
      quantity: 'ohms',
      a,
      b,
      state: 'off',
      predicted: { low: APART_OHMS, high: OPEN_CIRCUIT_OHMS },
      tolerance: APART_OHMS / 10,
      source: 'nothing of one supply hangs on the other: the circuit as planned',
    }),
  );
  return {
    id: 'apart',
    title: 'The supplies stand apart',
    state: 'off',
    set: 'Every supply off, those of accessories too, and shown dead. Then ohms; power on again when done.',
    must: 'An open circuit between them.',
    why: 'Two transformers tied in step show no wrong volts; tied the other way round they burn each other.',
    place: 'wall',
    seconds: 90,
    wait: null,
    measures,
    machine: [
      { supply: false },
      ...measures.map(({ id }) => ({ take: id, from: 'ohms' as const })),
      { supply: true },
      { wait: c.sheet.firstStartSeconds },
    ],
  };
}

/** The R that powers the device, or the first that is wired. */
const hotScrew = ({ installed, wired, sheet }: ProofContext): string =>
  installed.device?.hot ??
  wired.find((t) => ['hot', 'hot-cool', 'hot-heat'].includes(terminalInfo(t)?.role ?? '')) ??
  sheet.singleR;

/** The supply with nothing called, and that nothing runs. */
function powerTest(c: ProofContext): TestPlan {
  const { installed } = c;
  const hot = hotScrew(c);
  const idlePower = installed.device
    ? voltsMeasure(c, 'idle', `wall.${hot}`, `wall.${installed.device.common}`, `${hot} to C at the wall`, 'idle')
    : voltsMeasure(
        c,
        'idle',
        `board.${installed.transformers[0]?.hot ?? 'R'}`,
        `board.${common(c)}`,
        'R to C at the board',
        'idle',
      );
  const rests = seen('rests', 'Nothing runs that was not called', 'idle', 'no call: every load at rest', {
    kind: 'runs',
    exactly: restingRuns(c),
  });
  return {
    id: 'power',
    title: 'Power, nothing called',
    state: 'idle',
    set: 'System off, fan auto.',
    must: 'The display stays lit and nothing runs.',
    why: 'Everything after this leans on the supply.',
    place: installed.device ? 'wall' : 'board',
    seconds: 60,
    wait: null,
    measures: [...(idlePower ? [idlePower] : []), ...trickleMeasures(c), { ...rests, told: toldRan(installed) }],
  };
}

/** A device that lives on what its calls leave: lit throughout, and nothing takes the trickle for a call. */
function idleLoadsTest({ powering, sheet, installed }: ProofContext): TestPlan | null {
  if (powering !== 'idle-loads') return null;
  return {
    id: 'idle-loads',
    title: 'Power through the idle loads',
    state: 'idle',
    set: 'Everything off for ten minutes; then call heat and cooling in turn, and off again.',
    must: 'The display stays lit, no relay chatters, each call ends at once.',
    why: 'A coil that is too light takes the trickle for a call; an input that takes none starves the device.',
    place: 'board',
    seconds: 120,
    wait: { seconds: 600, label: 'Ten idle minutes' },
    measures: [
      seen('steady', 'Lit throughout, nothing chattered', 'idle', sheet.name, {
        kind: 'stopped',
        none: installed.loads.map((l) => l.runs),
      }),
    ],
  };
}

/** What the device says of its own terminals. */
function detectionTest({ sheet, wired }: ProofContext): TestPlan | null {
  if (!sheet.detectsTerminals) return null;
  return {
    id: 'detection',
    title: 'Terminals detected',
    state: 'idle',
    set: 'Read the terminals the device reports.',
    must: `It reports ${listed(wired)}.`,
    why: 'A missing one is a conductor that is not seated.',
    place: 'wall',
    seconds: 60,
    wait: null,
    measures: [
      seen('match', `Reports exactly ${listed(wired)}`, 'idle', 'the terminal plan', {
        kind: 'detected',
        exactly: wired,
      }),
    ],
  };
}

const TOO_COLD = 'Do not run cooling below about 13 °C / 55 °F outdoors. Skip it with that reason.';

/** A compressor does not start again at once. */
function restTest({ sheet, system }: ProofContext): TestPlan | null {
  if (system.coolStages === 0) return null;
  const seconds = sheet.compressorRestSeconds;
  return {
    id: 'compressor-rest',
    title: 'Compressor rest is held',
    state: 'idle',
    set: 'Straight after cooling stops, call cooling again and time it until the compressor starts.',
    must: `Not before ${seconds / 60} min.`,
    why: 'A restart against pressure ruins a compressor.',
    place: 'wall',
    seconds: 60,
    wait: { seconds, label: 'Compressor rest' },
    caution: TOO_COLD,
    measures: [
      {
        id: 'rest',
        what: 'Seconds until it restarts',
        quantity: 'seconds',
        state: 'cool1',
        predicted: { low: seconds - 10, high: seconds + 120 },
        tolerance: 5,
        source: `${sheet.name}: ${seconds} s rest`,
      },
    ],
  };
}

/** The supply under whatever loads it most. */
function heavyTest(c: ProofContext): TestPlan | null {
  const { device } = c.installed;
  const heaviest = [...c.predictions.values()]
    .filter((p) => p.state !== 'off')
    .sort((a, b) => b.transformerVA - a.transformerVA)[0];
  if (!device || !heaviest || heaviest.state === 'idle') return null;
  const hot = hotScrew(c);
  const m = voltsMeasure(c, heaviest.state, `wall.${hot}`, `wall.${device.common}`, `${hot} to C at the wall`, 'heavy');
  if (!m) return null;
  return {
    id: 'power-heavy',
    title: `Power under the heaviest call`,
    state: heaviest.state,
    set: `Call ${heaviest.name} again once the rest is over.`,
    must: 'The supply holds up.',
    why: 'A weak joint shows only under load.',
    place: 'wall',
    seconds: 60,
    wait: null,
    ...(heaviest.state.startsWith('cool') ? { caution: TOO_COLD } : {}),
    measures: [m],
  };
}

/** The tests of a 24 V job, in the order one person does them. */
export const proofPlan = (c: ProofContext): TestPlan[] =>
  [
    apartTest(c),
    powerTest(c),
    idleLoadsTest(c),
    sensorPairTest(c),
    detectionTest(c),
    ...callTests(c),
    restTest(c),
    heavyTest(c),
  ].filter((t) => t !== null);
