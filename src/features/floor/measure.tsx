'use client';

/** What a meter says anywhere on the floor: touched on the drawn circuit, chosen or typed, held against its wiring. */
import { FLOOR_STATES, floorExpects, floorPoints } from '@core/floor/circuit';
import { expectedWords, type FloorReading, parseFloorReadings } from '@core/floor/found-readings';
import { pointWords } from '@core/job/points';
import type { StopId } from '@core/run';
import { type ReactNode, useState } from 'react';
import { MeasureAny } from '../shell/measure-any';
import { touched } from '../shell/touched';
import { FloorCircuit } from './circuit';
import { useFloor } from './use-floor';

const STATES = FLOOR_STATES.map((s) => ({ value: s.id, label: s.name }));

export function FloorMeasure({ stop }: { stop: StopId }): ReactNode {
  const { floor, survey, job, sealed } = useFloor();
  const { sheet, load, contactor } = floor;
  const [pair, setPair] = useState<string[]>([]);
  if (!load) return null;
  const said = (id: string | undefined): string => STATES.find((s) => s.value === id)?.label ?? '';
  return (
    <>
      {sheet ? (
        <section className="panel stack">
          <FloorCircuit picked={pair} onPoint={sealed ? undefined : (p) => setPair((was) => touched(was, p))} />
        </section>
      ) : null}
      <MeasureAny<{ reading: FloorReading }>
        stop={stop}
        pair={pair}
        touch="a point"
        points={floorPoints(survey, sheet)}
        states={STATES}
        quantities={[
          { value: 'volts-ac', label: 'V AC' },
          { value: 'ohms', label: 'Ω' },
        ]}
        expects={(a, b, quantity, state) => {
          const at = FLOOR_STATES.find((s) => s.id === state)?.id;
          if (!at || (quantity !== 'volts-ac' && quantity !== 'ohms')) return null;
          const e = floorExpects({ survey, sheet, load, contactor }, a, b, quantity, at);
          return e ? expectedWords(quantity, e) : null;
        }}
        parse={(line) => parseFloorReadings(line, survey, sheet)}
        says={({ reading: r }) => `${pointWords(job, r.a)} to ${pointWords(job, r.b)} ${r.value}, ${said(r.state)}`}
        example={
          <>
            Type <span className="mono">l n 238</span>, <span className="mono">mat 1 128 ohm apart</span>,{' '}
            <span className="mono">probe 12.4k</span>
          </>
        }
        onTaken={() => setPair([])}
      />
    </>
  );
}
