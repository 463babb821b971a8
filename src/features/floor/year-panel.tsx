'use client';

/** What the week costs over a year, in a worker: weeks side by side, with progress and a way to leave off. */
import { scaled } from '@core/floor/fit';
import { type FloorHouse, floorHouse } from '@core/floor/model';
import { cheapDays, cheapMinutes, floorWeek } from '@core/floor/week';
import type { YearForecast, YearInput } from '@core/floor/year';
import type { Week } from '@core/job/schema';
import { fixed } from '@core/units/units';
import { wantedByMinute } from '@core/week/wanted';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import * as Comlink from 'comlink';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { FigureField } from '../../ui/figure-field';
import type { FloorYearApi } from '../../workers/floor-year.worker';
import { useFloor } from './use-floor';

interface Plan {
  id: string;
  name: string;
  week: Week;
}

/** The week with everything warm moved into the cheaper stretch: charged by night, left alone by day. */
function offPeakWeek(week: Week, offPeak: { from: number; to: number; days?: number[] }): Week {
  const profiles = Object.entries(week.profiles).sort(([, a], [, b]) => b.heatCelsius - a.heatCelsius);
  const warm = profiles[0]?.[0];
  const low = profiles.at(-1)?.[0];
  return warm === undefined || low === undefined ? week : { ...week, days: cheapDays(offPeak, warm, low) };
}

const always = (week: Week): Week => {
  const warm = Object.entries(week.profiles).sort(([, a], [, b]) => b.heatCelsius - a.heatCelsius)[0]?.[0];
  return warm === undefined ? week : { ...week, days: Array.from({ length: 7 }, () => [{ minute: 0, profile: warm }]) };
};

export function YearPanel(): ReactNode {
  const { floor, job, survey, sealed } = useFloor();
  const [mean, setMean] = useState(9);
  const [results, setResults] = useState<Record<string, YearForecast>>({});
  const [progress, setProgress] = useState<number | null>(null);
  const [said, setSaid] = useState('');
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);
  const { warmUp, sheet } = floor;
  const { price } = survey;
  if (!warmUp || !sheet || !job.week.days) return null;
  const plans: Plan[] = [
    { id: 'week', name: 'this week', week: job.week },
    { id: 'always', name: 'warm all the time', week: always(job.week) },
    ...(price?.offPeak
      ? [{ id: 'off-peak', name: 'warm in the cheaper hours only', week: offPeakWeek(job.week, price.offPeak) }]
      : []),
    { id: 'damp', name: 'damp guard, the room otherwise unheated', week: floorWeek('damp', null, price?.offPeak) },
  ];
  const house: FloorHouse = { ...warmUp.house, model: warmUp.fit.model };
  const unheated = floorHouse({ ...survey, purpose: 'damp', roomCelsius: undefined }, house.model.watts);
  const damp: FloorHouse = unheated
    ? { ...unheated, model: scaled(unheated.model, warmUp.fit.massFactor, warmUp.fit.lossFactor) }
    : house;
  const run = async (): Promise<void> => {
    const worker = new Worker(new URL('../../workers/floor-year.worker.ts', import.meta.url));
    const api = Comlink.wrap<FloorYearApi>(worker);
    let left = false;
    stop.current = () => {
      left = true;
      void api.stop();
    };
    setResults({});
    setSaid('');
    setProgress(0);
    try {
      for (const [i, plan] of plans.entries()) {
        const input: YearInput = {
          house: plan.id === 'damp' ? damp : house,
          control: {
            mode: plan.id === 'damp' ? 'floor' : floor.mode,
            wanted: wantedByMinute(plan.week),
            limitCelsius: floor.limit?.celsius ?? 40,
            differentialKelvin: sheet.differentialKelvin,
            cheap: cheapMinutes(price?.offPeak),
          },
          price,
          lossError: warmUp.fit.lossError,
          seed: 20_260_101,
          meanCelsius: mean,
        };
        const forecast = await api.run(
          input,
          Comlink.proxy((share: number) => setProgress((i + share) / plans.length)),
        );
        if (left || forecast === null) {
          setSaid('Left off. What was worked out so far stands.');
          break;
        }
        setResults((r) => ({ ...r, [plan.id]: forecast }));
      }
    } catch (error) {
      setSaid(`The year could not be worked out: ${error instanceof Error ? error.message : 'no reason given'}`);
    }
    stop.current = null;
    worker.terminate();
    setProgress(null);
  };
  const range = (low: number, high: number): string => `${fixed(low, 0)} to ${fixed(high, 0)}`;
  return (
    <section className="panel stack">
      <h2>Over a year</h2>
      <div className="row level">
        <FigureField
          label="Outdoors, mean of the year"
          quantity="temperature"
          units={job.units}
          low={-15}
          high={30}
          value={mean}
          disabled={sealed || progress !== null}
          onTake={(v) => setMean(v ?? 9)}
        />
        {progress === null ? (
          <Button className="primary" onClick={() => void run()}>
            Work out the year
          </Button>
        ) : (
          <>
            <progress max={1} value={progress} aria-label="The year" />
            <Button onClick={() => stop.current?.()}>Leave off</Button>
          </>
        )}
      </div>
      <p role="status">{progress === null ? said : `${fixed(progress * 100, 0)} %`}</p>
      {Object.keys(results).length > 0 ? (
        <Table className="plan-table">
          <TableHead>
            <TableRow>
              <TableCell component="th" scope="col">
                Week
              </TableCell>
              <TableCell component="th" scope="col">
                kWh a year
              </TableCell>
              {price ? (
                <TableCell component="th" scope="col">
                  {price.currency} a year
                </TableCell>
              ) : null}
            </TableRow>
          </TableHead>
          <TableBody>
            {plans.map((p) => {
              const r = results[p.id];
              return r ? (
                <TableRow key={p.id}>
                  <TableCell component="th" scope="row">
                    {p.name}
                  </TableCell>
                  <TableCell className="mono">
                    {fixed(r.kilowattHours, 0)} <small>({range(r.low.kilowattHours, r.high.kilowattHours)})</small>
                  </TableCell>
                  {price ? (
                    <TableCell className="mono">
                      {r.cost === null ? '–' : fixed(r.cost, 0)}{' '}
                      <small>({range(r.low.cost ?? 0, r.high.cost ?? 0)})</small>
                    </TableCell>
                  ) : null}
                </TableRow>
              ) : null;
            })}
          </TableBody>
        </Table>
      ) : (
        <p className="soft">
          Weather from a seed with this mean; the spread is that of the losses, two standard errors. Nothing is sent
          anywhere.
        </p>
      )}
    </section>
  );
}
