'use client';

/** Worked out of the house and its weeks: the year's costs, a cheaper week, a fit to a log; asked for by a press. */
import type { HouseKept } from '@core/job/house-schema';
import type { Job } from '@core/job/schema';
import type { CheaperWeek } from '@core/thermal/cheaper';
import { jobHouse } from '@core/thermal/job-house';
import { HOURS_OF_YEAR, readWeather } from '@core/thermal/weather';
import type { HouseYear, WeekToCompare } from '@core/thermal/year';
import { addedUp, zoneHouse } from '@core/thermal/zone-house';
import { celsiusToFahrenheit, fixed } from '@core/units/units';
import { wantedByMinute, wantedOfSteps } from '@core/week/wanted';
import { FIRST_ZONE, withZoneWeek, zoneWeek } from '@core/week/zones';
import Button from '@mui/material/Button';
import * as Comlink from 'comlink';
import dynamic from 'next/dynamic';
import { type ReactNode, startTransition, useEffect, useMemo, useState } from 'react';
import { FileButton } from '../../ui/file-button';
import { useJob } from '../shell/job-context';
import { type Share, useHouseWorker, useShare, whenIdle } from './use-house-worker';

// Drawn once there is an answer; its charts are no part of what the page first loads.
const YearResult = dynamic(() => import('./house-answer').then((m) => m.YearResult), { ssr: false });
const Offer = dynamic(() => import('./house-answer').then((m) => m.Offer), { ssr: false });

export interface Weather {
  name: string;
  hourly: Float64Array;
}

interface Props {
  zone: string;
  /** Where there are several. */
  zoneName: string | undefined;
  weather: Weather | null;
  onWeather: (weather: Weather) => void;
  put: (label: string, more: HouseKept) => boolean;
}

export function HouseWork({ zone, zoneName, weather, onWeather, put }: Props): ReactNode {
  const { job, derived, change, sealed } = useJob();
  const { working, share, said, say, run, during, leaveOff } = useHouseWorker();
  const [years, setYears] = useState<{ id: string; year: HouseYear }[]>([]);
  const [offer, setOffer] = useState<(CheaperWeek & { zone: string }) | null>(null);
  // What draws the answer is fetched and made ready while nothing is worked out.
  useEffect(() => whenIdle(() => void import('./house-answer').then((m) => m.ready())), []);
  const house: HouseKept = job.house ?? {};
  const { currency = '' } = house;
  const us = job.units === 'us';
  const ids = (derived.shared.week.zones ?? []).map((z) => z.id);
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
  const workOut = async (): Promise<void> => {
    // A zone without a week of its own is held by nobody's wish: it has nothing to compare.
    const asked = ids.length > 1 ? ids.filter((id) => zoneWeek(job.week, id).days) : [FIRST_ZONE];
    const found = await run(async (api) => {
      const done: typeof years = [];
      for (const [i, id] of asked.entries()) {
        const shown = Comlink.proxy((part: number) => share.set((i + part) / asked.length));
        const year = await api.run(of(id), weeksOf(id), weather?.hourly ?? null, shown);
        if (!year) return null;
        done.push({ id, year });
      }
      return done;
    });
    if (found) startTransition(() => setYears(found));
  };
  const cheaper = async (): Promise<void> => {
    const found = await run((api) =>
      api.cheaper({ ...of(zone), week: zoneWeek(job.week, zone) }, weather?.hourly ?? null, Comlink.proxy(share.set)),
    );
    if (found) startTransition(() => setOffer({ ...found, zone }));
  };
  const fitTo = async (file: Pick<File, 'name' | 'text'>): Promise<void> => {
    const text = await file.text();
    const read = await run(async (api) => await api.fit(jobHouse(job).form, text));
    if (!read) return;
    if (!read.ok) {
      say(`${file.name}, line ${read.line}: ${read.problem}.`);
      return;
    }
    const { fit } = read;
    // A log that says no more than the form is refused: nothing of it is kept.
    if (fit.enough) put('Fitted to a log', { fitted: { ...fit.factors, errors: fit.errors, rows: fit.rows } });
    say(`${file.name}: ${fit.says} Read as: ${read.says.join('; ')}.`);
  };
  const fromRig = async (): Promise<void> => {
    try {
      const { logRig } = await import('./log-rig');
      const text = await during(() => logRig(job, share.set));
      await fitTo({ name: 'the rig’s log', text: async () => text });
    } catch (error) {
      say(error instanceof Error ? error.message : 'The rig did not answer.');
    }
  };
  const take = async (file: File): Promise<void> => {
    const read = readWeather(await file.text());
    if (read.ok && read.hourly.length !== HOURS_OF_YEAR)
      say(`${file.name}: ${read.hourly.length} hours: a year has ${HOURS_OF_YEAR}.`);
    else if (read.ok) {
      onWeather({ name: read.place || file.name, hourly: read.hourly });
      say('');
    } else say(`${file.name}, line ${read.line}: ${read.problem}.`);
  };
  const year = years.find((y) => y.id === zone)?.year ?? null;
  // Drawn anew when it changes, not at every step of the next work.
  const answer = useMemo(() => {
    if (!year) return null;
    const all = years.length > 1 ? addedUp(years.map((y) => y.year.compared)) : null;
    const t = (c: number): string => (us ? `${fixed(celsiusToFahrenheit(c), 0)} °F` : `${fixed(c, 1)} °C`);
    return <YearResult year={year} all={all} zone={zoneName} currency={currency} t={t} us={us} key={zone} />;
  }, [year, years, zone, zoneName, currency, us]);
  return (
    <>
      <div className="row">
        {working ? (
          <>
            <Bar share={share} />
            <Button onClick={leaveOff}>Leave off</Button>
          </>
        ) : (
          <>
            <Button className="copper" onClick={() => void workOut()}>
              Work out the year
            </Button>
            <Button onClick={() => void cheaper()}>Find a cheaper week</Button>
          </>
        )}
        <FileButton accept=".csv,text/csv" disabled={sealed || working} onFile={(file) => void fitTo(file)}>
          {house.fitted ? `Fitted to a log of ${house.fitted.rows} rows` : 'Fit to a log of the room'}
        </FileButton>
        <Button disabled={sealed || working} onClick={() => void fromRig()}>
          Log the rig’s house
        </Button>
        {house.fitted ? (
          <Button disabled={sealed} onClick={() => put('The form’s own figures again', { fitted: undefined })}>
            Back to the form
          </Button>
        ) : null}
        <FileButton accept=".epw,.csv" disabled={working} onFile={(file) => void take(file)}>
          {weather ? `Weather: ${weather.name}` : 'Weather from a file'}
        </FileButton>
      </div>
      <p role="status" className="soft">
        {working ? (
          <Percent share={share} />
        ) : (
          said ||
          (year
            ? ''
            : `Weather ${weather ? 'from the file' : 'from a seed with this mean'}; the range shows what is not known about the house. Nothing is sent anywhere.`)
        )}
      </p>
      {offer && offer.zone === zone ? (
        <Offer
          offer={offer}
          currency={currency}
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
      {answer}
    </>
  );
}

const Bar = ({ share }: { share: Share }): ReactNode => (
  <progress max={1} value={useShare(share)} aria-label="The year" />
);
const Percent = ({ share }: { share: Share }): ReactNode => `${fixed(useShare(share) * 100, 0)} %`;
