/** Settings that a 24 V job needs, whichever device asks for them, each with its proposed value and its reason. */
import type { DeviceSheet } from '../devices/sheet';
import type { Equipment, LowVoltageJob } from '../job/schema';
import { type AddSetting, type CanonicalSetting, numbers, option } from '../settings/canonical-setting';
import { fixed } from '../units/units';
import { earlyStart } from '../week/early-start';
import { addSchedule } from '../week/form';
import { hourMinutes } from '../week/minutes';
import { addAccessories } from './accessories/settings';
import { needsAir } from './air';
import { addHeatPump } from './heat-pump-settings';
import type { WiringPlan } from './plan';
import type { Powering, PowerWayId } from './powering';
import { isHeatPump, isWet, type LowVoltageSystem } from './system';

/** Radiators: no air is moved with heat. */
const hasRadiators = (system: LowVoltageSystem): boolean => isWet(system) && system.plant !== 'hydronic-air-handler';

/**
 * Cycles per hour at half load: furnace under 90 % efficient 5, condensing 3, electric 9,
 * compressor and hot water 3, steam 1 (usual thermostat practice; N = 4·Nmax·x·(1−x)).
 */
export function heatCycles(
  fuel: string | null,
  efficiencyPercent: number | undefined,
  plant: Equipment['kind'] | null = null,
): { value: number; why: string } {
  if (plant === 'steam-boiler') return { value: 1, why: 'steam needs one long run' };
  if (plant === 'boiler' || plant === 'zone-valve' || plant === 'hydronic-air-handler')
    return { value: 3, why: 'hot water carries on heating after the call' };
  if (fuel === 'electric') return { value: 9, why: 'electric heat has no mass to spare' };
  if (fuel === 'oil') return { value: 3, why: 'oil burners want long runs' };
  if (efficiencyPercent !== undefined && efficiencyPercent >= 90) return { value: 3, why: 'condensing furnace' };
  return {
    value: 5,
    why: efficiencyPercent === undefined ? 'furnace under 90 % assumed; 3 if it condenses' : 'furnace under 90 %',
  };
}

/**
 * Starts an hour at a duty from 0 to 1, for a thermostat set to `most` at half load:
 * N = 4 · Nmax · x · (1 − x), the usual parabola.
 */
export const cyclesPerHour = (most: number, duty: number): number => 4 * most * duty * (1 - duty);

/** How long each firing lasts at half load, in minutes. */
const firingMinutes = (most: number): number => (60 * 0.5) / cyclesPerHour(most, 0.5);

function addEquipment({ kind, fuel, heatStages }: LowVoltageSystem, pump: boolean, add: AddSetting): void {
  if (kind === 'heat-only' || kind === 'cool-only' || kind === 'furnace-ac') {
    add(
      'equipment.kind',
      'Equipment',
      kind,
      kind === 'furnace-ac' ? 'W and Y are both landed' : kind === 'heat-only' ? 'W only' : 'Y only',
      [option('heat-only', 'heat only'), option('cool-only', 'cooling only'), option('furnace-ac', 'heat and cooling')],
      (['heat-only', 'cool-only', 'furnace-ac'] as const)
        .filter((k) => k !== kind)
        .map((value) => ({ value, why: `the wiring shows ${kind === 'furnace-ac' ? 'heat and cooling' : kind}` })),
    );
  }
  if (heatStages > 0 && fuel && !pump) {
    add(
      'equipment.fuel',
      'Fuel',
      fuel,
      'as answered or read off the nameplate',
      ['gas', 'propane', 'oil', 'electric'].map((f) => option(f)),
      ['gas', 'propane', 'oil', 'electric']
        .filter((f) => f !== fuel)
        .map((value) => ({ value, why: `the equipment burns ${fuel}` })),
    );
  }
}

