'use client';

import { METER_HIGH_OHMS, METER_LOW_OHMS } from '@core/circuit/netlist';
import { isPoint, screwWords } from '@core/circuit/point';
import { pairKey } from '@core/job/points';
import { readingsInTime } from '@core/job/readings';
import { band, meterTolerance, pairTable, predictedVolts, type StatePrediction } from '@core/lowvoltage/predict';
import { judge } from '@core/proof/verdict';
import { fixed, volts } from '@core/units/units';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
/** Power up: touch two screws, see what a meter should read, type what it says. */
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { RangeBar } from '../../ui/range-bar';
import { ReadingEntry } from '../../ui/reading-entry';
import { Strip } from '../../ui/strip';
import { FaultRanking } from '../proof/fault-ranking';
import { useRanking } from '../proof/use-ranking';
import { useLowVoltage } from '../shell/family-job';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { ReadingsLog } from '../shell/readings-log';
import { Wait } from '../shell/timers';
import { planConductors, planRows } from '../survey/strip-model';
import './power-up.css';

const VERDICT = { pass: 'as predicted', fail: 'not as predicted', inconclusive: 'too close to tell' } as const;
const name = (point: string | undefined): string => (point ? screwWords(point) : '…');

/** A pair of screws in a state: what a meter should say there, and what it said last. */
interface Probed {
  a: string | undefined;
  b: string | undefined;
  prediction: StatePrediction | undefined;
  meterOhms: number;
  value: number | null;
  range: { low: number; high: number } | null;
  /** How often it was read, and the last of them. */
  times: number;
  last: number | undefined;
  verdict: 'pass' | 'fail' | 'inconclusive' | null;
}

function probed(
  { job, derived }: Pick<ReturnType<typeof useLowVoltage>, 'job' | 'derived'>,
  [a, b]: readonly string[],
  state: string,
  meterOhms: number,
): Probed {
  const prediction = derived.predictions.find((p) => p.state === state);
  const value = prediction && a && b && isPoint(a) && isPoint(b) ? predictedVolts(prediction, a, b, meterOhms) : null;
  const range = value === null ? null : band(value, derived.source.spread);
  const readings = readingsInTime(
    job,
    (r) => r.stop === 'power-up' && r.state === state && pairKey(r.a, r.b) === pairKey(a, b),
  );
  const last = readings.at(-1)?.value;
  const verdict = last !== undefined && range && value !== null ? judge(last, range, meterTolerance(value)) : null;
  return { a, b, prediction, meterOhms, value, range, times: readings.length, last, verdict };
}

/** Screws of the device's own supply, else of the first transformer. */
function supplyPair({ installed }: ReturnType<typeof useLowVoltage>['derived']): string[] {
  if (!installed) return [];
  const { device, transformers } = installed;
  return device?.common
    ? [`wall.${device.hot}`, `wall.${device.common}`]
    : [`board.${transformers[0]?.hot}`, `board.${transformers[0]?.common}`];
}

/** What this stop's state means. @param likeliest what most likely is wrong, where anything was ranked */
function sentenceOf(display: 'lit' | 'dead' | undefined, likeliest: string | undefined, probe: Probed): string {
  const { a, b, verdict, last, value, range } = probe;
  if (display === 'dead') return `The display is dead. Most likely: ${likeliest ?? 'measure R to C'}.`;
  if (verdict === 'fail' && last !== undefined)
    return `${name(a)} to ${name(b)} reads ${volts(last)} and should read ${volts(value ?? 0)}.`;
  if (verdict === 'pass')
    return display === 'lit'
      ? 'Lit, and the supply is as predicted.'
      : 'The supply is as predicted. Is the display lit?';
  return range
    ? `Meter on ${name(a)} and ${name(b)}. It should say ${fixed(range.low, 1)} to ${fixed(range.high, 1)} V.`
    : 'Touch two screws to see what a meter should read.';
}

