'use client';

import { kindOf } from '@core/family/field';
/** What weeks cost this house over a year: a short form of it, weeks side by side with their doubt, and its warm-up. */
import type { HouseKept } from '@core/job/house-schema';
import { HouseKept as HouseSchema } from '@core/job/house-schema';
import type { Job } from '@core/job/schema';
import { cycleOf } from '@core/thermal/arithmetic';
import type { CheaperWeek } from '@core/thermal/cheaper';
import { HOUSE_DEFAULTS, jobHouse } from '@core/thermal/job-house';
import { HOURS_OF_YEAR, readWeather } from '@core/thermal/weather';
import type { HouseYear, WeekToCompare } from '@core/thermal/year';
import { celsiusToFahrenheit, clock, fixed } from '@core/units/units';
import { wantedByMinute, wantedOfSteps } from '@core/week/wanted';
import { DAYS } from '@core/week/week';
import Button from '@mui/material/Button';
import * as Comlink from 'comlink';
import dynamic from 'next/dynamic';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { BarChart } from '../../ui/bar-chart';
import { Choice, TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { FileButton } from '../../ui/file-button';
import type { ChartLine } from '../../ui/line-chart';
import { TimeField } from '../../ui/times';
import type { HouseApi } from '../../workers/house.worker';
import { useJob } from '../shell/job-context';

const LineChart = dynamic(() => import('../../ui/line-chart'), {
  ssr: false,
  loading: () => <div className="line-chart" />,
});

const CHOICES = [
  {
    key: 'age',
    label: 'Built',
    words: { old: 'before 1945', mid: '1945 to 1980', late: '1980 to 2005', new: 'since 2005' },
  },
  { key: 'glazing', label: 'Windows', words: { single: 'single', double: 'double', triple: 'triple' } },
  { key: 'emitter', label: 'Heat comes from', words: { air: 'warm air', radiators: 'radiators', floor: 'the floor' } },
  {
    key: 'heater',
    label: 'Made by',
    words: { burner: 'a burner', electric: 'electricity', 'heat-pump': 'a heat pump' },
  },
] as const;

/** Hours that a cheaper tariff usually covers. */
const USUAL_NIGHT = { from: 0, to: 420 };

type Key = keyof HouseKept;
const limits = (key: Key): { low: number; high: number } => {
  const kind = kindOf(HouseSchema, [key]);
  return kind.kind === 'figure' ? kind : { low: 0, high: 1e9 };
};

export function HousePanel(): ReactNode {
  const { job, derived, change, sealed } = useJob();
  const [year, setYear] = useState<HouseYear | null>(null);
  const [offer, setOffer] = useState<CheaperWeek | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [said, setSaid] = useState('');
  const [weather, setWeather] = useState<{ name: string; hourly: Float64Array } | null>(null);
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);
  const us = job.units === 'us';
  const t = (c: number): string => (us ? `${fixed(celsiusToFahrenheit(c), 0)} °F` : `${fixed(c, 1)} °C`);
  const known = jobHouse(job);
  const house: HouseKept = job.house ?? {};
  const put = (label: string, more: HouseKept): boolean =>
    change(label, (j) => ({ ...j, house: { ...j.house, ...more } }));
  const figure = (
    key: Key,
    label: string,
    quantity: 'plain' | 'area' | 'power' | 'temperature',
    usual: string,
  ): ReactNode => (
    <FigureField
      label={label}
      quantity={quantity}
      units={job.units}
      {...limits(key)}
      value={typeof house[key] === 'number' ? house[key] : undefined}
      disabled={sealed}
      {...(house[key] === undefined ? { hint: `taken as ${usual}` } : {})}
      onTake={(v) => put(label, { [key]: key === 'storeys' && v !== undefined ? Math.round(v) : v })}
    />
  );
  const weeks: WeekToCompare[] = [
    { id: 'wish', name: 'the week as wished', wanted: wantedByMinute(job.week) },
    ...(derived.shared.programme && derived.shared.programme.lostKelvinHours > 0.05
      ? [{ id: 'held-week', name: 'as the device holds it', wanted: wantedOfSteps(derived.shared.programme.days) }]
      : []),
  ];
  /** Something long in the worker: progress, a way to leave off, and what went wrong in words. */
  const inWorker = async <T,>(work: (api: Comlink.Remote<HouseApi>) => Promise<T | null>): Promise<T | null> => {
    const worker = new Worker(new URL('../../workers/house.worker.ts', import.meta.url));
    const api = Comlink.wrap<HouseApi>(worker);
    stop.current = () => void api.stop();
    setSaid('');
    setProgress(0);
    let result: T | null = null;
    try {
      result = await work(api);
      if (!result) setSaid('Left off.');
    } catch (error) {
      setSaid(`It could not be worked out: ${error instanceof Error ? error.message : 'no reason given'}`);
    }
    stop.current = null;
    worker.terminate();
    setProgress(null);
    return result;
  };
  const run = async (): Promise<void> => {
    const found = await inWorker((api) =>
      api.run({ family: job.family, house: job.house }, weeks, weather?.hourly ?? null, Comlink.proxy(setProgress)),
    );
    if (found) setYear(found);
  };
  const cheaper = async (): Promise<void> => {
    const found = await inWorker((api) =>
      api.cheaper(
        { family: job.family, house: job.house, week: job.week },
        weather?.hourly ?? null,
        Comlink.proxy(setProgress),
      ),
    );
    if (found) setOffer(found);
  };
  const fromRig = async (): Promise<void> => {
    setSaid('');
    setProgress(0);
    try {
      const { logRig } = await import('./log-rig');
      const text = await logRig(job, setProgress);
      setProgress(null);
      await fitTo({ name: 'the rig’s log', text: async () => text });
    } catch (error) {
      setProgress(null);
      setSaid(error instanceof Error ? error.message : 'The rig did not answer.');
    }
  };
  const fitTo = async (file: Pick<File, 'name' | 'text'>): Promise<void> => {
    const text = await file.text();
    const read = await inWorker(async (api) => await api.fit(known.form, text));
    if (!read) return;
    if (!read.ok) {
      setSaid(`${file.name}, line ${read.line}: ${read.problem}.`);
      return;
    }
    const { fit } = read;
    // A log that says no more than the form is refused: nothing of it is kept.
    if (fit.enough) put('Fitted to a log', { fitted: { ...fit.factors, errors: fit.errors, rows: fit.rows } });
    setSaid(`${file.name}: ${fit.says}`);
  };
  const take = async (file: File): Promise<void> => {
    const read = readWeather(await file.text());
    if (read.ok && read.hourly.length !== HOURS_OF_YEAR)
      setSaid(`${file.name}: ${read.hourly.length} hours: a year has ${HOURS_OF_YEAR}.`);
    else if (read.ok) {
      setWeather({ name: read.place || file.name, hourly: read.hourly });
      setSaid('');
    } else setSaid(`${file.name}, line ${read.line}: ${read.problem}.`);
  };
  return (
    <section className="panel stack" aria-label="What it costs here">
      <h2>What it costs here</h2>
      <div className="field-grid">
        {figure('areaSquareMetres', 'Heated area', 'area', `${known.form.areaSquareMetres} m²`)}
        {figure('storeys', 'Storeys', 'plain', String(known.form.storeys))}
        {figure('heatWatts', 'The heating gives', 'power', `${fixed(known.form.heatWatts / 1000, 0)} kW`)}
        {figure('perKwh', 'Price of a kWh', 'plain', String(HOUSE_DEFAULTS.perKwh))}
        <FigureField
          label="Night price of a kWh"
          quantity="plain"
          units={job.units}
          low={0}
          high={100}
          value={house.offPeak?.perKwh}
          disabled={sealed}
          {...(house.offPeak ? {} : { hint: 'none' })}
          onTake={(perKwh) =>
            put('Night price', {
              offPeak: perKwh === undefined ? undefined : { ...(house.offPeak ?? USUAL_NIGHT), perKwh },
            })
          }
        />
        {house.offPeak ? (
          <>
            <TimeField
              label="Night price from"
              minute={house.offPeak.from}
              disabled={sealed}
              onTake={(from) => house.offPeak && put('Night price from', { offPeak: { ...house.offPeak, from } })}
            />
            <TimeField
              label="Night price to"
              minute={house.offPeak.to}
              disabled={sealed}
              onTake={(to) => house.offPeak && put('Night price to', { offPeak: { ...house.offPeak, to } })}
            />
          </>
        ) : null}
        <TextField
          label="Currency"
          value={house.currency}
          disabled={sealed}
          onCommit={(currency) => put('Currency', { currency: currency.slice(0, 8) || undefined })}
        />
        {weather ? null : figure('meanCelsius', 'Outdoors, mean of the year', 'temperature', t(known.meanCelsius))}
        {figure('designCelsius', 'Coldest day planned for', 'temperature', t(known.designCelsius))}
        {house.heater === 'heat-pump' ? figure('auxWatts', 'Electric help', 'power', 'none') : null}
        {figure('cyclesPerHour', 'Starts an hour at half load', 'plain', 'a plain band of 0.6 K')}
      </div>
      {CHOICES.map(({ key, label, words }) => (
        <Choice
          key={key}
          label={house[key] === undefined ? `${label} (taken as ${usualWord(key, known, words)})` : label}
          value={house[key]}
          disabled={sealed}
          options={Object.entries(words).map(([value, text]) => ({ value, label: text }))}
          onChoose={(value) => put(`${label}: ${value}`, HouseSchema.partial().parse({ [key]: value }))}
        />
      ))}
      <div className="row">
        {progress === null ? (
          <>
            <Button className="copper" onClick={() => void run()}>
              Work out the year
            </Button>
            <Button onClick={() => void cheaper()}>Find a cheaper week</Button>
          </>
        ) : (
          <>
            <progress max={1} value={progress} aria-label="The year" />
            <Button onClick={() => stop.current?.()}>Leave off</Button>
          </>
        )}
        <FileButton accept=".csv,text/csv" disabled={sealed} onFile={(file) => void fitTo(file)}>
          {house.fitted ? `Fitted to a log of ${house.fitted.rows} rows` : 'Fit to a log of the room'}
        </FileButton>
        <Button disabled={sealed || progress !== null} onClick={() => void fromRig()}>
          Log the rig’s house
        </Button>
        {house.fitted ? (
          <Button disabled={sealed} onClick={() => put('The form’s own figures again', { fitted: undefined })}>
            Back to the form
          </Button>
        ) : null}
        <FileButton accept=".epw,.csv" onFile={(file) => void take(file)}>
          {weather ? `Weather: ${weather.name}` : 'Weather from a file'}
        </FileButton>
      </div>
      <p role="status" className="soft">
        {progress === null
          ? said ||
            (year
              ? ''
              : `Weather ${weather ? 'from the file' : 'from a seed with this mean'}; the spread is what is not known of the house. Nothing is sent anywhere.`)
          : `${fixed(progress * 100, 0)} %`}
      </p>
      {offer ? (
        <Offer
          offer={offer}
          currency={house.currency ?? ''}
          sealed={sealed}
          onTake={(week) => {
            change('The cheaper week', (j) => ({ ...j, week: { ...j.week, ...week } }));
            setOffer(null);
            setYear(null);
          }}
        />
      ) : null}
      {year ? <YearResult year={year} currency={house.currency ?? ''} t={t} us={us} /> : null}
    </section>
  );
}

