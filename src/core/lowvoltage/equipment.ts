/** The equipment side of the circuit that a system implies: transformers and loads at the board. */

import type { CircuitElement } from '../circuit/netlist';
import type { Point } from '../circuit/point';
import type { LowVoltageJob } from '../job/schema';
import { type TerminalRole, terminalInfo } from '../survey/terminals.data';
import { conductorFarads, conductorOhmsOf } from './conductors';
import { isSharedCore, readCores, roleOf } from './cores';
import type { Installed, InstalledLoad, InstalledTransformer } from './installed';
import { openVoltsOf } from './installed';
import { DAMPER_VA, DEFAULT_TRANSFORMER_VA, LOADS, type LoadKind, POWER_FACTOR, ZONE_VALVE_VA } from './loads.data';
import { plateSays } from './nameplate';
import { outdoorCable } from './outdoor';
import { isHeatPump, isWet, type LowVoltageSystem } from './system';
import { zoneCircuit } from './zones';

/** Letters at the board for each role: as seen there, else the usual ones. */
export function boardLabels(job: LowVoltageJob): Map<TerminalRole, string> {
  const labels = new Map<TerminalRole, string>();
  for (const core of readCores(job)) {
    const role = roleOf(core);
    // A shared core ends on the module's own screw, not on the board's.
    if (role && core.board && !isSharedCore(core) && !labels.has(role)) labels.set(role, core.board);
  }
  return labels;
}

const USUAL: readonly [TerminalRole, string][] = [
  ['common', 'C'],
  ['heat1', 'W'],
  ['heat2', 'W2'],
  ['heat3', 'W3'],
  ['cool1', 'Y'],
  ['cool2', 'Y2'],
  ['fan', 'G'],
  ['valve-close', 'Y'],
];

export interface EquipmentCircuit {
  transformers: InstalledTransformer[];
  loads: InstalledLoad[];
  screws: string[];
  label: (role: TerminalRole) => string;
  extra: CircuitElement[];
  points: Point[];
  /** Board screws joined there, as found and as left: Y to G where the fan runs with the compressor. */
  links: [string, string][];
}

/** Open voltage of the transformer as its tap and the mains give it; nominal where they were not noted. */
export function nominalOpenVolts(job: LowVoltageJob): number {
  const { primaryTapVolts: tap, mainsVolts: mains } = job.survey.equipment;
  return openVoltsOf() * (tap !== undefined && mains !== undefined ? mains / tap : 1);
}

