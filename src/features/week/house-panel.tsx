'use client';

/** What weeks cost this house over a year: a short form of it; what is worked out from it stands below. */
import { kindOf } from '@core/family/field';
import type { HouseKept } from '@core/job/house-schema';
import { HouseKept as HouseSchema } from '@core/job/house-schema';
import { HOUSE_DEFAULTS, jobHouse } from '@core/thermal/job-house';
import { beyondHouse, zoneAreas } from '@core/thermal/zone-house';
import { displayText, displayUnit } from '@core/units/display';
import { celsiusToFahrenheit, fixed } from '@core/units/units';
import { FIRST_ZONE } from '@core/week/zones';
import { type ReactNode, useState } from 'react';
import { Choice, TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { TimeField } from '../../ui/times';
import { useJob } from '../shell/job-context';
import { HouseWork, type Weather } from './house-work';

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
  const [weather, setWeather] = useState<Weather | null>(null);
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
  const { zones = [] } = derived.shared.week;
  const ids = zones.map((z) => z.id);
  const beyond = ids.length > 1 ? beyondHouse(house, ids) : null;
  const area = (squareMetres: number): string => {
    const u = displayUnit('area', job.units);
    return `${displayText(squareMetres, u)} ${u.unit}`;
  };
  const zoneName = zones.length > 1 ? zones.find((z) => z.id === zone)?.name : undefined;
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
      <HouseWork zone={zone} zoneName={zoneName} weather={weather} onWeather={setWeather} put={put} />
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
