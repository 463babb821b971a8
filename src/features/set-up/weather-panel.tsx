'use client';

import type { Equipment } from '@core/job/schema';
import { balanceCurves, economicChangeover, thermalBalance } from '@core/lowvoltage/balance';
import { withSurvey } from '@core/survey/landing';
import { displayUnit, toDisplay } from '@core/units/display';
import { fixed, temperature } from '@core/units/units';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';
import { FigureField } from '../../ui/figure-field';
import type { ChartLine, ChartMark } from '../../ui/line-chart';
import { useLowVoltage } from '../shell/family-job';

const LineChart = dynamic(() => import('../../ui/line-chart'), {
  ssr: false,
  loading: () => <div className="line-chart" />,
});

type Pump = NonNullable<Equipment['pump']>;
type House = NonNullable<Equipment['house']>;
type Prices = NonNullable<Equipment['prices']>;
type Rated = Pump['warm'];

/** Where ratings are usually given: 8.3 °C/47 °F and −8.3 °C/17 °F. */
const WARM: Partial<Rated> = { outdoorCelsius: 8.3 };
const COLD: Partial<Rated> = { outdoorCelsius: -8.3 };
const whole = <T extends object>(part: Partial<T>, keys: readonly (keyof T)[]): part is T =>
  keys.every((k) => part[k] !== undefined);
const RATED_KEYS = ['outdoorCelsius', 'watts', 'cop'] as const;

type Keep = (label: string, more: Partial<Equipment>) => void;

function useKeep(): Keep {
  const { change } = useLowVoltage();
  return (label, more) => {
    change(label, (j) => withSurvey(j, { ...j.survey, equipment: { ...j.survey.equipment, ...more } }));
  };
}

/** One of the two points that a heat pump is rated at. */
function RatedPoint({
  name,
  now,
  take,
}: {
  name: string;
  now: Partial<Rated>;
  take: (more: Partial<Rated>) => void;
}): ReactNode {
  const { job, sealed } = useLowVoltage();
  const { units } = job;
  return (
    <div className="field-grid">
      <FigureField
        label={`${name}, outdoors`}
        quantity="temperature"
        units={units}
        low={-40}
        high={40}
        value={now.outdoorCelsius}
        disabled={sealed}
        onTake={(outdoorCelsius) => take({ outdoorCelsius })}
      />
      <FigureField
        label="gives"
        quantity="power"
        units={units}
        low={100}
        high={100_000}
        value={now.watts}
        disabled={sealed}
        onTake={(watts) => take({ watts })}
      />
      <FigureField
        label="COP"
        quantity="plain"
        units={units}
        low={0.8}
        high={10}
        value={now.cop}
        disabled={sealed}
        onTake={(cop) => take({ cop })}
      />
    </div>
  );
}

/** Both points, kept once they are whole and the warm one is the warmer. */
function Ratings(): ReactNode {
  const { pump } = useLowVoltage().job.survey.equipment;
  const keep = useKeep();
  const [warm, setWarm] = useState<Partial<Rated>>(pump?.warm ?? WARM);
  const [cold, setCold] = useState<Partial<Rated>>(pump?.cold ?? COLD);
  const take = (w: Partial<Rated>, c: Partial<Rated>): void => {
    setWarm(w);
    setCold(c);
    const both = whole<Rated>(w, RATED_KEYS) && whole<Rated>(c, RATED_KEYS);
    if (both && w.outdoorCelsius > c.outdoorCelsius) keep('Heat pump ratings', { pump: { warm: w, cold: c } });
  };
  return (
    <>
      <RatedPoint name="Warm point" now={warm} take={(more) => take({ ...warm, ...more }, cold)} />
      <RatedPoint name="Cold point" now={cold} take={(more) => take(warm, { ...cold, ...more })} />
    </>
  );
}

function HouseLoss(): ReactNode {
  const { job, sealed } = useLowVoltage();
  const { units } = job;
  const keep = useKeep();
  const [house, setHouse] = useState<Partial<House>>(job.survey.equipment.house ?? {});
  const takeHouse = (more: Partial<House>): void => {
    const next = { ...house, ...more };
    setHouse(next);
    if (whole<House>(next, ['wattsPerKelvin', 'balanceCelsius'])) keep('What the house loses', { house: next });
  };
  return (
    <div className="field-grid">
      <FigureField
        label="House loses"
        quantity="conductance"
        units={units}
        low={1}
        high={20_000}
        value={house.wattsPerKelvin}
        disabled={sealed}
        hint="heat loss at design over its temperature difference"
        onTake={(wattsPerKelvin) => takeHouse({ wattsPerKelvin })}
      />
      <FigureField
        label="Needs no heat above"
        quantity="temperature"
        units={units}
        low={0}
        high={25}
        value={house.balanceCelsius}
        disabled={sealed}
        hint="usually 15 to 18 °C"
        onTake={(balanceCelsius) => takeHouse({ balanceCelsius })}
      />
    </div>
  );
}

