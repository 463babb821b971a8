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
  'sensor.profile-without': entry<{ profile: string; lost: string }>(
    'caution',
    'week',
    'A profile without a sensor.',
    (f) => ({
      message: `No sensor counts in “${f.profile}”: ${f.lost}.`,
      fix: 'Choose one for it, or say that the device’s own is meant.',
    }),
  ),
  'sensor.spoilt': entry<{ name: string; by: string }>(
    'caution',
    'week',
    'A sensor that counts is spoilt by where it is.',
    (f) => ({
      message: `${f.name} is ${f.by}. It skews every average it is part of.`,
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
  'sensor.no-terminals': entry<{ device: string }>(
    'blocker',
    'decide',
    'A wired sensor, and a device without terminals for one.',
    (f) => ({
      message: `${f.device} has no pair of terminals for a wired sensor.`,
      fix: 'A sensor by radio, or a device with a sensor pair; its leads are capped and kept.',
    }),
  ),
  'sensor.half-pair': entry<{ points: readonly string[] }>(
    'blocker',
    'survey',
    'One lead of a sensor’s pair, or one cut short.',
    (f) => ({
      message: `Of the sensor’s two leads only ${listed(f.points)} can be used: alone it reads as open.`,
      fix: 'Find the other lead at both ends; they are landed together or not at all.',
    }),
  ),
  'sensor.pair-of-many': entry<{ points: readonly string[] }>(
    'caution',
    'survey',
    'More than two leads with a sensor’s letter.',
    (f) => ({
      message: `${listed(f.points)} all carry a sensor’s letter: a pair has two.`,
      fix: 'Ohms between each two of them, off the device: the sensor is between the two that read it.',
    }),
  ),
  'sensor.beside-control': entry<{ points: readonly string[] }>(
    'caution',
    'survey',
    'A sensor’s lead runs with the 24 V cores.',
    (f) => ({
      message: `${listed(f.points)} of the sensor’s pair ${f.points.length === 1 ? 'runs' : 'run'} with the 24 V cores: their hum is read as degrees.`,
      fix: 'A cable of its own, shielded where it must run beside them; keep its leads off the board.',
    }),
  ),
  'sensor.stuck': entry<{ name: string; celsius: number; minutes: number }>(
    'blocker',
    'week',
    'A sensor shows the same while what is beside it moved.',
    (f) => ({
      message: `${f.name} has shown ${fixed(f.celsius, 1)} °C for ${fixed(f.minutes, 0)} min while the rooms moved.`,
      fix: 'Fresh battery or power, then warm it in the hand; one that still does not follow is changed.',
    }),
  ),
} as const;
