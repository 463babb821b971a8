/** The floor's part of the technical record: mats in three stages, load, probe, limit, first start, warm-up. */

import type { FloorDerived } from '@core/floor/family';
import { expectedText } from '@core/floor/first-start';
import { matName, STAGES } from '@core/floor/load';
import { CORE_WORDS } from '@core/floor/terminals';
import { ohmsAt, probeName } from '@core/floor/thermistor';
import type { Job } from '@core/job/schema';
import { fixed, temperature } from '@core/units/units';
import { Text, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';
import { css, Table } from './parts';

export function FloorRecord({ job, floor }: { job: Job; floor: FloorDerived }): ReactNode {
  const { load, limit, probe, warmUp, start, sheet } = floor;
  const survey = job.floor;
  const show = (c: number): string => temperature(c, job.units);
  const reading = (r: { ohms?: number | undefined; megohms?: number | undefined } | undefined): string =>
    r === undefined
      ? '–'
      : [
          r.ohms === undefined ? '' : r.ohms >= 1e6 ? 'open' : `${fixed(r.ohms, 1)} Ω`,
          r.megohms === undefined ? '' : `${fixed(r.megohms, r.megohms < 10 ? 1 : 0)} MΩ`,
        ]
          .filter(Boolean)
          .join(', ');
  const said = (value: string | null, kind: string, options: { value: string; label: string }[]): string =>
    value === null
      ? '–'
      : kind === 'choice'
        ? (options.find((o) => o.value === value)?.label ?? value)
        : kind === 'watts'
          ? `${fixed(Number(value), 0)} W`
          : show(Number(value));
  return (
    <View>
      <Text style={css.h2}>Mats and cables</Text>
      <Table
        columns={[
          { head: 'Mat', width: 16 },
          { head: 'Nameplate', width: 18, mono: true },
          { head: 'Band', width: 18, mono: true },
          ...STAGES.map((s) => ({ head: s.name, width: 16, mono: true })),
        ]}
        rows={Object.entries(survey.mats).map(([id, m], i) => {
          const l = load?.mats.find((x) => x.id === id);
          return [
            matName(m, i),
            `${fixed(m.ratedWatts, 0)} W ${m.ratedVolts === undefined ? '?' : fixed(m.ratedVolts, 0)} V`,
            l ? `${fixed(l.ohms.low, 1)}–${fixed(l.ohms.high, 1)} Ω` : '–',
            ...STAGES.map((s) => reading(m[s.id])),
          ];
        })}
      />
      <Text>
        {load
          ? `Load ${fixed(load.watts, 0)} W, ${fixed(load.amps, 2)} A at ${fixed(load.supplyVolts, 0)} V${load.wattsPerSquareMetre === null ? '' : `, ${fixed(load.wattsPerSquareMetre, 0)} W/m²`}${floor.contactor ? ', through a contactor; watts entered by hand' : ', directly on the device'}. `
          : ''}
        {survey.togetherOhms === undefined ? '' : `All mats together ${fixed(survey.togetherOhms, 1)} Ω. `}
        {limit ? `Floor limit ${show(limit.celsius)}: ${limit.why}. ` : ''}
        {probe.type ? `Probe ${probeName(probe.type)}` : 'Probe type not known'}
        {survey.probe.ohms === undefined
          ? '. '
          : `, ${fixed(survey.probe.ohms, 0)} Ω${survey.probe.floorCelsius === undefined ? '' : ` at ${show(survey.probe.floorCelsius)}`}. `}
        {survey.price ? `Price set ${survey.price.perKwh} ${survey.price.currency} a kWh. ` : ''}
        {sheet
          ? `It obeys: ${floor.mode === 'both' ? 'room air, floor capped' : floor.mode === 'air' ? 'room air' : 'the floor'}.`
          : ''}
      </Text>
      {floor.terminals.some((t) => t.found !== null) ? (
        <Text>
          Terminals:{' '}
          {floor.terminals.map((t) => `${t.terminal} ${t.found ? CORE_WORDS[t.found] : 'not looked at'}`).join('; ')}.
        </Text>
      ) : null}
      {warmUp ? (
        <Text>
          Warm-up: {show(warmUp.target.celsius)} in{' '}
          {warmUp.target.minutes === null ? 'more than four hours' : `${fixed(warmUp.target.minutes, 0)} min`}
          {warmUp.points.length > 0
            ? `, from ${warmUp.points.length} logged points (mass × ${fixed(warmUp.fit.massFactor, 2)}, losses × ${fixed(warmUp.fit.lossFactor, 2)})`
            : ', forecast from the form'}
          ; {fixed(warmUp.hold.watts, 0)} W hold it.
        </Text>
      ) : null}
      {probe.fits.length > 0 && probe.type ? (
        <View wrap={false}>
          <Text style={css.h2}>Probe</Text>
          <Table
            columns={[
              { head: 'Set to', width: 20 },
              { head: 'Display would show', width: 30, mono: true },
              { head: 'Off by', width: 20, mono: true },
              { head: '', width: 30 },
            ]}
            rows={probe.fits.map((f) => [
              probeName(f.type),
              `${show(f.celsius)} ±${fixed(f.tolerance, 1)} K`,
              `${fixed(f.off, 1)} K`,
              f.type === probe.type ? 'this one' : '',
            ])}
          />
          <Text>
            {probeName(probe.type)} at{' '}
            {[5, 10, 15, 20, 25, 30, 35, 40]
              .map((c) => `${show(c)} ${fixed(ohmsAt(probe.type ?? '10k', c) / 1000, 2)} kΩ`)
              .join(', ')}
            .
          </Text>
        </View>
      ) : null}
      {start.some((s) => s.said !== null) ? (
        <View>
          <Text style={css.h2}>First start</Text>
          <Table
            columns={[
              { head: 'The device asks', width: 40 },
              { head: 'Expected', width: 30, mono: true },
              { head: 'It was', width: 30, mono: true },
            ]}
            rows={start.map((s) => [s.ask, expectedText(s, show), said(s.said, s.kind, s.options)])}
          />
        </View>
      ) : null}
      {floor.settings.card.length > 0 ? (
        <View>
          <Text style={css.h2}>Settings</Text>
          <Table
            columns={[
              { head: 'Where', width: 32, mono: true },
              { head: 'Entered', width: 20, mono: true },
              { head: 'Why', width: 48 },
            ]}
            rows={floor.settings.card.map((r) => [
              r.where,
              `${r.enter}${job.setUp.entered[r.key] ? '' : ' (not ticked)'}`,
              r.why,
            ])}
          />
        </View>
      ) : null}
      {floor.week && floor.week.leads.length > 0 && sheet?.schedule.times === 'start-at' ? (
        <Text>
          The times on the device are earlier than in the customer’s week by the warm-up; it starts at each time.
        </Text>
      ) : null}
    </View>
  );
}