/** The equipment’s own loads, relays and interlocks, as nameplate and survey have them. */
export function equipmentCircuit(job: LowVoltageJob, system: LowVoltageSystem): EquipmentCircuit {
  const openVolts = nominalOpenVolts(job);
  const seen = boardLabels(job);
  const usual = new Map(USUAL);
  const label = (role: TerminalRole): string => {
    if (role === 'valve-cool')
      return (
        seen.get('valve-cool') ?? seen.get('valve-heat') ?? seen.get('valve-either') ?? system.reversingValve ?? 'O'
      );
    if (role === 'hot') return seen.get('hot') ?? seen.get('hot-heat') ?? seen.get('hot-cool') ?? 'R';
    return seen.get(role) ?? usual.get(role) ?? role;
  };
  const va = job.survey.equipment.transformerVA ?? plateSays(job).transformerVA ?? DEFAULT_TRANSFORMER_VA;
  const supply = Object.keys(job.supplies)[0] ?? 'supply';
  const transformers: InstalledTransformer[] = [];
  const two = system.transformers === 2 && seen.has('hot-cool') && seen.has('hot-heat');
  // The common that reaches the wall belongs to one of the two; the other's stays at its own equipment.
  const commonOfHeat = two && system.commonOf === 'heat';
  const heatCommon = two && !commonOfHeat ? 'C-heat' : label('common');
  const coolCommon = commonOfHeat ? 'C-cool' : label('common');
  if (two) {
    transformers.push({
      id: 'T-cool',
      hot: label('hot-cool'),
      common: coolCommon,
      va,
      openVolts,
      supply,
      degrees: 0,
    });
    transformers.push({ id: 'T-heat', hot: label('hot-heat'), common: heatCommon, va, openVolts, supply, degrees: 0 });
  } else {
    transformers.push({ id: 'T', hot: label('hot'), common: label('common'), va, openVolts, supply, degrees: 0 });
  }
  const wanted = (role: TerminalRole): boolean => {
    if (role === 'fan')
      return system.coolStages > 0 || system.fanCall || ['thermostat', 'missing'].includes(system.air.heating);
    if (role === 'valve-cool') return isHeatPump(system);
    if (role === 'valve-close') return system.closesValve;
    if (isHeatPump(system) && role.startsWith('heat')) return system.auxRoles.includes(role);
    const heat = ['heat1', 'heat2', 'heat3'].indexOf(role);
    if (heat >= 0) return heat < system.heatStages;
    const cool = ['cool1', 'cool2'].indexOf(role);
    return cool >= 0 && cool < system.coolStages;
  };
  const electric = system.fuel === 'electric';
  const valve = system.closesValve || system.plant === 'zone-valve';
  const heatsBy = (id: string, usual: { name: string; runs: string }): { name: string; runs: string } => {
    if (!id.startsWith('heat')) return usual;
    if (id === 'heat1' && valve) return { name: 'zone valve motor', runs: 'zone valve' };
    if (id === 'heat1' && system.plant === 'hydronic-air-handler') return { name: 'pump relay', runs: 'pump' };
    if (id === 'heat1' && isWet(system)) return { name: 'boiler relay', runs: 'boiler' };
    const stage = id === 'heat1' ? '' : id === 'heat2' ? ', second stage' : ', third stage';
    if (electric) return { name: `heater relay${stage}`, runs: `heater${stage}` };
    if (id === 'heat1' && system.fuel === 'oil') return { name: 'burner relay', runs: 'burner' };
    return usual;
  };
  const loads = LOADS.filter((l) => wanted(l.role)).map((l) => ({
    id: l.id,
    ...heatsBy(l.id, { name: l.name, runs: l.runs }),
    terminal: label(l.role),
    common: l.role.startsWith('heat') ? heatCommon : coolCommon,
    va: job.survey.equipment.loadVA?.[l.id] ?? (l.id === 'heat1' && valve ? ZONE_VALVE_VA : l.va),
    powerFactor: powerFactorOf(l, system),
    inrushVA:
      job.survey.equipment.inrushVA?.[l.id] ??
      // A valve's motor takes no more to start than to run.
      Math.max(l.id === 'heat1' && valve ? ZONE_VALVE_VA : l.inrushVA, job.survey.equipment.loadVA?.[l.id] ?? 0),
  }));
  loads.push(...secondValveLoads(job, system, seen, coolCommon));
  const outdoor = outdoorCable(job, loads);
  const zones = zoneCircuit(job, system, { hot: label('hot'), common: label('common'), heat: label('heat1') });
  const screws = new Set<string>([
    ...transformers.flatMap((t) => [t.hot, t.common]),
    label('common'),
    ...loads.map((l) => l.terminal),
    ...(job.survey.equipment.boardScrews ?? []),
  ]);
  for (const core of readCores(job)) if (core.board) screws.add(core.board);
  const links: [string, string][] = system.air.cooling === 'link' ? [[label('cool1'), label('fan')]] : [];
  return {
    transformers,
    loads: outdoor.loads,
    screws: [...screws],
    label,
    extra: [...outdoor.elements, ...zones.elements],
    points: [...outdoor.points, ...zones.points],
    links,
  };
}

/** What stands on a heating terminal is another coil for every kind of equipment. */
function powerFactorOf({ role, powerFactor }: LoadKind, system: LowVoltageSystem): number {
  if (!role.startsWith('heat')) return powerFactor;
  if (role === 'heat1' && (system.closesValve || system.plant === 'zone-valve')) return POWER_FACTOR.motor;
  const relay = system.fuel === 'electric' || system.fuel === 'oil' || isWet(system);
  return relay ? POWER_FACTOR.relay : powerFactor;
}

/** Mains frequency where the job is. */
export const hertzOf = (job: LowVoltageJob): 50 | 60 =>
  job.survey.region === 'EU' || job.survey.region === 'UK' ? 50 : 60;