function addStages({ heatStages, coolStages }: LowVoltageSystem, pump: boolean, add: AddSetting): void {
  const stages = (n: number): CanonicalSetting['options'] =>
    numbers(
      [0, 1, 2, 3].filter((x) => x <= Math.max(2, n)),
      n === 1 ? 'stage' : 'stages',
    );
  const otherThan = (n: number, what: string): CanonicalSetting['wrong'] =>
    [0, 1, 2, 3]
      .filter((x) => x !== n)
      .map((x) => ({ value: String(x), why: `${n} ${what} ${n === 1 ? 'conductor is' : 'conductors are'} landed` }));
  if (!pump)
    add(
      'stages.heat',
      'Heat stages',
      String(heatStages),
      `${heatStages} W conductor${heatStages === 1 ? '' : 's'}`,
      stages(heatStages),
      otherThan(heatStages, 'W'),
    );
  add(
    'stages.cool',
    'Cool stages',
    String(coolStages),
    `${coolStages} Y conductor${coolStages === 1 ? '' : 's'}`,
    stages(coolStages),
    otherThan(coolStages, 'Y'),
  );
}

/** Why the fan is started by what starts it. */
function fanWhy(system: LowVoltageSystem): string {
  const why: Record<LowVoltageSystem['air']['heating'], string> = {
    none: 'no air is moved',
    equipment: needsAir(system)
      ? 'you saw the equipment start its own blower'
      : 'a fuel furnace starts its own fan once it is warm',
    thermostat:
      system.plant === 'hydronic-air-handler'
        ? 'a hot-water coil gives nothing without air'
        : system.kind === 'heat-pump'
          ? 'a heat pump’s fan must be energised with heat'
          : system.fuel === 'electric'
            ? 'electric heat must never run without air'
            : 'as seen: the thermostat runs it here',
    unknown: '',
    missing: '',
  };
  return why[system.air.heating];
}

function addHeatingFan(system: LowVoltageSystem, add: AddSetting): void {
  if (system.heatStages === 0) return;
  const { heating } = system.air;
  const byThermostat = heating === 'thermostat';
  const must = needsAir(system) && byThermostat;
  // Radiators have no fan to ask about; what nobody has seen yet is not entered either way.
  const fuelOpen = system.fuel === null && !isWet(system) && !isHeatPump(system);
  if (!hasRadiators(system) && !fuelOpen && (heating === 'equipment' || byThermostat))
    add(
      'fan.heating',
      'Fan in heating',
      byThermostat ? 'thermostat' : 'equipment',
      fanWhy(system),
      [option('equipment', 'by the equipment'), option('thermostat', 'by the thermostat')],
      must ? [{ value: 'equipment', why: 'nothing else starts the fan: the heat would run without air' }] : [],
    );
}

function addHeatCycles(job: LowVoltageJob, system: LowVoltageSystem, add: AddSetting): void {
  if (system.heatStages === 0 || isHeatPump(system)) return;
  const cycles = heatCycles(
    system.fuel,
    job.survey.equipment.efficiencyPercent,
    system.closesValve ? 'zone-valve' : system.plant,
  );
  add(
    'cycles.heat',
    'Heat cycles',
    String(cycles.value),
    `${cycles.why}; at half load ${fixed(firingMinutes(cycles.value), 0)} min on, as long off`,
    numbers([1, 2, 3, 4, 5, 6, 9, 12], 'per hour'),
  );
}

function addCompressor({ coolStages }: LowVoltageSystem, add: AddSetting): void {
  if (coolStages > 0) {
    add('cycles.cool', 'Cool cycles', '3', 'usual for a compressor', numbers([1, 2, 3, 4, 5, 6], 'per hour'));
    add(
      'compressor.rest',
      'Compressor rest',
      '300',
      'pressures need five minutes to settle',
      numbers([0, 180, 300, 600], 's'),
      [],
      { least: 180, why: 'the compressor could restart against pressure' },
    );
  }
}

function addPower(system: LowVoltageSystem, powering: Powering | null, add: AddSetting): void {
  const apart = powering?.chosen === 'separate-transformer';
  const feeds = apart ? 2 : system.transformers;
  add(
    'transformers',
    'Transformers',
    String(feeds),
    apart ? 'the device’s own supply stays apart' : feeds === 1 ? 'one R conductor' : 'separate R conductors',
    numbers([1, 2], ''),
    [
      {
        value: feeds === 1 ? '2' : '1',
        why: feeds === 1 ? 'there is one transformer' : 'joining two transformers damages them',
      },
    ],
  );
  const power = POWER_SOURCE[powering?.chosen ?? 'common'] ?? 'common';
  add('power.source', 'Power', power, POWER_WHY[power] ?? 'from R and C', [
    option('common', 'C wire'),
    option('battery', 'batteries'),
    option('idle', 'through the idle loads'),
    option('extender', 'extender module'),
    option('separate', 'its own transformer'),
  ]);
  const byHand = powering?.ways.find((w) => w.id === powering.chosen)?.plan.byHand ?? [];
  if (byHand.length > 0)
    add(
      'terminals.byHand',
      'Terminals entered by hand',
      byHand.join(' '),
      'behind the diode piece the device cannot see them',
      [option(byHand.join(' ')), option('none', 'none')],
      [{ value: 'none', why: 'the device would take cooling and fan as not wired' }],
    );
}