const usualWord = (
  key: (typeof CHOICES)[number]['key'],
  known: ReturnType<typeof jobHouse>,
  words: Readonly<Record<string, string>>,
): string =>
  key === 'heater'
    ? known.equipment.kind === 'heat-pump'
      ? 'a heat pump'
      : known.equipment.efficiency === 1
        ? 'electricity'
        : 'a burner'
    : (words[known.form[key]] ?? '');

function YearResult({
  year,
  currency,
  t,
  us,
}: {
  year: HouseYear;
  currency: string;
  t: (c: number) => string;
  us: boolean;
}): ReactNode {
  const { compared, warmUp, nights, mostSaved: most } = year;
  const wish = compared[1];
  const saved = wish?.saved;
  const percent = (v: number): string => `${fixed(v * 100, 0)} %`;
  const axis = (c: number): number => (us ? celsiusToFahrenheit(c) : c);
  const curve = (
    name: string,
    tone: 'copper' | 'ink' | 'sea',
    of: (p: HouseYear['coldDay'][number]) => number,
    more: Partial<ChartLine> = {},
  ): ChartLine => ({
    name,
    tone,
    ...more,
    points: year.coldDay.map((p) => ({ x: p.minute / 60, y: axis(of(p)) })),
  });
  const never = warmUp.filter((w) => w.minutes === null).map((w) => t(w.outdoorCelsius));
  const mild = nights.filter((n) => !n.reached);
  return (
    <>
      {saved ? (
        <p className="week-answer">
          <b>
            {saved.share >= 0.005
              ? `The week saves ${percent(saved.share)} here`
              : saved.share > -0.005
                ? 'The week saves nothing here'
                : `The week costs ${percent(-saved.share)} more here`}
          </b>{' '}
          beside {t(year.toCelsius)} held all the time ({percent(saved.low)} to {percent(saved.high)}). A house without
          mass could save {percent(most)} at most.
        </p>
      ) : null}
      <BarChart
        title="Cost of a year"
        bars={compared.map((c) => ({
          id: c.id,
          name: c.name,
          value: c.use.cost,
          low: c.low,
          high: c.high,
          text: `${fixed(c.use.cost, 0)} ${currency}`.trim(),
          note: `${fixed(c.use.paidKilowattHours, 0)} kWh, ${c.use.starts} starts, ${fixed(c.use.shortKelvinHours, 0)} K·h short${c.use.auxShare > 0.001 ? `, ${percent(c.use.auxShare)} by the help` : ''}`,
        }))}
      />
      <h3>The coldest day planned for</h3>
      <LineChart
        title="The room on the coldest day planned for"
        xName="hour"
        yName={us ? '°F' : '°C'}
        xStep={3}
        xText={(x) => fixed(x, 0)}
        yText={(y) => fixed(y, 1)}
        lines={[
          curve('the room', 'copper', (p) => p.airCelsius),
          curve('wanted', 'ink', (p) => p.wantedCelsius, { dashed: true }),
          curve('what is not known of the house', 'copper', (p) => p.highCelsius, { bandToNext: true }),
          curve('its lower edge', 'copper', (p) => p.lowCelsius, { unnamed: true }),
          curve('the control’s band', 'sea', (p) => p.wantedCelsius + year.halfBandKelvin, { bandToNext: true }),
          curve('the band’s lower edge', 'sea', (p) => p.wantedCelsius - year.halfBandKelvin, { unnamed: true }),
        ]}
      />
      <Running duty={year.duty} t={t} />
      {warmUp.some((w) => w.minutes !== null && w.minutes > 0) ? (
        <>
          <h3>
            From {t(year.fromCelsius)} to {t(year.toCelsius)}
          </h3>
          <LineChart
            title="Warm-up by outdoor temperature"
            xName={us ? 'outdoors, °F' : 'outdoors, °C'}
            yName="minutes"
            yFrom={0}
            xText={(x) => fixed(x, 0)}
            yText={(y) => fixed(y, 0)}
            lines={[
              {
                name: 'warm-up at full power',
                tone: 'copper',
                points: warmUp.flatMap((w) =>
                  w.minutes === null ? [] : [{ x: axis(w.outdoorCelsius), y: w.minutes }],
                ),
              },
            ]}
          />
        </>
      ) : null}
      {never.length > 0 ? <p>At {never.join(', ')} outdoors: never.</p> : null}
      {mild.length > 0 && year.fromCelsius < year.toCelsius ? (
        <p>
          In a night of eight hours at {t(mild[0]?.outdoorCelsius ?? 0)} outdoors or milder the room only falls to{' '}
          {t(mild[0]?.endsCelsius ?? 0)}: the setback of {t(year.fromCelsius)} is not reached.
        </p>
      ) : null}
    </>
  );
}

