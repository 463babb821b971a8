/**
 * Typical holding loads of 24 V equipment, in VA, and the transformer they hang on. Trade values:
 * contactor 8-10 (inrush 30-40; other coils about 1.5 times their holding load), gas valve 8-12, second-stage solenoid 6-9, fan relay 3-5,
 * reversing valve 6-9. Every one can be given per job in survey.equipment.loadVA.
 */
import type { TerminalRole } from '../survey/terminals.data';

export interface LoadKind {
  role: TerminalRole;
  id: string;
  name: string;
  va: number;
  /** Before the coil has pulled in. */
  inrushVA: number;
  /** What an installer sees or hears running. */
  runs: string;
}

export const LOADS: readonly LoadKind[] = [
  { role: 'heat1', id: 'heat1', name: 'gas valve', va: 10, inrushVA: 12, runs: 'burner' },
  { role: 'heat2', id: 'heat2', name: 'second-stage heat', va: 6, inrushVA: 9, runs: 'burner, high' },
  { role: 'heat3', id: 'heat3', name: 'third-stage heat', va: 6, inrushVA: 9, runs: 'third heat stage' },
  { role: 'cool1', id: 'cool1', name: 'compressor contactor', va: 9, inrushVA: 35, runs: 'compressor' },
  { role: 'cool2', id: 'cool2', name: 'second-stage solenoid', va: 7, inrushVA: 12, runs: 'compressor, high' },
  { role: 'valve-cool', id: 'valve', name: 'reversing valve', va: 7, inrushVA: 12, runs: 'reversing valve' },
  { role: 'valve-close', id: 'close', name: 'zone valve, closing', va: 6.5, inrushVA: 8, runs: 'zone valve closing' },
  { role: 'fan', id: 'fan', name: 'fan relay', va: 4, inrushVA: 8, runs: 'blower' },
];

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
/** A conductor joint that was twisted and not measured. */
export const SPLICE_OHMS = 0.05;
/** Sizes transformers are sold in. */
export const TRANSFORMER_SIZES = [20, 40, 75] as const;
/** What runs when another zone's thermostat is powered: nobody sees it start. */
export const OTHER_THERMOSTAT = 'other thermostat';
/** A changeover damper's motor, 8-12 VA. */
export const DAMPER_VA = 10;
