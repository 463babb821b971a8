/** Writes the tests for this job, with every figure from the circuit as planned. */
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { terminalInfo } from '../survey/terminals.data';
import { listed } from '../units/units';
import { callTests } from './proof-calls';
import { boardMeasures, common, type ProofContext, seen, seenRunning, voltsMeasure } from './proof-measures';

/** What runs without a call: the closing side of a motor valve, outputs that are reversed. */
const restingRuns = (c: ProofContext): string[] => (c.predictions.get('idle')?.running ?? []).filter(seenRunning);

/** Living on the idle loads lays a little voltage on each coil: it must stay well under what pulls it in. */
function trickleMeasures(c: ProofContext): MeasurePlan[] {
  if (c.powering !== 'idle-loads') return [];
  return boardMeasures(c, 'idle').map((m) => ({ ...m, id: `trickle-${m.id}` }));
}

/** The tests of a 24 V job, in the order one person does them. */
export function proofPlan(c: ProofContext): TestPlan[] {
  const tests: TestPlan[] = [];
  const { sheet, system, installed } = c;
  const hot =
    installed.device?.hot ??
    c.wired.find((t) => ['hot', 'hot-cool', 'hot-heat'].includes(terminalInfo(t)?.role ?? '')) ??
    sheet.singleR;
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
  tests.push({
    id: 'power',
    title: 'Power, nothing called',
    state: 'idle',
    set: 'System off, fan auto.',
    must: 'The display stays lit and nothing runs.',
    why: 'Everything after this leans on the supply.',
    place: installed.device ? 'wall' : 'board',
    seconds: 60,
    wait: null,
    measures: [
      ...(idlePower ? [idlePower] : []),
      ...trickleMeasures(c),
      seen('rests', 'Nothing runs that was not called', 'idle', 'no call: every load at rest', {
        kind: 'runs',
        exactly: restingRuns(c),
      }),
    ],
  });
  if (c.powering === 'idle-loads')
    tests.push({
      id: 'idle-loads',
      title: 'It lives on the idle loads',
      state: 'idle',
      set: 'Everything off for ten minutes; then call heat and cooling in turn, and off again.',
      must: 'The display stays lit, no relay chatters, each call ends at once.',
      why: 'A coil that is too light takes the trickle for a call; an input that takes none starves the device.',
      place: 'board',
      seconds: 120,
      wait: { seconds: 600, label: 'Ten idle minutes' },
      measures: [
        { ...seen('steady', 'Lit throughout, nothing chattered', 'idle', c.sheet.name, { kind: 'runs', exactly: [] }) },
      ],
    });
  if (sheet.detectsTerminals) {
    tests.push({
      id: 'detection',
      title: 'Terminals detected',
      state: 'idle',
      set: 'Read the terminals the device reports.',
      must: `It reports ${listed(c.wired)}.`,
      why: 'A missing one is a conductor that is not seated.',
      place: 'wall',
      seconds: 60,
      wait: null,
      measures: [
        seen('match', `Reports exactly ${listed(c.wired)}`, 'idle', 'the terminal plan', {
          kind: 'detected',
          exactly: c.wired,
        }),
      ],
    });
  }
  tests.push(...callTests(c));
  if (system.coolStages > 0) {
    tests.push({
      id: 'compressor-rest',
      title: 'Compressor rest is held',
      state: 'idle',
      set: 'Straight after cooling stops, call cooling again and time it until the compressor starts.',
      must: `Not before ${sheet.compressorRestSeconds / 60} min.`,
      why: 'A restart against pressure ruins a compressor.',
      place: 'wall',
      seconds: 60,
      wait: { seconds: sheet.compressorRestSeconds, label: 'Compressor rest' },
      caution: 'Do not run cooling below about 13 °C / 55 °F outdoors. Skip it with that reason.',
      measures: [
        {
          id: 'rest',
          what: 'Seconds until it restarts',
          quantity: 'seconds',
          state: 'cool1',
          predicted: { low: sheet.compressorRestSeconds - 10, high: sheet.compressorRestSeconds + 120 },
          tolerance: 5,
          source: `${sheet.name}: ${sheet.compressorRestSeconds} s rest`,
        },
      ],
    });
  }
  const heaviest = [...c.predictions.values()]
    .filter((p) => p.state !== 'off')
    .sort((a, b) => b.transformerVA - a.transformerVA)[0];
  if (installed.device && heaviest && heaviest.state !== 'idle') {
    const m = voltsMeasure(
      c,
      heaviest.state,
      `wall.${hot}`,
      `wall.${installed.device.common}`,
      `${hot} to C at the wall`,
      'heavy',
    );
    if (m) {
      tests.push({
        id: 'power-heavy',
        title: `Power under the heaviest call`,
        state: heaviest.state,
        set: `Call ${heaviest.name} again once the rest is over.`,
        must: 'The supply holds up.',
        why: 'A weak joint shows only under load.',
        place: 'wall',
        seconds: 60,
        wait: null,
        ...(heaviest.state.startsWith('cool')
          ? { caution: 'Do not run cooling below about 13 °C / 55 °F outdoors. Skip it with that reason.' }
          : {}),
        measures: [m],
      });
    }
  }
  return tests;
}