function addChangeover({ kind, heatStages, coolStages }: LowVoltageSystem, add: AddSetting): void {
  if (kind === 'furnace-ac') {
    add('changeover', 'Changeover', 'manual', 'the customer chooses the season; auto needs a wide gap', [
      option('manual', 'by hand'),
      option('auto', 'by itself'),
    ]);
    add(
      'deadband',
      'Gap between heat and cool',
      '3',
      'at least 1.7 K; about 3 K avoids fighting',
      numbers([1.5, 2, 2.5, 3, 4, 5], 'K'),
      [],
      { least: 1.7, why: 'under 1.7 K heat and cooling would fight' },
    );
  }
  if (heatStages > 1 || coolStages > 1)
    add(
      'stage.second',
      'Second stage joins at',
      '1',
      '1 K off, or 10 to 20 min without gain; off in reverse order',
      numbers([0.5, 1, 1.5, 2], 'K'),
    );
}

function addCirculation(job: LowVoltageJob, system: LowVoltageSystem, add: AddSetting): void {
  const fanWished = hourMinutes(job.week, 'fanMinutes');
  if (system.fanCall && !hasRadiators(system))
    add(
      'fan.circulation',
      'Fan circulation',
      String(FAN_MINUTES.find((m) => m >= (fanWished?.one ?? 0)) ?? FAN_MINUTES.at(-1)),
      fanWished ? 'as many as the week’s profiles want, on average' : 'off unless the customer wants the air moved',
      numbers(FAN_MINUTES, 'min per hour'),
    );
}

/** Settings this job needs, with proposed values. */
export function canonicalSettings(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  powering: Powering | null,
  wiring: WiringPlan | null,
  sheet: DeviceSheet | null,
): CanonicalSetting[] {
  const settings: CanonicalSetting[] = [];
  const add: AddSetting = (key, name, value, why, options, wrong = [], bounds) => {
    settings.push({ key, name, value, why, options, wrong, ...(bounds ? { bounds } : {}) });
  };
  const pump = isHeatPump(system);
  add('units', 'Units', job.units, 'as the job is kept', [option('si', '°C'), option('us', '°F')]);
  addEquipment(system, pump, add);
  if (pump) addHeatPump(job, system, add);
  addStages(system, pump, add);
  addHeatingFan(system, add);
  addHeatCycles(job, system, add);
  addCompressor(system, add);
  addPower(system, powering, add);
  addChangeover(system, add);
  addCirculation(job, system, add);
  addAccessories(wiring?.accessories ?? [], hourMinutes(job.week, 'freshMinutes')?.one ?? null, add);
  // Without a week the device's question stays open.
  if (sheet && job.week.days) addSchedule(add, job.week, sheet);
  const early = earlyStart(
    sheet?.schedule?.times,
    Object.keys(job.survey.zones).length > 1 ? 'other zones on this equipment have thermostats of their own' : null,
    pump && system.auxStages > 0,
  );
  add('setback.recovery', 'Early start', early.value, early.why, [option('on'), option('off')], early.wrong);
  return settings;
}

const FAN_MINUTES = [0, 10, 15, 20, 30, 45, 60];

const POWER_SOURCE: Partial<Record<PowerWayId, string>> = {
  battery: 'battery',
  'idle-loads': 'idle',
  extender: 'extender',
  'separate-transformer': 'separate',
};
const POWER_WHY: Record<string, string> = {
  battery: 'batteries chosen',
  idle: 'it lives on what the idle coils let through',
  extender: 'the module shares a core for Y and G',
  separate: 'a plug-in transformer feeds the device alone',
};