/** The pair in hand: what the meter should say, and what it says. */
function ProbePanel({
  probe,
  state,
  onMeter,
}: {
  probe: Probed;
  state: string;
  onMeter: (low: boolean) => void;
}): ReactNode {
  const { job, read, sealed } = useLowVoltage();
  const { a, b, prediction, meterOhms, value, range, times, last, verdict } = probe;
  const shown = last ?? value;
  const should = range ? `predicted ${fixed(range.low, 1)} to ${fixed(range.high, 1)} V` : 'touch a second screw';
  return (
    <section className="probe panel">
      <div className="probe-head">
        <p>
          <b>{name(a)}</b> to <b>{name(b)}</b>
          <span className="soft"> {prediction?.name}</span>
        </p>
        <p className="mono big-figure">{shown === null ? '' : `${fixed(shown, 1)} V`}</p>
      </div>
      {range && value !== null ? (
        <RangeBar
          low={range.low}
          high={range.high}
          from={0}
          to={32}
          value={last ?? null}
          verdict={verdict ?? 'open'}
          label={`${should}${last === undefined ? '' : `, read ${fixed(last, 1)} V`}`}
        />
      ) : null}
      <p className={verdict === 'fail' ? 'wrong' : 'soft'}>
        {should}
        {verdict ? `; ${VERDICT[verdict]}` : ''}
        {times > 1 ? `; reading ${times}` : ''}
      </p>
      <div className="probe-entry">
        <ReadingEntry
          label="Meter says"
          of={`${a} ${b}`}
          quantity="volts-ac"
          units={job.units}
          disabled={sealed || !a || !b}
          onRead={(v) => {
            if (a && b && isPoint(a) && isPoint(b))
              read(`Read ${fixed(v, 1)} V, ${a} to ${b}`, {
                quantity: 'volts-ac',
                value: v,
                a,
                b,
                state,
                stop: 'power-up',
                meterOhms,
              });
          }}
        />
        <Choice
          label="Meter"
          value={meterOhms === METER_LOW_OHMS ? 'low' : 'high'}
          options={[
            { value: 'high', label: 'ordinary, 10 MΩ' },
            { value: 'low', label: 'low impedance, 3 kΩ' },
          ]}
          onChoose={(v) => onMeter(v === 'low')}
        />
      </div>
    </section>
  );
}

