'use client';

/** From switching on to warm: the forecast with its band, the points logged, and what they say of the floor. */
import { readLogCsv } from '@core/floor/log-csv';
import { displayUnit, readFigure, toDisplay } from '@core/units/display';
import { fixed, temperature } from '@core/units/units';
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import dynamic from 'next/dynamic';
import { type ReactNode, useRef, useState } from 'react';
import { useHalfTyped } from '../../ui/half-typed';
import { Labelled } from '../../ui/labelled';
import { DEFAULT_RIG, RigFailure, rigAddress, rigClient } from '../rig/rig-client';
import { useFloor } from './use-floor';

const LineChart = dynamic(() => import('../../ui/line-chart'), {
  ssr: false,
  loading: () => <div className="line-chart" />,
});

const RIG_MINUTES = 30;
const RIG_STEP = 3;
const MAX_CSV = 500_000;

export function WarmUpPanel(): ReactNode {
  const { floor, job } = useFloor();
  const { warmUp, week } = floor;
  if (!warmUp)
    return (
      <section className="panel">
        <h2>Warm-up</h2>
        <p>With mats, supply and area known, the minutes to warm are forecast here.</p>
      </section>
    );
  const { forecast, target, fit, points, hold } = warmUp;
  const unit = displayUnit('temperature', job.units);
  const last = Math.max(
    90,
    Math.min(forecast.expected.length - 1, Math.ceil(((target.latest ?? target.minutes ?? 180) * 1.25) / 10) * 10),
  );
  const line = (curve: Float64Array): { x: number; y: number }[] =>
    Array.from({ length: Math.floor(last / 3) + 1 }, (_, i) => ({ x: i * 3, y: toDisplay(curve[i * 3] ?? 0, unit) }));
  const show = (c: number): string => temperature(c, job.units);
  const span = (n: number | null): string => (n === null ? 'beyond 4 h' : `${fixed(n, 0)}`);
  return (
    <section className="panel stack">
      <h2>
        {target.minutes === null
          ? `${show(target.celsius)} is not reached within ${fixed((forecast.expected.length - 1) / 60, 0)} hours`
          : `${show(target.celsius)} in ${fixed(target.minutes, 0)} min (${span(target.soonest)} to ${span(target.latest)})`}
      </h2>
      <LineChart
        title={`Probe temperature at full power over ${last} minutes, forecast with two standard errors, and ${points.length} logged points`}
        xName="minutes at full power"
        yName={`probe, ${unit.unit}`}
        xText={(v) => fixed(v, 0)}
        yText={(v) => fixed(v, 1)}
        lines={[
          { name: 'two standard errors', tone: 'copper', bandToNext: true, points: line(forecast.high) },
          { name: 'lowest', tone: 'copper', unnamed: true, points: line(forecast.low) },
          { name: 'forecast', tone: 'copper', points: line(forecast.expected) },
          {
            name: 'wanted',
            tone: 'ink',
            dashed: true,
            points: [0, last].map((x) => ({ x, y: toDisplay(target.celsius, unit) })),
          },
          ...(points.length > 0
            ? [
                {
                  name: 'logged',
                  tone: 'sea' as const,
                  dots: true,
                  points: points
                    .filter((p) => p.minute <= last)
                    .map((p) => ({ x: p.minute, y: toDisplay(p.celsius, unit) })),
                },
              ]
            : []),
        ]}
      />
      <p>
        To hold it takes <b>{fixed(hold.watts, 0)} W</b>: {fixed(hold.up, 0)} W up, {fixed(hold.down, 0)} W down;{' '}
        {warmUp.mostCelsius < target.celsius
          ? 'full power does not.'
          : `${fixed(hold.minutesOn, 0)} min on, ${fixed(hold.minutesOff, 0)} min off in turn.`}
        {week
          ? ` The week takes ${fixed(week.use.kilowattHoursPerDay, 1)} kWh a day${week.use.costPerDay === null ? '' : `, ${fixed(week.use.costPerDay, 2)} ${job.survey.price?.currency ?? ''}`}${week.use.cheapShare === null ? '' : `, ${fixed(week.use.cheapShare * 100, 0)} % of it in the cheaper hours`}.`
          : ''}
      </p>
      <p className={fit.unlike ? 'problem' : 'soft'}>
        {points.length === 0
          ? 'From the form alone: mass known to about a third, losses to about a half. Log a few points to know better.'
          : fit.unlike
            ? `No floor of this type fits within ${fixed(fit.residualKelvin, 1)} K.`
            : `${points.length} points: mass × ${fixed(fit.massFactor, 2)} ±${fixed(fit.massError * 100, 0)} %, losses × ${fixed(fit.lossFactor, 2)} ±${fixed(fit.lossError * 100, 0)} %${fit.enough ? '.' : '; not enough yet to say more than the form.'}`}
      </p>
      <LogEntry />
    </section>
  );
}

