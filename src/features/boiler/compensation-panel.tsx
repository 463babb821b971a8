'use client';

/** Flow temperature by the weather. */
import { compensationCurve, FLOOR_EXPONENT, RADIATOR_EXPONENT } from '@core/boiler/compensation';
import { flowCheck } from '@core/boiler/settings';
import { displayUnit, toDisplay } from '@core/units/display';
import { fixed } from '@core/units/units';
import dynamic from 'next/dynamic';
import type { ReactNode } from 'react';
import { useBoiler, useSurvey } from './use-boiler';

const LineChart = dynamic(() => import('../../ui/line-chart'), {
  ssr: false,
  loading: () => <div className="line-chart" />,
});

/** The flow a bus-controlled boiler needs by the weather. */
export function CompensationPanel(): ReactNode {
  const { job } = useBoiler();
  const { survey } = useSurvey();
  const floor = survey.emitters === 'floor';
  const flow = flowCheck(survey);
  const temp = displayUnit('temperature', job.units);
  const curve = compensationCurve({
    roomCelsius: 20,
    designOutdoorCelsius: DESIGN_OUTDOOR_CELSIUS,
    designFlowCelsius: flow.flowCelsius,
    designDropKelvin: flow.flowCelsius - flow.returnCelsius,
    exponent: floor ? FLOOR_EXPONENT : RADIATOR_EXPONENT,
  });
  return (
    <section className="panel stack">
      <h2>Flow by the weather</h2>
      <LineChart
        title={`Flow temperature by outdoor temperature, ${fixed(flow.flowCelsius, 0)} °C at ${DESIGN_OUTDOOR_CELSIUS} °C`}
        xName={`outdoors, ${temp.unit}`}
        yName={`flow, ${temp.unit}`}
        xText={(x) => fixed(x, 0)}
        yText={(y) => fixed(y, 0)}
        lines={[
          {
            name: 'the flow that carries the load',
            tone: 'copper',
            points: curve.map((p) => ({ x: toDisplay(p.outdoorCelsius, temp), y: toDisplay(p.flowCelsius, temp) })),
          },
        ]}
      />
      <p className="soft">
        Over the bus the boiler follows this by itself where both makers provide it; the curve’s end is the flow above,
        at {fixed(toDisplay(DESIGN_OUTDOOR_CELSIUS, temp), 0)} {temp.unit} outdoors.
      </p>
    </section>
  );
}

/** A usual design temperature; the local one wins. */
const DESIGN_OUTDOOR_CELSIUS = -5;
