/** Sensors that a device listens to: what each is, where, and in which comfort profiles it counts. What they show are readings. */
import * as z from 'zod';
import { many, shortText } from './bounds';

export const SensorKind = z.enum(['built-in', 'remote', 'wired', 'floor', 'outdoor', 'duct', 'humidity']);

export const Sensor = z.strictObject({
  name: shortText.min(1),
  kind: SensorKind,
  /** What spoils it where it is. */
  spoiltBy: z.enum(['nothing', 'heat', 'sun', 'cooking', 'draught']).optional(),
  /** An outdoor temperature may come over the network. */
  over: z.enum(['wire', 'radio', 'network']).optional(),
  /** Terminals of a wired pair. */
  terminals: shortText.optional(),
  heard: z.boolean().optional(),
  battery: z.enum(['fine', 'low']).optional(),
  /** Somebody was in the room when it was read. */
  occupied: z.boolean().optional(),
  /** By profile: always, or while somebody is there. */
  counts: many(z.enum(['always', 'occupied']), 'profiles').optional(),
});

export type Sensor = z.infer<typeof Sensor>;
export type SensorKind = z.infer<typeof SensorKind>;