function EnergyPrices(): ReactNode {
  const { job, sealed } = useLowVoltage();
  const { units } = job;
  const keep = useKeep();
  const [prices, setPrices] = useState<Partial<Prices>>(job.survey.equipment.prices ?? {});
  const takePrices = (more: Partial<Prices>): void => {
    const next = { ...prices, ...more };
    setPrices(next);
    if (whole<Prices>(next, ['electricPerKwh', 'fuelPerKwh', 'fuelEfficiency'])) keep('Prices', { prices: next });
  };
  return (
    <div className="field-grid">
      <FigureField
        label="Electricity a kWh"
        quantity="plain"
        units={units}
        low={0.001}
        high={100}
        value={prices.electricPerKwh}
        disabled={sealed}
        onTake={(electricPerKwh) => takePrices({ electricPerKwh })}
      />
      <FigureField
        label="Fuel a kWh"
        quantity="plain"
        units={units}
        low={0.001}
        high={100}
        value={prices.fuelPerKwh}
        disabled={sealed}
        onTake={(fuelPerKwh) => takePrices({ fuelPerKwh })}
      />
      <FigureField
        label="Furnace efficiency"
        quantity="percent"
        units={units}
        low={0.3}
        high={1.1}
        value={prices.fuelEfficiency}
        disabled={sealed}
        onTake={(fuelEfficiency) => takePrices({ fuelEfficiency })}
      />
    </div>
  );
}

/**
 * The heat pump against the weather: what it can give, what the house loses, what either heat
 * costs, and the lockouts that follow. Figures are kept once a group is whole.
 */
export function WeatherPanel(): ReactNode {
  const { job, derived } = useLowVoltage();
  const { equipment } = job.survey;
  const dual = derived.system.kind === 'dual-fuel';
  const missing = [
    equipment.pump ? '' : 'both rated points',
    equipment.house ? '' : 'what the house loses',
    dual && !equipment.prices ? 'the prices' : '',
  ].filter((m) => m !== '');
  const several = missing.length > 1 || missing[0]?.endsWith('s');
  return (
    <section className="panel stack">
      <h2>The heat pump and the weather</h2>
      <BalanceChart />
      <p className="soft">
        {missing.length > 0
          ? `Usual lockouts are proposed until ${missing.join(' and ')} ${several ? 'are' : 'is'} known.`
          : 'The lockouts on the card follow from these figures.'}
      </p>
      <Ratings />
      <HouseLoss />
      {dual ? <EnergyPrices /> : null}
    </section>
  );
}

/** Capacity and load with the thermal balance point; for dual fuel, what a kWh of heat costs either way. */
function BalanceChart(): ReactNode {
  const { job } = useLowVoltage();
  const { pump, house, prices } = job.survey.equipment;
  if (!pump) return null;
  const { units } = job;
  const temp = displayUnit('temperature', units);
  const power = displayUnit('power', units);
  const curves = balanceCurves(pump, house, prices);
  const line = (name: string, tone: ChartLine['tone'], ys: readonly number[], dashed = false): ChartLine[] =>
    ys.length === 0
      ? []
      : [
          {
            name,
            tone,
            dashed,
            points: curves.outdoorCelsius.map((t, i) => ({ x: toDisplay(t, temp), y: ys[i] ?? 0 })),
          },
        ];
  const shown = (watts: readonly number[]): number[] => watts.map((w) => toDisplay(w, power));
  const mark = (t: number | null, what: string, tone: ChartMark['tone']): ChartMark[] =>
    t === null ? [] : [{ x: toDisplay(t, temp), label: `${what} ${temperature(t, units)}`, tone }];
  const balance = house ? thermalBalance(pump, house) : null;
  const change = prices ? economicChangeover(pump, prices) : null;
  const economic = change?.kind === 'below' ? change.celsius : null;
  const cheaper =
    change === null
      ? ''
      : change.kind === 'always'
        ? '; fuel is always cheaper'
        : change.kind === 'never'
          ? '; fuel is never cheaper'
          : `; fuel is cheaper below ${temperature(change.celsius, units)}`;
  return (
    <>
      <LineChart
        title={`Heat pump capacity${house ? ' and house load' : ''} by outdoor temperature${balance === null ? '' : `; they meet at ${temperature(balance, units)}`}`}
        xName={`outdoors, ${temp.unit}`}
        yName={power.unit}
        yFrom={0}
        xText={(x) => fixed(x, 0)}
        yText={(y) => fixed(y, 1)}
        lines={[
          ...line('the heat pump gives', 'sea', shown(curves.capacityWatts)),
          ...line('the house loses', 'copper', shown(curves.loadWatts)),
        ]}
        marks={mark(balance, 'meets the load at', 'ink')}
      />
      {prices ? (
        <LineChart
          title={`Cost of a kWh of heat by outdoor temperature${cheaper}`}
          xName={`outdoors, ${temp.unit}`}
          yName="a kWh of heat"
          yFrom={0}
          xText={(x) => fixed(x, 0)}
          yText={(y) => fixed(y, 3)}
          lines={[
            ...line('by the heat pump', 'sea', curves.pumpPerKwh),
            ...line('by fuel', 'amber', curves.fuelPerKwh, true),
          ]}
          marks={mark(economic, 'fuel is cheaper below', 'ink')}
        />
      ) : null}
    </>
  );
}
