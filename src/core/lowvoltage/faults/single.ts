/** Every single fault of a 24 V circuit, generated from the circuit itself. */
import type { Installed } from '../installed';
import { coreFaults, touchFaults } from './cores';
import { deviceFaults } from './device';
import type { Fault } from './fault';
import { loadFaults } from './loads';
import { partFaults } from './parts';
import { SUPPLY_OFF, supplyFaults } from './supplies';
import { tieFaults } from './ties';

/** In a fixed order: a drill of a number is drawn from it. */
export const singleFaults = (installed: Installed): Fault[] => [
  ...coreFaults(installed),
  ...supplyFaults(installed),
  ...touchFaults(installed),
  SUPPLY_OFF,
  ...deviceFaults(installed),
  ...partFaults(installed),
  ...loadFaults(installed),
  ...tieFaults(installed),
];