/** Every pair of a state, where somebody wants them all. */
function PairTable({ prediction }: { prediction: StatePrediction | undefined }): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="plain left" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Hide the table of all pairs' : 'Table of all pairs in this state'}
      </button>
      {open && prediction ? (
        <div className="pair-scroll">
          <Table className="plan-table pair-table">
            <TableHead>
              <TableRow>
                <TableCell component="th" scope="col">
                  Pair
                </TableCell>
                <TableCell component="th" scope="col">
                  10 MΩ meter
                </TableCell>
                <TableCell component="th" scope="col">
                  3 kΩ meter
                </TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {pairTable(prediction).map((p) => (
                <TableRow key={p.a + p.b}>
                  <TableCell component="th" scope="row">
                    {name(p.a)} to {name(p.b)}
                  </TableCell>
                  <TableCell className="mono">{volts(p.volts)}</TableCell>
                  <TableCell className="mono">{volts(p.lowMeterVolts)}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </div>
      ) : null}
    </>
  );
}

/** Whether it lit up, the wait of a first start, and all pairs. */
function DisplayPanel({
  seconds,
  prediction,
}: {
  seconds: number;
  prediction: StatePrediction | undefined;
}): ReactNode {
  const { job, change, sealed } = useLowVoltage();
  return (
    <section className="panel stack">
      <Choice
        label="The display"
        value={job.powerUp.display}
        disabled={sealed}
        options={[
          { value: 'lit', label: 'Lights up' },
          { value: 'dead', label: 'Stays dead' },
        ]}
        onChoose={(display) =>
          change(`Display: ${display}`, (j) => ({
            ...j,
            powerUp: { ...j.powerUp, display },
            supplies: Object.fromEntries(
              Object.entries(j.supplies).map(([k, s]) => [k, { ...s, state: 'on' as const }]),
            ),
          }))
        }
      />
      {seconds > 0 ? <Wait label="First start" seconds={seconds} stop="power-up" /> : null}
      <PairTable prediction={prediction} />
    </section>
  );
}

/** The plan drawn with the volts of its screws. */
function ProbedStrip({
  probe,
  pair,
  onPick,
}: {
  probe: Probed;
  pair: readonly string[];
  onPick: (point: string) => void;
}): ReactNode {
  const { derived, lit } = useLowVoltage();
  const { sheet, wiring, installed } = derived;
  if (!sheet || !wiring || !installed) return null;
  const [from] = installed.transformers;
  const { prediction, meterOhms } = probe;
  return (
    <Strip
      rows={planRows(sheet, wiring)}
      conductors={planConductors(wiring)}
      jumpers={installed.wallLinks.map(([x, y]) => ({ place: 'wall' as const, a: x, b: y }))}
      wallTitle={`${sheet.name}, wall`}
      boardTitle="Equipment board"
      lit={lit}
      picked={pair}
      onScrew={(place, terminal) => onPick(`${place}.${terminal}`)}
      badge={(place, terminal) => {
        const v =
          prediction && from
            ? predictedVolts(prediction, `${place}.${terminal}`, `board.${from.common}`, meterOhms)
            : null;
        return v === null ? undefined : `${fixed(v, 1)} V`;
      }}
      caption="Volts beside each screw are to C. Touch two screws for the pair."
    />
  );
}

export function PowerUp(): ReactNode {
  const { job, derived } = useLowVoltage();
  const { sheet, predictions, source, safe } = derived;
  const [picked, setPicked] = useState<string[] | null>(null);
  const [state, setState] = useState('idle');
  const [lowMeter, setLowMeter] = useState(false);
  const api = useJob();
  const { display } = job.powerUp;
  const diagnosis = useRanking(api.job, Object.keys(job.readings).length > 0 || display !== undefined);
  if (!sheet || !derived.wiring || !derived.installed || derived.predictionsOf !== 'plan')
    return (
      <>
        <Bench title="Power up">
          <p>No plan to predict from yet. Survey, choose a device, and decide how it is powered.</p>
        </Bench>
        <ReadingSide here="power-up" sentence={derived.system.sentence} />
      </>
    );
  const pair = picked ?? supplyPair(derived);
  const probe = probed({ job, derived }, pair, state, lowMeter ? METER_LOW_OHMS : METER_HIGH_OHMS);
  const pick = (point: string): void => {
    const now = picked ?? [];
    setPicked(now.includes(point) ? now.filter((p) => p !== point) : [...now.slice(-1), point]);
  };
  return (
    <>
      <Bench
        title="Power up"
        note={source.from ? 'predicted from the measured idle voltage' : 'predicted for a nominal 24 V transformer'}
      >
        {safe.proved ? null : (
          <p className="caution-line">
            The wiring was never proved dead in Make safe. Check every connection again before the supply goes on.
          </p>
        )}
        <Choice
          label="State"
          value={state}
          options={predictions.map((p) => ({ value: p.state, label: p.name }))}
          onChoose={setState}
        />
        <ProbedStrip probe={probe} pair={pair} onPick={pick} />
        <ProbePanel probe={probe} state={state} onMeter={setLowMeter} />
        <DisplayPanel seconds={sheet.firstStartSeconds} prediction={probe.prediction} />
      </Bench>
      <ReadingSide here="power-up" sentence={sentenceOf(display, diagnosis?.ranked[0]?.hypothesis.name, probe)}>
        {diagnosis && (display === 'dead' || probe.verdict === 'fail' || derived.proof.failed > 0) ? (
          <FaultRanking ranking={diagnosis} />
        ) : null}
        <ReadingsLog stop="power-up" />
      </ReadingSide>
    </>
  );
}
