'use client';

/** Hot water over the day: windows judged, draw-offs, why it was cold. */
import { cylinderCaution } from '@core/boiler/cautions';
import { whyCold } from '@core/boiler/hot-water';
import { hasCylinder } from '@core/boiler/parts';
import { DAY_KEYS, windowsOn } from '@core/boiler/water-programme';
import type { BoilerSurvey } from '@core/job/boiler-schema';
import { clock, fixed } from '@core/units/units';
import { DAYS } from '@core/week/week';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';
import { DayToggles } from '../../ui/day-toggles';
import { Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { Spans, TimeField } from '../../ui/times';
import { Week } from '../week/week';
import { useBoiler, useSurvey } from './use-boiler';

const LineChart = dynamic(() => import('../../ui/line-chart'), {
  ssr: false,
  loading: () => <div className="line-chart" />,
});

const DRAW_DEFAULT = 60;

/** The heating week, and the hot water of the store beside it. */
export function BoilerWeek(): ReactNode {
  return (
    <Week without={<HotWaterDay />}>
      <HotWaterDay />
    </Week>
  );
}

type SetSurvey = ReturnType<typeof useSurvey>['set'];

/** Single days with hot water times of their own. */
function DaysApart({
  survey,
  usual,
  sealed,
  set,
}: {
  survey: BoilerSurvey;
  usual: readonly { from: number; to: number }[];
  sealed: boolean;
  set: SetSurvey;
}): ReactNode {
  const own = survey.dayWindows ?? {};
  const days = DAY_KEYS.filter((d) => own[d] !== undefined);
  const put = (label: string, next: typeof own): boolean =>
    set(label, { dayWindows: Object.keys(next).length > 0 ? next : undefined });
  return (
    <>
      <DayToggles
        label="Days with windows of their own"
        days={days.map(Number)}
        disabled={sealed}
        onChange={(next) =>
          put(
            'Days with windows of their own',
            Object.fromEntries(
              DAY_KEYS.flatMap((d, i) => (next.includes(i) ? [[d, own[d] ?? windowsOn(survey, i) ?? [...usual]]] : [])),
            ),
          )
        }
      />
      {days.map((d) => (
        <Spans
          key={d}
          label={`${DAYS[Number(d)]} window`}
          sealed={sealed}
          spans={own[d] ?? []}
          onChange={(next) => put(`${DAYS[Number(d)]} windows`, { ...own, [d]: next })}
        />
      ))}
    </>
  );
}

type HotWater = NonNullable<ReturnType<typeof useBoiler>['boiler']['hotWater']>;

/** A settled day of the store, and what each window needs. */
function StoreDay({ hw }: { hw: HotWater }): ReactNode {
  return (
    <section className="panel stack">
      <LineChart
        title="Temperature of the cylinder over a settled day"
        xName="hour"
        yName="°C"
        yFrom={0}
        xStep={3}
        xText={(x) => fixed(x, 0)}
        yText={(y) => fixed(y, 0)}
        lines={[
          {
            name: 'the store',
            tone: 'copper',
            points: Array.from({ length: 97 }, (_, i) => ({ x: i / 4, y: hw.day.celsius[i * 15] ?? 0 })),
          },
          {
            name: 'target',
            tone: 'sea',
            dashed: true,
            points: [0, 24].map((x) => ({ x, y: hw.store.targetCelsius })),
          },
        ]}
        marks={hw.windows.map((w) => ({ x: w.from / 60, label: clock(w.from), tone: 'ink' as const }))}
      />
      <p>
        {hw.reheatMinutes === null
          ? 'It never reaches its target.'
          : `From cold it takes ${hw.reheatMinutes} min with ${fixed(hw.store.watts / 1000, 1)} kW.`}
      </p>
      <ul className="later">
        {hw.windows.map((w) => (
          <li key={`${w.from}-${w.to}`}>
            {clock(w.from)} to {clock(w.to)}: {w.minutes} min, needs {w.needsMinutes ?? '∞'}
            {w.short > 0 ? <b>, short by {w.short}</b> : ', enough'}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is known of the cylinder and what heats it. */
function Store(): ReactNode {
  const { job, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const cylinder = survey.cylinder ?? null;
  const setCylinder = (more: Partial<NonNullable<BoilerSurvey['cylinder']>>): boolean => {
    const litres = more.litres ?? cylinder?.litres;
    return litres === undefined ? false : set('Cylinder', { cylinder: { ...cylinder, ...more, litres } });
  };
  return (
    <section className="panel stack">
      <h2>The store</h2>
      <div className="field-grid">
        <FigureField
          label="Cylinder, litres"
          quantity="plain"
          units={job.units}
          low={10}
          high={2000}
          value={cylinder?.litres}
          disabled={sealed}
          onTake={(litres) => (litres === undefined ? undefined : setCylinder({ litres }))}
        />
        <FigureField
          label="Coil"
          quantity="power"
          units={job.units}
          low={100}
          high={100_000}
          value={cylinder?.coilWatts}
          disabled={sealed}
          onTake={(coilWatts) => setCylinder({ coilWatts })}
        />
        <FigureField
          label="Boiler gives"
          quantity="power"
          units={job.units}
          low={100}
          high={200_000}
          value={survey.boilerWatts}
          disabled={sealed}
          onTake={(boilerWatts) => set('Boiler power', { boilerWatts })}
        />
        <FigureField
          label="Kept at"
          quantity="temperature"
          units={job.units}
          low={20}
          high={90}
          value={cylinder?.targetCelsius}
          disabled={sealed}
          onTake={(targetCelsius) => setCylinder({ targetCelsius })}
        />
      </div>
      <Tick
        checked={cylinder?.seldomUsed === true}
        disabled={sealed || cylinder === null}
        onToggle={(seldomUsed) => setCylinder({ seldomUsed })}
      >
        Seldom used: a weekly hour at 60 °C
      </Tick>
    </section>
  );
}

/** When the store is heated: every day, at the weekend, on single days. */
function Windows({ hw }: { hw: HotWater | null }): ReactNode {
  const { sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const windows = survey.windows ?? hw?.windows.map(({ from, to }) => ({ from, to })) ?? [];
  return (
    <>
      <Spans
        label="Window"
        sealed={sealed}
        spans={windows}
        onChange={(next) => set('Hot water windows', { windows: next })}
      />
      <Tick
        checked={survey.weekendWindows !== undefined}
        disabled={sealed}
        onToggle={(on) =>
          set(on ? 'Other windows at the weekend' : 'The weekend as every day', {
            weekendWindows: on ? windows : undefined,
          })
        }
      >
        Other windows on Saturday and Sunday
      </Tick>
      {survey.weekendWindows ? (
        <Spans
          label="Weekend window"
          sealed={sealed}
          spans={survey.weekendWindows}
          onChange={(next) => set('Weekend windows', { weekendWindows: next })}
        />
      ) : null}
      <DaysApart sealed={sealed} survey={survey} usual={windows} set={set} />
    </>
  );
}

/** The windows as the device takes them. */
function KeyIn(): ReactNode {
  const { boiler } = useBoiler();
  const { water, sheet } = boiler;
  if (!water || !sheet) return null;
  return (
    <section className="panel stack" aria-label="Hot water to key in">
      <h2>Hot water in {sheet.name}</h2>
      <p>
        {water.lostMinutes < 1
          ? 'Every window, as wished.'
          : `${fixed(water.lostMinutes, 0)} min a week off what is wished: the least there can be.`}
      </p>
      <ul className="later">
        {water.groups.map((g) => (
          <li key={g.days}>
            {g.days}:{' '}
            {g.periods.map((p) => `${clock(p.from)} to ${p.to === 1440 ? '24:00' : clock(p.to)}`).join(', ') || 'off'}
          </li>
        ))}
      </ul>
    </section>
  );
}

function DrawOffs(): ReactNode {
  const { job, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const draws = survey.drawOffs ?? [];
  return (
    <section className="panel stack">
      <h2>Draw-offs</h2>
      {draws.map((d, i) => (
        <div key={`draw-${i}-${draws.length}`} className="times">
          <TimeField
            label={`Draw-off ${i + 1} at`}
            minute={d.at}
            disabled={sealed}
            onTake={(at) => set('Draw-off', { drawOffs: draws.map((x, k) => (k === i ? { ...x, at } : x)) })}
          />
          <FigureField
            label="litres"
            quantity="plain"
            units={job.units}
            low={1}
            high={500}
            value={d.litres}
            disabled={sealed}
            onTake={(litres) =>
              set('Draw-off', {
                drawOffs:
                  litres === undefined
                    ? draws.filter((_, k) => k !== i)
                    : draws.map((x, k) => (k === i ? { ...x, litres } : x)),
              })
            }
          />
        </div>
      ))}
      <Button
        disabled={sealed || draws.length >= 24}
        onClick={() => set('Draw-off', { drawOffs: [...draws, { at: 420, litres: DRAW_DEFAULT }] })}
      >
        Add a draw-off
      </Button>
    </section>
  );
}

/** Why it was cold at a time that the customer names. */
function WhyCold({ hw }: { hw: HotWater }): ReactNode {
  const { boiler } = useBoiler();
  const [minute, setMinute] = useState(1230);
  const alone = boiler.demands.find((d) => d.id === 'hw');
  const fires = (alone?.wired ?? alone?.planned)?.boilerFires ?? true;
  const why = boiler.plant ? whyCold(hw, minute, boiler.plant, fires) : null;
  return (
    <section className="panel stack">
      <h2>Why was there no hot water?</h2>
      <TimeField label="It was cold at" minute={minute} onTake={setMinute} />
      <p>
        {why ?? `At ${clock(minute)} the store has ${fixed(hw.day.celsius[minute] ?? 0, 0)} °C: there is hot water.`}
      </p>
    </section>
  );
}

function HotWaterDay(): ReactNode {
  const { boiler } = useBoiler();
  const hw = boiler.hotWater;
  if (boiler.plant !== null && !hasCylinder(boiler.plant.kind))
    return (
      <>
        <h2>Hot water over the day</h2>
        <p>This plant has no store to plan for: its hot water is heated on demand.</p>
      </>
    );
  return (
    <>
      <h2>Hot water over the day</h2>
      <p className="caution-line">{cylinderCaution}</p>
      {hw ? <StoreDay hw={hw} /> : <p>Give the cylinder’s litres to see it reheat.</p>}
      <Store />
      <Windows hw={hw} />
      <KeyIn />
      <DrawOffs />
      {hw ? <WhyCold hw={hw} /> : null}
    </>
  );
}
