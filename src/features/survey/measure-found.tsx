'use client';

import { METER_HIGH_OHMS, METER_LOW_OHMS } from '@core/circuit/netlist';
import type { Quantity } from '@core/job/schema';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { ReadingEntry } from '../../ui/reading-entry';
import { useJob } from '../shell/job-context';
import { ReadingsLog } from '../shell/readings-log';

const STATES = [
  { value: 'idle', label: 'nothing calling' },
  { value: 'heat1', label: 'heat' },
  { value: 'cool1', label: 'cooling' },
  { value: 'fan', label: 'fan' },
  { value: 'off', label: 'supply off' },
] as const;
const QUANTITIES = [
  { value: 'volts-ac', label: 'V AC' },
  { value: 'volts-dc', label: 'V DC' },
  { value: 'ohms', label: 'Ω' },
] as const;

/** What a meter says on the old installation: any two screws, in any state the old thermostat can make. */
export function MeasureFound({ pair }: { pair: readonly string[] }): ReactNode {
  const { job, read, sealed } = useJob();
  const [state, setState] = useState<(typeof STATES)[number]['value']>('idle');
  const [quantity, setQuantity] = useState<(typeof QUANTITIES)[number]['value']>('volts-ac');
  const [low, setLow] = useState(false);
  const [a, b] = pair;
  const name = (point: string): string => {
    const [place, screw] = point.split('.');
    return `${screw ?? ''} (${place ?? ''})`;
  };
  return (
    <section className="panel stack">
      <h2>{a && b ? `${name(a)} to ${name(b)}` : 'Touch two screws above'}</h2>
      <Choice label="The old thermostat calls" value={state} options={STATES} onChoose={setState} />
      <div className="row">
        <Choice label="Reads" value={quantity} options={QUANTITIES} onChoose={setQuantity} />
        <Choice
          label="Meter"
          value={low ? 'low' : 'high'}
          options={[
            { value: 'high', label: '10 MΩ' },
            { value: 'low', label: '3 kΩ' },
          ]}
          onChoose={(v) => setLow(v === 'low')}
        />
      </div>
      <ReadingEntry
        label="Meter says"
        quantity={quantity as Quantity}
        units={job.units}
        disabled={sealed || !a || !b}
        onRead={(value) => {
          if (a && b)
            read(`Found ${value}, ${a} to ${b}`, {
              quantity,
              value,
              a,
              b,
              state,
              stop: 'survey',
              meterOhms: low ? METER_LOW_OHMS : METER_HIGH_OHMS,
            });
        }}
      />
      <ReadingsLog stop="survey" />
    </section>
  );
}
