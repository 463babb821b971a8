'use client';

import { METER_HIGH_OHMS, METER_LOW_OHMS } from '@core/circuit/netlist';
import { isPoint, screwWords } from '@core/circuit/point';
import { pairKey } from '@core/job/points';
import { readingsInTime } from '@core/job/readings';
import { band, meterTolerance, pairTable, predictedVolts } from '@core/lowvoltage/predict';
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

export function PowerUp(): ReactNode {
  const { job, derived, change, read, lit, sealed } = useLowVoltage();
  const { sheet, wiring, installed, predictions, source, safe } = derived;
  const ready = sheet && wiring && installed && derived.predictionsOf === 'plan';
  const common = installed?.device?.common;
  const first =
    installed?.device && common
      ? [`wall.${installed.device.hot}`, `wall.${common}`]
      : installed
        ? [`board.${installed.transformers[0]?.hot}`, `board.${installed.transformers[0]?.common}`]
        : [];
  const [picked, setPicked] = useState<string[] | null>(null);
  const [state, setState] = useState('idle');
  const [lowMeter, setLowMeter] = useState(false);
  const [table, setTable] = useState(false);
  const api = useJob();
  const diagnosis = useRanking(api.job, Object.keys(job.readings).length > 0 || job.powerUp.display !== undefined);
  const pair = picked ?? first;
  const prediction = predictions.find((p) => p.state === state);
  const [a, b] = pair;
  const meterOhms = lowMeter ? METER_LOW_OHMS : METER_HIGH_OHMS;
  const value = prediction && a && b && isPoint(a) && isPoint(b) ? predictedVolts(prediction, a, b, meterOhms) : null;
  const range = value === null ? null : band(value, source.spread);
  const readings = readingsInTime(
    job,
    (r) => r.stop === 'power-up' && r.state === state && pairKey(r.a, r.b) === pairKey(a, b),
  );
  const last = readings.at(-1);
  const verdict = last && range && value !== null ? judge(last.value, range, meterTolerance(value)) : null;
  if (!ready) {
    return (
      <>
        <Bench title="Power up">
          <p>No plan to predict from yet. Survey, choose a device, and decide how it is powered.</p>
        </Bench>
        <ReadingSide here="power-up" sentence={derived.system.sentence} />
      </>
    );
  }
  const touch = (place: 'wall' | 'board', terminal: string): void => {
    const point = `${place}.${terminal}`;
    const now = picked ?? [];
    if (now.includes(point)) setPicked(now.filter((p) => p !== point));
    else setPicked([...now.slice(-1), point]);
  };
  const name = (point: string | undefined): string => (point ? screwWords(point) : '…');
  const sentence =
    job.powerUp.display === 'dead'
      ? `The display is dead. Most likely: ${diagnosis?.ranked[0] ? diagnosis.ranked[0].hypothesis.name : 'measure R to C'}.`
      : verdict === 'fail' && last
        ? `${name(a)} to ${name(b)} reads ${volts(last.value)} and should read ${volts(value ?? 0)}.`
        : verdict === 'pass'
          ? job.powerUp.display === 'lit'
            ? 'Lit, and the supply is as predicted.'
            : 'The supply is as predicted. Is the display lit?'
          : range
            ? `Meter on ${name(a)} and ${name(b)}. It should say ${fixed(range.low, 1)} to ${fixed(range.high, 1)} V.`
            : 'Touch two screws to see what a meter should read.';
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
        <Strip
          rows={planRows(sheet, wiring)}
          conductors={planConductors(wiring)}
          jumpers={installed.wallLinks.map(([x, y]) => ({ place: 'wall' as const, a: x, b: y }))}
          wallTitle={`${sheet.name}, wall`}
          boardTitle="Equipment board"
          lit={lit}
          picked={pair}
          onScrew={touch}
          badge={(place, terminal) => {
            const from = installed.transformers[0];
            const v =
              prediction && from
                ? predictedVolts(prediction, `${place}.${terminal}`, `board.${from.common}`, meterOhms)
                : null;
            return v === null ? undefined : `${fixed(v, 1)} V`;
          }}
          caption="Volts beside each screw are to C. Touch two screws for the pair."
        />
        <section className="probe panel">
          <div className="probe-head">
            <p>
              <b>{name(a)}</b> to <b>{name(b)}</b>
              <span className="soft"> {prediction?.name}</span>
            </p>
            <p className="mono big-figure">
              {last ? `${fixed(last.value, 1)} V` : value === null ? '' : `${fixed(value, 1)} V`}
            </p>
          </div>
          {range && value !== null ? (
            <RangeBar
              low={range.low}
              high={range.high}
              from={0}
              to={32}
              value={last ? last.value : null}
              verdict={verdict ?? 'open'}
              label={`predicted ${fixed(range.low, 1)} to ${fixed(range.high, 1)} V${last ? `, read ${fixed(last.value, 1)} V` : ''}`}
            />
          ) : null}
          <p className={verdict === 'fail' ? 'wrong' : 'soft'}>
            {range ? `predicted ${fixed(range.low, 1)} to ${fixed(range.high, 1)} V` : 'touch a second screw'}
            {verdict ? `; ${VERDICT[verdict]}` : ''}
            {last && readings.length > 1 ? `; reading ${readings.length}` : ''}
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
              value={lowMeter ? 'low' : 'high'}
              options={[
                { value: 'high', label: 'ordinary, 10 MΩ' },
                { value: 'low', label: 'low impedance, 3 kΩ' },
              ]}
              onChoose={(v) => setLowMeter(v === 'low')}
            />
          </div>
        </section>
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
          {sheet.firstStartSeconds > 0 ? (
            <Wait label="First start" seconds={sheet.firstStartSeconds} stop="power-up" />
          ) : null}
          <button type="button" className="plain left" aria-expanded={table} onClick={() => setTable(!table)}>
            {table ? 'Hide the table of all pairs' : 'Table of all pairs in this state'}
          </button>
          {table && prediction ? (
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
        </section>
      </Bench>
      <ReadingSide here="power-up" sentence={sentence}>
        {diagnosis && (job.powerUp.display === 'dead' || verdict === 'fail' || derived.proof.failed > 0) ? (
          <FaultRanking ranking={diagnosis} />
        ) : null}
        <ReadingsLog stop="power-up" />
      </ReadingSide>
    </>
  );
}