/**
 * A coil on B beside one on O: changeover dampers, or a valve driven either way. Where O is landed too, B
 * would otherwise be a bare screw in the model, and a reading through its coil would pass for a common.
 */
function secondValveLoads(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  seen: ReadonlyMap<TerminalRole, string>,
  common: string,
): InstalledLoad[] {
  const load = (id: string, name: string, terminal: string, runs: string): InstalledLoad => ({
    id,
    name,
    terminal,
    common,
    va: job.survey.equipment.damperVA ?? DAMPER_VA,
    inrushVA: job.survey.equipment.damperVA ?? DAMPER_VA,
    powerFactor: POWER_FACTOR.motor,
    runs,
  });
  const onO = seen.get('valve-cool') ?? seen.get('valve-either');
  const onB = seen.get('valve-heat');
  if (system.dampers)
    return [
      ...(onO ? [load('damper-o', 'cooling damper', onO, 'cooling damper')] : []),
      ...(onB ? [load('damper-b', 'heating damper', onB, 'heating damper')] : []),
    ];
  return isHeatPump(system) && onO && onB ? [load('valve-b', 'valve or damper on B', onB, 'valve on B')] : [];
}

const roleFeed = (role: TerminalRole | undefined): 'heat' | 'cool' => (role?.startsWith('heat') ? 'heat' : 'cool');

/** Thermostat contacts between the R terminals present and each call terminal. */
export function contactsFor(
  terminals: readonly { label: string; role: TerminalRole | undefined }[],
): Installed['contacts'] {
  const hot = (feed: 'heat' | 'cool'): string | undefined =>
    terminals.find((t) => t.role === (feed === 'heat' ? 'hot-heat' : 'hot-cool'))?.label ??
    terminals.find((t) => t.role === 'hot')?.label ??
    terminals.find((t) => t.role === 'hot-cool' || t.role === 'hot-heat')?.label;
  const callRoles: TerminalRole[] = [
    'heat1',
    'heat2',
    'heat3',
    'cool1',
    'cool2',
    'fan',
    'valve-cool',
    'valve-heat',
    'valve-either',
    'emergency',
    'valve-close',
  ];
  return terminals.flatMap((t) => {
    const from = t.role && callRoles.includes(t.role) ? hot(roleFeed(t.role)) : undefined;
    return from ? [{ from, to: t.label, role: t.role }] : [];
  });
}

/** The wiring as it was found, with the old thermostat. */
export function installedAsFound(job: LowVoltageJob, system: LowVoltageSystem): Installed {
  const equipment = equipmentCircuit(job, system);
  const cores = readCores(job);
  const wallScrews = [...new Set(cores.flatMap((c) => (c.wall ? [c.wall] : [])))];
  const terminals = wallScrews.map((label) => ({
    label,
    // The letter on the plate, unless what it does has been settled otherwise.
    role: ['B', 'X', 'Y'].includes(label) ? cores.find((c) => c.wall === label)?.role : terminalInfo(label)?.role,
  }));
  return {
    conductors: cores.map((c) => ({
      id: c.id,
      colour: c.colour,
      wall: c.wall,
      board: c.board,
      ohms: conductorOhmsOf(job, c.id),
      farads: conductorFarads(job),
      ...(c.cut ? { open: 'middle' as const } : {}),
    })),
    wallScrews,
    boardScrews: equipment.screws,
    wallLinks: Object.values(job.survey.jumpers)
      .filter((j) => j.place === 'wall' && wallScrews.includes(j.a) && wallScrews.includes(j.b))
      .map((j) => [j.a, j.b]),
    boardLinks: [
      ...equipment.links,
      ...Object.values(job.survey.jumpers)
        .filter((j) => j.place === 'board')
        .map((j): [string, string] => [j.a, j.b]),
    ],
    contacts: contactsFor(terminals),
    device: null,
    transformers: equipment.transformers,
    loads: equipment.loads,
    extra: equipment.extra,
    points: equipment.points,
    hertz: hertzOf(job),
    ...(isHeatPump(system) ? { valveMarking: system.reversingValve ?? 'O' } : {}),
  };
}