/** Starts an hour at half load, as a control with a fixed band is set for warm air. */
const STARTS_AT_HALF = 5;

/** How long it runs and rests to hold the setpoint, and by which sum. */
function Running({ duty, t }: { duty: HouseYear['duty']; t: (c: number) => string }): ReactNode {
  const cycling = duty.filter((d) => d.share > 0.02 && d.share < 0.98);
  const beyond = duty.filter((d) => d.share >= 1).map((d) => t(d.outdoorCelsius));
  const formula = cycling[0] ? cycleOf(cycling[0].share, STARTS_AT_HALF).formula : '';
  return (
    <>
      <ul className="later">
        {cycling.map((d) => {
          const c = cycleOf(d.share, STARTS_AT_HALF);
          return (
            <li key={d.outdoorCelsius}>
              At {t(d.outdoorCelsius)} it runs {fixed(d.share * 100, 0)} % of the time: {fixed(c.onMinutes, 0)} min on,{' '}
              {fixed(c.offMinutes, 0)} off
            </li>
          );
        })}
      </ul>
      {formula ? (
        <p className="soft">
          With N = {STARTS_AT_HALF} starts an hour at half load: {formula}.
        </p>
      ) : null}
      {beyond.length > 0 ? <p>At {beyond.join(', ')} it runs without a stop and does not hold the setpoint.</p> : null}
    </>
  );
}