/** Points typed as "10 22.4", from a CSV, or from the rig. */
function LogEntry(): ReactNode {
  const { survey, job, sealed, set } = useFloor();
  const [minute, setMinute] = useHalfTyped('log minute');
  const [degrees, setDegrees] = useHalfTyped('log degrees');
  const [said, setSaid] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const log = survey.log ?? [];
  const unit = displayUnit('temperature', job.units);
  const put = (label: string, points: NonNullable<typeof survey.log>): boolean =>
    set(label, { log: [...points].sort((a, b) => a.minute - b.minute) });
  const take = (): void => {
    const m = readFigure(minute, displayUnit('plain', 'si'), 0, 2880);
    const t = readFigure(degrees, unit, -20, 60);
    if (!m.ok || m.value === undefined) {
      setSaid([m.ok ? 'Minutes since switching on are missing.' : `Minutes: ${m.problem}`]);
      return;
    }
    if (!t.ok || t.value === undefined) {
      setSaid([t.ok ? 'The probe’s temperature is missing.' : `Probe: ${t.problem}`]);
      return;
    }
    const at = m.value;
    put(`Logged ${fixed(at, 0)} min`, [
      ...log.filter((p) => p.minute !== at),
      { minute: at, celsius: Math.round(t.value * 100) / 100 },
    ]);
    setMinute('');
    setDegrees('');
    setSaid([]);
  };
  const open = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return;
    if (chosen.size > MAX_CSV) {
      setSaid([`${chosen.name}: more than ${MAX_CSV / 1000} kB. Nothing was taken.`]);
      return;
    }
    const { points, problems, gaps } = readLogCsv(await chosen.text());
    if (problems.length > 0) {
      setSaid([
        `${chosen.name}: nothing was taken.`,
        ...problems.slice(0, 6).map((p) => `line ${p.line}: ${p.message}`),
        ...(problems.length > 6 ? [`and ${problems.length - 6} more`] : []),
      ]);
      return;
    }
    put(`Log from ${chosen.name}`, points);
    setSaid([
      `${points.length} points taken from ${chosen.name}.`,
      ...gaps.map((g) => `No point for ${fixed(g.minutes, 0)} min after minute ${fixed(g.after, 0)}: left as it is.`),
    ]);
  };
  const fromRig = async (): Promise<void> => {
    setBusy(true);
    try {
      const rig = rigClient(typeof window === 'undefined' ? DEFAULT_RIG : rigAddress());
      await rig.load(job, [], job.survey.outdoorCelsius ?? 5);
      let s = await rig.floor({ setCelsius: 60 });
      const points: NonNullable<typeof survey.log> = [];
      for (let m = 0; m <= RIG_MINUTES; m += RIG_STEP) {
        if (s.floor?.shownCelsius != null) points.push({ minute: m, celsius: s.floor.shownCelsius });
        setSaid([`Minute ${m} of ${RIG_MINUTES} …`]);
        if (m < RIG_MINUTES) s = await rig.advance(RIG_STEP * 60);
      }
      put(`Logged ${RIG_MINUTES} min from the rig`, points);
      setSaid([`${points.length} points taken from the rig.`]);
    } catch (error) {
      setSaid([error instanceof RigFailure ? error.message : 'The rig answered something unexpected.']);
    }
    setBusy(false);
  };
  return (
    <>
      <form
        className="row level"
        onSubmit={(e) => {
          e.preventDefault();
          take();
        }}
      >
        <Labelled id="log-minute" label="Minutes on" disabled={sealed}>
          <OutlinedInput
            id="log-minute"
            className="mono"
            value={minute}
            disabled={sealed}
            inputProps={{ inputMode: 'decimal', maxLength: 10 }}
            onChange={(e) => setMinute(e.target.value)}
          />
        </Labelled>
        <Labelled id="log-degrees" label={`Probe, ${unit.unit}`} disabled={sealed}>
          <OutlinedInput
            id="log-degrees"
            className="mono"
            value={degrees}
            disabled={sealed}
            inputProps={{ inputMode: 'decimal', maxLength: 10 }}
            onChange={(e) => setDegrees(e.target.value)}
          />
        </Labelled>
        <Button type="submit" className="primary" disabled={sealed}>
          Log it
        </Button>
        <Button disabled={sealed || busy} onClick={() => file.current?.click()}>
          From a CSV
        </Button>
        <Button disabled={sealed || busy} onClick={() => void fromRig()}>
          {RIG_MINUTES} min from the rig
        </Button>
        {log.length > 0 ? (
          <Button disabled={sealed} onClick={() => set('Log emptied', { log: undefined })}>
            Empty the log
          </Button>
        ) : null}
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv,text/plain"
          className="visually-hidden"
          aria-label="Log file"
          tabIndex={-1}
          onChange={(e) => {
            void open(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </form>
      <div role="status">
        {said.map((s) => (
          <p key={s}>{s}</p>
        ))}
      </div>
    </>
  );
}
