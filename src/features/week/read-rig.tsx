'use client';

/** Every sensor as the rig's device shows it, taken in one press. */
import type { Reading } from '@core/job/schema';
import { type SensorView, showsMeasure } from '@core/sensors/participation';
import { count } from '@core/units/units';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { author } from '../../sync/author';
import { useJob } from '../shell/job-context';

export function ReadRig({ views, disabled }: { views: readonly SensorView[]; disabled: boolean }): ReactNode {
  const { change } = useJob();
  const [said, setSaid] = useState('');
  const take = async (): Promise<void> => {
    // Few have a rig at hand: its client comes with the press.
    const { rigAddress, rigClient } = await import('../rig/rig-client');
    try {
      const { shows = {}, display } = await rigClient(rigAddress()).state();
      const at = new Date().toISOString();
      const by = author().name || author().client;
      const readings = views.flatMap((v): [string, Reading][] => {
        const value = shows[`sensor.${v.id}`];
        if (typeof value !== 'number') return [];
        return [
          [
            nanoid(10),
            { at, by, source: 'rig', quantity: 'celsius', value, measure: showsMeasure(v.id), stop: 'week' },
          ],
        ];
      });
      if (readings.length > 0)
        change('Rig: the sensors as the device shows them', (j) => ({
          ...j,
          readings: { ...j.readings, ...Object.fromEntries(readings) },
        }));
      const silent = views.filter((v) => !readings.some(([, r]) => r.measure === showsMeasure(v.id)));
      setSaid(
        readings.length === 0
          ? display === 'lit'
            ? 'The rig’s house has none of these sensors: load this job there, at Proof.'
            : 'The rig’s display is not lit yet.'
          : `${count(readings.length, 'sensor')} read${silent.length > 0 ? `; not heard: ${silent.map((v) => v.sensor.name).join(', ')}` : ''}.`,
      );
    } catch (error) {
      setSaid(error instanceof Error ? error.message : 'The rig did not answer.');
    }
  };
  return (
    <>
      <Button disabled={disabled} onClick={() => void take()}>
        Read them from the rig
      </Button>
      <span role="status" className="soft">
        {said}
      </span>
    </>
  );
}
