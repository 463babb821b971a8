'use client';

/** What a meter says anywhere between supply and heaters: touched on the drawing, chosen or typed. */
import { HEATER_STATES, heaterExpects, heaterPoints } from '@core/heater/circuit';
import { heaterExpectedWords, parseHeaterReadings } from '@core/heater/readings';
import type { PointReading } from '@core/job/point-lines';
import { pointWords } from '@core/job/points';
import type { StopId } from '@core/run';
import { type ReactNode, useState } from 'react';
import { MeasureAny } from '../shell/measure-any';
import { touched } from '../shell/touched';
import { HeaterDrawing } from './drawing';
import { useHeater } from './use-heater';

const STATES = HEATER_STATES.map((s) => ({ value: s.id, label: s.name }));

export function HeaterMeasure({ stop }: { stop: StopId }): ReactNode {
  const { heater, job, sealed } = useHeater();
  const { sheet, wall, circuit } = heater;
  const [pair, setPair] = useState<string[]>([]);
  const said = (id: string | undefined): string => STATES.find((s) => s.value === id)?.label ?? '';
  return (
    <>
      <section className="panel">
        <HeaterDrawing picked={pair} onPoint={sealed ? undefined : (p) => setPair((was) => touched(was, p))} />
      </section>
      {wall.cables.length > 0 ? (
        <MeasureAny<{ reading: PointReading }>
          stop={stop}
          pair={pair}
          touch="a core"
          points={heaterPoints({ survey: job.survey, sheet, wall }).map((value) => ({
            value,
            label: pointWords(job, value),
          }))}
          states={STATES}
          quantities={[
            { value: 'volts-ac', label: 'V AC' },
            { value: 'ohms', label: 'Ω' },
          ]}
          expects={(a, b, quantity, state) => {
            const at = HEATER_STATES.find((s) => s.id === state)?.id;
            if (!circuit || !at || (quantity !== 'volts-ac' && quantity !== 'ohms')) return null;
            const e = heaterExpects(circuit, a, b, quantity, at);
            return e ? heaterExpectedWords(quantity, e) : null;
          }}
          parse={(line) => parseHeaterReadings(line, job.survey, sheet, wall)}
          says={({ reading: r }) => `${pointWords(job, r.a)} to ${pointWords(job, r.b)} ${r.value}, ${said(r.state)}`}
          example={
            <>
              Type <span className="mono">supply 238</span>, <span className="mono">load 38.4 ohm off</span>,{' '}
              <span className="mono">heater 1 240 heating</span>
            </>
          }
          onTaken={() => setPair([])}
        />
      ) : null}
    </>
  );
}
