/**
 * What a 24 V thermostat calls, as it is set and as warm as it is: written apart from what the product plans, so that a
 * setting entered wrongly does here what it does on a wall.
 */
import type { TerminalRole } from '../src/core/survey/terminals.data';

export interface Thermostat {
  mode: 'off' | 'heat' | 'cool';
  fan: 'auto' | 'on';
  heatCelsius: number;
  coolCelsius: number;
  heatBy: 'compressor' | 'auxiliary';
  /** Kinds of accessory asked to run. */
  accessories: string[];
}

export interface Accessory {
  kind: string;
  /** What it does, as its settings are named: humidify. */
  verb: string;
  terminal: string;
  reversed: boolean;
  needsFan: boolean;
}

/** What the device knows at a moment. */
export interface Moment {
  thermostat: Thermostat;
  /** By canonical setting, as entered; what it does not ask is not here. */
  settings: Readonly<Record<string, string>>;
  accessories: readonly Accessory[];
  roomCelsius: number;
  /** The compressor still rests. */
  resting: boolean;
  /** Called until now. */
  was: (role: TerminalRole) => boolean;
  /** How the equipment's valve is marked; null where there is no heat pump. */
  marking: 'O' | 'B' | null;
  /** The valve's setting is entered the wrong way round. */
  valveReversed: boolean;
  dual: boolean;
  /** Its Y closes a valve when heat is not called. */
  closesValve: boolean;
}

const AUX: readonly TerminalRole[] = ['heat1', 'heat2', 'heat3'];

/** Stages the device was set up for; as many as it has where it asks nothing. */
function stages({ settings }: Moment, key: 'stages.heat' | 'stages.cool' | 'stages.aux'): number {
  const set = Number(settings[key]);
  return Number.isFinite(set) ? set : 3;
}

/** Heat pump: the roles called with the compressor, valve by its marking and by how the device is set. */
function valveRoles({ marking, settings, valveReversed }: Moment, cooling: boolean): TerminalRole[] {
  if (!marking) return [];
  const driven = ((settings['valve.active'] ?? marking) === 'O') === cooling;
  return driven !== valveReversed ? ['valve-cool', 'valve-heat', 'valve-either'] : [];
}

/** A device that is set as something else knows no valve and no auxiliary heat. */
function actsAsPump({ settings, marking }: Moment): boolean {
  const kind = settings['equipment.kind'];
  return kind === undefined ? marking !== null : kind === 'heat-pump' || kind === 'dual-fuel';
}

/** Compressor stages by how far the room is off, auxiliary heat beyond; dual fuel gives the furnace the field. */
function pumpHeating(m: Moment, gap: number): TerminalRole[] {
  const { was, thermostat, settings } = m;
  const kind = settings['equipment.kind'];
  const dual = kind === undefined ? m.dual : kind === 'dual-fuel';
  // A device that was told of no auxiliary heat has no emergency heat to be asked for.
  const emergency = thermostat.heatBy === 'auxiliary' && stages(m, 'stages.aux') > 0;
  if (!(gap > 0.5 || ((was('cool1') || was('heat1')) && gap > -0.3))) return thermostat.fan === 'on' ? ['fan'] : [];
  const most = Math.min(stages(m, 'stages.aux'), gap > 3 || !dual ? 3 : 1);
  if (emergency) return dual ? AUX.slice(0, most) : [...AUX.slice(0, most), 'emergency', 'fan'];
  // One that was told of no compressor heats with nothing else.
  if (stages(m, 'stages.cool') === 0 || (m.resting && !was('cool1'))) return [];
  const roles: TerminalRole[] = ['cool1', 'fan', ...valveRoles(m, false)];
  if (stages(m, 'stages.cool') > 1 && (gap > 2 || (was('cool2') && gap > 1))) roles.push('cool2');
  if (!dual && stages(m, 'stages.aux') > 0 && gap > 4) roles.push('heat1');
  if (!dual && stages(m, 'stages.aux') > 1 && gap > 6) roles.push('heat2');
  return roles;
}

function furnaceHeating(m: Moment, gap: number): TerminalRole[] {
  const { was } = m;
  const most = stages(m, 'stages.heat');
  if (most === 0 || !(gap > 0.5 || (was('heat1') && gap > -0.3))) return [];
  return [
    'heat1',
    ...(most > 1 && (gap > 2 || (was('heat2') && gap > 1)) ? (['heat2'] as const) : []),
    ...(most > 2 && gap > 3 ? (['heat3'] as const) : []),
    ...(m.settings['fan.heating'] === 'thermostat' ? (['fan'] as const) : []),
  ];
}

function cooling(m: Moment, gap: number): TerminalRole[] {
  const { was } = m;
  const wants = stages(m, 'stages.cool') > 0 && (gap > 0.5 || (was('cool1') && gap > -0.3));
  if (!wants || (m.resting && !was('cool1'))) return [];
  return [
    'cool1',
    'fan',
    ...(actsAsPump(m) ? valveRoles(m, true) : []),
    ...(stages(m, 'stages.cool') > 1 && (gap > 2 || (was('cool2') && gap > 1)) ? (['cool2'] as const) : []),
  ];
}

/** The roles it calls. */
export function wantedRoles(m: Moment): TerminalRole[] {
  const { mode, fan, heatCelsius, coolCelsius, accessories: asked } = m.thermostat;
  const kind = m.settings['equipment.kind'];
  const heats = mode === 'heat' && kind !== 'cool-only';
  if (heats && actsAsPump(m)) return pumpHeating(m, heatCelsius - m.roomCelsius);
  const roles = heats
    ? furnaceHeating(m, heatCelsius - m.roomCelsius)
    : mode === 'cool' && kind !== 'heat-only'
      ? cooling(m, m.roomCelsius - coolCelsius)
      : [];
  const wantsAir = m.accessories.some(
    (a) => (m.settings[`${a.verb}.fan`] ?? (a.needsFan ? 'on' : 'off')) === 'on' && asked.includes(a.kind),
  );
  return [
    ...roles,
    ...((fan === 'on' || wantsAir) && !roles.includes('fan') ? (['fan'] as const) : []),
    ...(m.closesValve && !roles.includes('heat1') ? (['valve-close'] as const) : []),
  ];
}

/** Outputs of accessories that are on: those asked for, and reversed ones that are not. */
export const accessoryOutputs = ({ accessories, settings, thermostat }: Moment): string[] =>
  accessories
    .filter((a) => {
      const reversed = (settings[`${a.verb}.output`] ?? (a.reversed ? 'reversed' : 'normal')) === 'reversed';
      return thermostat.accessories.includes(a.kind) !== reversed;
    })
    .map((a) => a.terminal);
