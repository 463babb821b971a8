'use client';

import { humidityTable } from '@core/lowvoltage/accessories/humidity';
import { glazingOf } from '@core/lowvoltage/accessories/plan';
import { displayUnit, toDisplay } from '@core/units/display';
import { fixed } from '@core/units/units';
import dynamic from 'next/dynamic';
import type { ReactNode } from 'react';
import { useLowVoltage } from '../shell/family-job';

const LineChart = dynamic(() => import('../../ui/line-chart'), {
  ssr: false,
  loading: () => <div className="line-chart" />,
});

/** How humid the house may be before its windows run, by outdoor temperature. */
export function HumidityPanel(): ReactNode {
  const { job, derived } = useLowVoltage();
  const humidifier = derived.wiring?.accessories.find((a) => a.accessory.kind === 'humidifier');
  if (!humidifier) return null;
  const { glazingU, indoorCelsius, assumed } = glazingOf(job);
  const temp = displayUnit('temperature', job.units);
  const table = humidityTable(indoorCelsius, glazingU);
  const x = (t: number): number => toDisplay(t, temp);
  return (
    <section className="panel stack">
      <h2>How humid before the windows run</h2>
      <LineChart
        title={`Highest indoor humidity that leaves glass of U ${fixed(glazingU, 1)} dry, by outdoor temperature`}
        xName={`outdoors, ${temp.unit}`}
        yName="humidity, %"
        yFrom={0}
        xText={(v) => fixed(v, 0)}
        yText={(v) => fixed(v, 0)}
        lines={[
          {
            name: 'the glass stays dry below',
            tone: 'sea',
            points: table.map((r) => ({ x: x(r.outdoorCelsius), y: 100 * r.limit })),
          },
          {
            name: 'target',
            tone: 'copper',
            dashed: true,
            points: table.map((r) => ({ x: x(r.outdoorCelsius), y: humidifier.target ?? 0 })),
          },
        ]}
      />
      <p className="soft">
        Glazing U {fixed(glazingU, 1)} W/m²K{assumed ? ', assumed until noted in Survey' : ''}; room{' '}
        {fixed(x(indoorCelsius), 0)} {temp.unit}. Colder than the crossing, turn the target down.
      </p>
    </section>
  );
}
