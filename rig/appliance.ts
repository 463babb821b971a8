import type { RigState } from '../src/core/rig/protocol';

/** An appliance whose whole interface is what can be done at it, what it shows, and what a meter reads. */
export interface Appliance {
  state: () => RigState;
  faults: () => { id: string; name: string }[];
  act: (change: Readonly<Record<string, string | number | boolean>>) => void;
  probe: (a: string, b: string, meterOhms: number, kind: 'volts' | 'ohms') => number;
  setSupply: (on: boolean) => void;
  advance: (seconds: number) => void;
  clockRate: () => number;
  setRate: (rate: number) => void;
}
