/**
 * Typical holding loads of 24 V equipment, in VA, and the transformer they hang on. Trade values:
 * contactor 8-10 (inrush 30-40; other coils about 1.5 times their holding load), gas valve 8-12, second-stage solenoid 6-9, fan relay 3-5,
 * reversing valve 6-9. Every one can be given per job in survey.equipment.loadVA. Power factors are of coils that have
 * pulled in, usual values: contactor 0.3-0.5, relay 0.5-0.7, gas valve 0.6-0.9, reversing valve 0.4-0.6, a valve's or
 * damper's motor 0.7-0.9.
 */
import type { TerminalRole } from '../survey/terminals.data';

export interface LoadKind {
  role: TerminalRole;
  id: string;
  name: string;
  va: number;
  powerFactor: number;
  /** Before the coil has pulled in. */
  inrushVA: number;
  /** What an installer sees or hears running. */
  runs: string;
}

/** Middle of the usual range, by kind of coil. */
export const POWER_FACTOR = { contactor: 0.4, relay: 0.6, gasValve: 0.75, solenoid: 0.5, motor: 0.8 } as const;

export const LOADS: readonly LoadKind[] = [
  {
    role: 'heat1',
    id: 'heat1',
    name: 'gas valve',
    va: 10,
    powerFactor: POWER_FACTOR.gasValve,
    inrushVA: 12,
    runs: 'burner',
  },
  {
    role: 'heat2',
    id: 'heat2',
    name: 'second-stage heat',
    va: 6,
    powerFactor: POWER_FACTOR.gasValve,
    inrushVA: 9,
    runs: 'burner, high',
  },
  {
    role: 'heat3',
    id: 'heat3',
    name: 'third-stage heat',
    va: 6,
    powerFactor: POWER_FACTOR.gasValve,
    inrushVA: 9,
    runs: 'third heat stage',
  },
  {
    role: 'cool1',
    id: 'cool1',
    name: 'compressor contactor',
    va: 9,
    powerFactor: POWER_FACTOR.contactor,
    inrushVA: 35,
    runs: 'compressor',
  },
  {
    role: 'cool2',
    id: 'cool2',
    name: 'second-stage solenoid',
    va: 7,
    powerFactor: POWER_FACTOR.solenoid,
    inrushVA: 12,
    runs: 'compressor, high',
  },
  {
    role: 'valve-cool',
    id: 'valve',
    name: 'reversing valve',
    va: 7,
    powerFactor: POWER_FACTOR.solenoid,
    inrushVA: 12,
    runs: 'reversing valve',
  },
  {
    role: 'valve-close',
    id: 'close',
    name: 'zone valve, closing',
    va: 6.5,
    powerFactor: POWER_FACTOR.motor,
    inrushVA: 8,
    runs: 'zone valve closing',
  },
  { role: 'fan', id: 'fan', name: 'fan relay', va: 4, powerFactor: POWER_FACTOR.relay, inrushVA: 8, runs: 'blower' },
];

/** Leakage reactance of a small transformer's winding, of its resistance: 0.2 to 0.6. */
export const WINDING_REACTANCE = 0.4;
/**
 * Between one core of a thermostat cable and the rest of its sheath, F/m: two cores side by side then have half of it,
 * 80 to 150 pF/m being usual.
 */
export const CORE_FARADS_PER_METRE = 200e-12;
/** Secondary voltage at rated load, and how far it rises when idle (regulation, 8-12 %). */
export const SECONDARY_VOLTS = 24;
export const REGULATION = 0.1;
export const DEFAULT_TRANSFORMER_VA = 40;
export const BOARD_FUSE_AMPS = 5;
export const FUSE_OHMS = 0.03;
/** Cable assumed where none was noted: 18 gauge, 15 m. */
export const DEFAULT_GAUGE = 'AWG 18';
export const DEFAULT_METRES = 15;

/** Motor of a zone valve (6-7 VA), and the relay its end switch calls. */
export const ZONE_VALVE_VA = 6.5;
export const END_SWITCH_RELAY_VA = 4;
/** Another thermostat on the same transformer: display and radio, 1-5 VA. */
export const ZONE_DEVICE_VA = 3;
/** A humidifier's solenoid 8-12 VA; a dehumidifier's or ventilator's input relay is lighter. */
export const ACCESSORY_VA: Record<'humidifier' | 'dehumidifier' | 'ventilator', number> = {
  humidifier: 10,
  dehumidifier: 4,
  ventilator: 6,
};
/** A humidifier's valve is a solenoid, the others' inputs are relays. */
export const ACCESSORY_POWER_FACTOR: Record<keyof typeof ACCESSORY_VA, number> = {
  humidifier: POWER_FACTOR.solenoid,
  dehumidifier: POWER_FACTOR.relay,
  ventilator: POWER_FACTOR.relay,
};
/** A conductor joint that was twisted and not measured. */
export const SPLICE_OHMS = 0.05;
/** Sizes transformers are sold in. */
export const TRANSFORMER_SIZES = [20, 40, 75] as const;
/** What runs when another zone's thermostat is powered: nobody sees it start. */
export const OTHER_THERMOSTAT = 'other thermostat';
/** A changeover damper's motor, 8-12 VA. */
export const DAMPER_VA = 10;
