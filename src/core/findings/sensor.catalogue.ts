/** Findings of sensors and of who counts in which profile. */
import { fixed, listed } from '../units/units';
import { entry } from './entry';

const apart = (kelvin: number): string => `${fixed(Math.abs(kelvin), 1)} K ${kelvin > 0 ? 'above' : 'below'}`;

export const SENSOR_FINDINGS = {
  'sensor.not-air': entry<{ name: string; points: readonly string[] }>(
    'blocker',
    'week',
    'A sensor that is not of a room counts in a room’s average.',
    (f) => ({
      message: `${f.name} does not measure a room’s air, and counts in ${listed(f.points)}.`,
      fix: 'Take it out of the average: it limits or informs, it does not steer a room.',
    }),
  ),
  'sensor.profile-without': entry<{ profile: string }>('caution', 'week', 'A profile without a sensor.', (f) => ({
    message: `No sensor counts in “${f.profile}”: the device falls back to its own.`,
    fix: 'Choose one for it, or say that the device’s own is meant.',
  })),
  'sensor.spoilt': entry<{ name: string; by: string }>(
    'caution',
    'week',
    'A sensor that counts is spoilt by where it is.',
    (f) => ({
      message: `${f.name} is ${f.by}, and drags whatever it counts in.`,
      fix: 'Move it to an inside wall at about 1.5 m, or take it out of the average.',
    }),
  ),
  'sensor.silent': entry<{ name: string }>('caution', 'week', 'A sensor never heard from.', (f) => ({
    message: `The device has never heard from ${f.name}.`,
    fix: 'Nearer, fresh batteries, pair it again; a wired one: both leads at both ends.',
  })),
  'sensor.battery': entry<{ name: string }>('note', 'week', 'A sensor’s battery is low.', (f) => ({
    message: `The battery of ${f.name} is low.`,
    fix: 'Change it today; a room that falls silent falls out of its average.',
  })),
  'sensor.broken-lead': entry<{ name: string; how: string }>(
    'blocker',
    'week',
    'A sensor shows what only a broken or shorted lead gives.',
    (f) => ({
      message: `${f.name} shows what ${f.how} lead gives.`,
      fix: 'Ohms of the sensor with both leads off the device; then the cable between.',
    }),
  ),
  'sensor.far': entry<{ name: string; kelvin: number }>(
    'caution',
    'week',
    'A sensor is far from its neighbours.',
    (f) => ({
      message: `${f.name} shows ${apart(f.kelvin)} its neighbours.`,
      fix: 'A reference thermometer beside it, after 15 min: is it the sensor or the room?',
    }),
  ),
  'sensor.offset': entry<{ name: string; kelvin: number }>(
    'note',
    'week',
    'A sensor is off from the reference beside it.',
    (f) => ({
      message: `${f.name} shows ${apart(f.kelvin)} the reference beside it.`,
      fix: `Enter an offset of ${fixed(-f.kelvin, 1)} K where the device has one; the average here is corrected by it.`,
    }),
  ),
} as const;
