'use client';

/** What came out: what weeks cost in this house, its coldest day and warm-up, and a cheaper week to take. */
import type { Job } from '@core/job/schema';
import { cycleOf } from '@core/thermal/arithmetic';
import type { CheaperWeek } from '@core/thermal/cheaper';
import type { Compared } from '@core/thermal/compare';
import type { HouseYear } from '@core/thermal/year';
import { celsiusToFahrenheit, clock, fixed } from '@core/units/units';
import { DAYS } from '@core/week/week';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { Children, type ReactNode, useEffect, useState } from 'react';
import { BarChart } from '../../ui/bar-chart';
import type { ChartLine } from '../../ui/line-chart';
import { whenIdle } from './use-house-worker';

const LineChart = dynamic(() => import('../../ui/line-chart'), {
  ssr: false,
  loading: () => <div className="line-chart" />,
});

/** Fetches what draws, and has it draw once where nobody sees it. */
export const ready = async (): Promise<void> => {
  const { warmUp } = await import('../../ui/line-chart');
  for (let n = 0; n < WARM_TURNS; n++) await new Promise<void>((done) => whenIdle(() => done(warmUp())));
};
/** The engine compiles what it has seen a few times. */
const WARM_TURNS = 3;

/** Its parts drawn one after another, each in a turn of its own: two charts in one would hold up whoever types. */
function InTurn({ children }: { children: ReactNode }): ReactNode {
  const parts = Children.toArray(children);
  const [shown, setShown] = useState(1);
  const more = shown < parts.length;
  useEffect(() => {
    if (!more) return;
    return whenIdle(() => setShown((n) => n + 1));
  });
  return <>{parts.slice(0, shown)}</>;
}

export function YearResult({
  year,
  all,
  zone,
  currency,
  t,
  us,
}: {
  year: HouseYear;
  /** Every zone's plans added up, where there are several; `zone` is then the one the rest is of. */
  all: readonly Compared[] | null;
  zone: string | undefined;
  currency: string;
  t: (c: number) => string;
  us: boolean;
}): ReactNode {
  const { compared, warmUp, nights, mostSaved: most } = year;
  const wish = (all ?? compared)[1];
  const saved = wish?.saved;
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
    <InTurn>
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
      {all ? <Bars title="Cost of a year, all zones" of={all} currency={currency} /> : null}
      {all ? <h3>Of this, {zone}</h3> : null}
      <Bars title={zone ? `Cost of a year, ${zone}` : 'Cost of a year'} of={compared} currency={currency} />
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
    </InTurn>
  );
}

interface BarsProps {
  title: string;
  of: readonly Compared[];
  currency: string;
}

function Bars({ title, of, currency }: BarsProps): ReactNode {
  return (
    <BarChart
      title={title}
      bars={of.map((c) => ({
        id: c.id,
        name: c.name,
        value: c.use.cost,
        low: c.low,
        high: c.high,
        text: `${fixed(c.use.cost, 0)} ${currency}`.trim(),
        note: `${fixed(c.use.paidKilowattHours, 0)} kWh, ${c.use.starts} starts, ${fixed(c.use.shortKelvinHours, 0)} K·h short${c.use.auxShare > 0.001 ? `, ${percent(c.use.auxShare)} by the help` : ''}`,
      }))}
    />
  );
}

const percent = (v: number): string => `${fixed(v * 100, 0)} %`;

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
export function Offer({ offer, currency, sealed, onTake }: OfferProps): ReactNode {
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
