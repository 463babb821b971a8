'use client';

import { kindOf } from '@core/family/field';
/** What weeks cost this house over a year: a short form of it, weeks side by side with their doubt, and its warm-up. */
import type { HouseKept } from '@core/job/house-schema';
import { HouseKept as HouseSchema } from '@core/job/house-schema';
import type { Job } from '@core/job/schema';
import type { CheaperWeek } from '@core/thermal/cheaper';
import type { Compared } from '@core/thermal/compare';
import { HOUSE_DEFAULTS, jobHouse } from '@core/thermal/job-house';
import { HOURS_OF_YEAR, readWeather } from '@core/thermal/weather';
import type { HouseYear, WeekToCompare } from '@core/thermal/year';
import { addedUp, beyondHouse, zoneAreas, zoneHouse } from '@core/thermal/zone-house';
import { displayText, displayUnit } from '@core/units/display';
import { celsiusToFahrenheit, fixed } from '@core/units/units';
import { wantedByMinute, wantedOfSteps } from '@core/week/wanted';
import { FIRST_ZONE, withZoneWeek, zoneWeek } from '@core/week/zones';
import Button from '@mui/material/Button';
import * as Comlink from 'comlink';
import dynamic from 'next/dynamic';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Choice, TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { FileButton } from '../../ui/file-button';
import { TimeField } from '../../ui/times';
import type { HouseApi } from '../../workers/house.worker';
import { useJob } from '../shell/job-context';

// Drawn once there is an answer; its charts are no part of what the page first loads.
const YearResult = dynamic(() => import('./house-answer').then((m) => m.YearResult), { ssr: false });
const Offer = dynamic(() => import('./house-answer').then((m) => m.Offer), { ssr: false });

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

/** @param zone whose week the page is at */
export function HousePanel({ zone = FIRST_ZONE }: { zone?: string }): ReactNode {
  const { job, derived, change, sealed } = useJob();
  const [years, setYears] = useState<{ id: string; year: HouseYear }[]>([]);
  const [offer, setOffer] = useState<(CheaperWeek & { zone: string }) | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [said, setSaid] = useState('');
  const [weather, setWeather] = useState<{ name: string; hourly: Float64Array } | null>(null);
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);
  const us = job.units === 'us';
  const t = (c: number): string => (us ? `${fixed(celsiusToFahrenheit(c), 0)} °F` : `${fixed(c, 1)} °C`);
  const known = jobHouse(job);
  const house: HouseKept = job.house ?? {};
  // What draws the answer is fetched and made ready while nothing is worked out.
  useEffect(() => {
    const idle = window.requestIdleCallback ?? ((run: () => void) => window.setTimeout(run, 1500));
    const turn = idle(() => void import('./house-answer').then((m) => m.ready()));
    return () => (window.cancelIdleCallback ?? window.clearTimeout)(turn);
  }, []);
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
  const { zones = [] } = derived.shared.week;
  const ids = zones.map((z) => z.id);
  const beyond = ids.length > 1 ? beyondHouse(house, ids) : null;
  const area = (squareMetres: number): string => {
    const u = displayUnit('area', job.units);
    return `${displayText(squareMetres, u)} ${u.unit}`;
  };
  const zoneName = zones.length > 1 ? zones.find((z) => z.id === zone)?.name : undefined;
  const weeksOf = (id: string): WeekToCompare[] => {
    const held =
      id === FIRST_ZONE ? derived.shared.programme : derived.shared.zoneProgrammes?.find((z) => z.id === id)?.programme;
    return [
      { id: 'wish', name: 'the week as wished', wanted: wantedByMinute(zoneWeek(job.week, id)) },
      ...(held && held.lostKelvinHours > 0.05
        ? [{ id: 'held-week', name: 'as the device holds it', wanted: wantedOfSteps(held.days) }]
        : []),
    ];
  };
  const of = (id: string): Pick<Job, 'family' | 'house'> => ({
    family: job.family,
    house: zoneHouse(job.house, ids, id),
  });
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
  const year = years.find((y) => y.id === zone)?.year ?? null;
  const all: Compared[] | null = years.length > 1 ? addedUp(years.map((y) => y.year.compared)) : null;
  const run = async (): Promise<void> => {
    // A zone without a week of its own is held by nobody's wish: it has nothing to compare.
    const asked = ids.length > 1 ? ids.filter((id) => zoneWeek(job.week, id).days) : [FIRST_ZONE];
    const found = await inWorker(async (api) => {
      const done: typeof years = [];
      for (const [i, id] of asked.entries()) {
        const shown = Comlink.proxy((share: number) => setProgress((i + share) / asked.length));
        const year = await api.run(of(id), weeksOf(id), weather?.hourly ?? null, shown);
        if (!year) return null;
        done.push({ id, year });
      }
      return done;
    });
    if (found) setYears(found);
  };
  const cheaper = async (): Promise<void> => {
    const found = await inWorker((api) =>
      api.cheaper({ ...of(zone), week: zoneWeek(job.week, zone) }, weather?.hourly ?? null, Comlink.proxy(setProgress)),
    );
    if (found) setOffer({ ...found, zone });
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
        {zoneName ? (
          <FigureField
            label={`Of this, ${zoneName}`}
            quantity="area"
            units={job.units}
            low={1}
            high={5000}
            value={house.zoneAreas?.[zone]}
            disabled={sealed}
            {...(house.zoneAreas?.[zone] !== undefined && beyond !== null
              ? { wrong: `the zones come to ${area(beyond)}, the house has ${area(known.form.areaSquareMetres)}` }
              : {})}
            {...(house.zoneAreas?.[zone] === undefined
              ? { hint: `taken as ${area(zoneAreas(house, ids).get(zone) ?? 0)}` }
              : {})}
            onTake={(taken) => {
              const { [zone]: _was, ...others } = house.zoneAreas ?? {};
              put(`${zoneName}: area`, { zoneAreas: taken === undefined ? others : { ...others, [zone]: taken } });
            }}
          />
        ) : null}
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
      {offer && offer.zone === zone ? (
        <Offer
          offer={offer}
          currency={house.currency ?? ''}
          sealed={sealed}
          onTake={(week) => {
            change(zoneName ? `${zoneName}: the cheaper week` : 'The cheaper week', (j) => ({
              ...j,
              week: withZoneWeek(j.week, zone, { ...zoneWeek(j.week, zone), ...week }),
            }));
            setOffer(null);
            setYears([]);
          }}
        />
      ) : null}
      {year ? (
        <YearResult year={year} all={all} zone={zoneName} currency={house.currency ?? ''} t={t} us={us} key={zone} />
      ) : null}
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