interface OfferProps {
  offer: CheaperWeek;
  currency: string;
  sealed: boolean;
  onTake: (week: Job['week']) => void;
}

/** What was found: how much cheaper, and no colder; or that what stands is the best there is. */
function Offer({ offer, currency, sealed, onTake }: OfferProps): ReactNode {
  const { week, before, after } = offer;
  const money = (v: number): string => `${fixed(v, 0)} ${currency}`.trim();
  if (!week)
    return (
      <p className="week-offer">
        <b>What stands is the cheapest found:</b> {offer.tried} other {offer.tried === 1 ? 'week was' : 'weeks were'}{' '}
        tried in this house over a year, none cheaper and as warm.
      </p>
    );
  return (
    <div className="week-offer">
      <p>
        <b>
          {money(before.cost - after.cost)} a year less ({fixed((1 - after.cost / before.cost) * 100, 1)} %)
        </b>{' '}
        and no colder: {fixed(after.shortKelvinHours, 0)} in place of {fixed(before.shortKelvinHours, 0)} K·h under the
        week as wished.
      </p>
      <ul>
        {(week.days ?? []).map((events, d) => (
          <li key={DAYS[d]}>
            {DAYS[d]?.slice(0, 3)}:{' '}
            {events.map((e) => `${clock(e.minute)} ${week.profiles[e.profile]?.name ?? ''}`).join(', ')}
          </li>
        ))}
      </ul>
      <Button disabled={sealed} onClick={() => onTake(week)}>
        Take it as the week
      </Button>
    </div>
  );
}
