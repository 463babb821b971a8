/** What a test run needs of a rig, however it is reached. */
import type { MeasurePlan, TestResult } from '../proof/proof-run';
import type { RigState, SetFloor } from './protocol';

export interface RigClient {
  state: () => Promise<RigState>;
  faults: () => Promise<{ id: string; name: string }[]>;
  load: (job: unknown, faults: readonly string[], outdoorCelsius: number) => Promise<RigState>;
  thermostat: (change: object) => Promise<RigState>;
  advance: (seconds: number) => Promise<RigState>;
  probe: (a: string, b: string, meterOhms: number) => Promise<number>;
  /** Resistance between two points, with the supply off. */
  ohms: (a: string, b: string) => Promise<number>;
  code: () => Promise<{ code: string; expiresAt: string }>;
  /** Boiler plants: a demand on the receiver; pairing of the head. */
  demand: (demand: object) => Promise<RigState>;
  /** Heated floors: what is set, tested or taken out at the thermostat; the supply on or off. */
  floor: (change: SetFloor) => Promise<RigState>;
  supply: (on: boolean) => Promise<RigState>;
  /** Appliances of other families: what is done at them, by name. */
  act: (change: Readonly<Record<string, string | number | boolean>>) => Promise<RigState>;
  pair: () => Promise<{ ok: boolean; reason?: string }>;
  register: (code: string) => Promise<{ ok: boolean; reason?: string }>;
}

/** One reading that a machine took. */
export interface Taken {
  measure: MeasurePlan;
  value: number;
  /** What was seen, where a yes or no says too little. */
  words?: string;
}

/** Takes every reading of one test. Throws RigFailure when the rig does not answer. */
export type TestRunner = (rig: RigClient, test: TestResult) => Promise<Taken[]>;
