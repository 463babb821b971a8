/**
 * Settings entered as another value the device offers: what it then calls in each state. The wiring stays as it is; only
 * what the thermostat closes is another, so every reading follows from the same circuit.
 */
import type { DeviceSheet, SettingKey } from '../devices/sheet';
import type { LowVoltageJob } from '../job/schema';
import type { CanonicalSetting } from '../settings/canonical-setting';
import { settledValue } from '../settings/card';
import type { PlannedAccessory } from './accessories/plan';
import type { Fault } from './faults/fault';
import type { CalledAs } from './installed';
import { type CallState, callStates, withAccessories } from './states';
import { isHeatPump } from './system';
import type { LowVoltageSystem } from './system-type';

/** How a device is set up to call. */
interface SetUpAs {
  system: LowVoltageSystem;
  thermostatRunsFan: boolean;
  accessories: readonly PlannedAccessory[];
}

const statesOf = (s: SetUpAs): CallState[] => withAccessories(callStates(s.system, s.thermostatRunsFan), s.accessories);

/** Of how common it is to enter one setting wrongly, beside a loose wire (6); a factory default left is the usual way. */
const PRIOR = { factory: 2, other: 0.6 } as const;
/** What was ticked off on the card was looked at. */
const TICKED = 0.4;

const KINDS = ['heat-only', 'cool-only', 'furnace-ac', 'heat-pump', 'dual-fuel'] as const;
const kindOf = (value: string): (typeof KINDS)[number] | undefined => KINDS.find((k) => k === value);

/** A device told that it has another plant. */
function asKind(as: SetUpAs, value: string): SetUpAs | null {
  const kind = kindOf(value);
  if (!kind) return null;
  const { system } = as;
  const heats = kind !== 'cool-only';
  const pump = kind === 'heat-pump' || kind === 'dual-fuel';
  const wires = isHeatPump(system) ? system.auxStages : system.heatStages;
  return {
    ...as,
    system: {
      ...system,
      kind,
      heatStages: heats && !pump ? Math.max(1, wires) : 0,
      coolStages: kind === 'heat-only' ? 0 : Math.max(1, system.coolStages),
      auxRoles: pump ? system.auxRoles : [],
      auxStages: pump ? system.auxStages : 0,
    },
  };
}

const withAccessory = (
  as: SetUpAs,
  kind: PlannedAccessory['accessory']['kind'],
  change: (p: PlannedAccessory) => PlannedAccessory,
): SetUpAs => ({ ...as, accessories: as.accessories.map((p) => (p.accessory.kind === kind ? change(p) : p)) });

const fanWith =
  (kind: PlannedAccessory['accessory']['kind']): Change =>
  (as, value) =>
    withAccessory(as, kind, (p) => ({ ...p, needsFan: value === 'on' }));

type Change = (as: SetUpAs, value: string) => SetUpAs | null;

/** What each setting changes of the calls; a setting that is not here changes none. */
const CHANGES: Readonly<Partial<Record<SettingKey, Change>>> = {
  'equipment.kind': asKind,
  'stages.heat': (as, value) => ({ ...as, system: { ...as.system, heatStages: Number(value) } }),
  // A heat pump of no compressor stage is another plant, which is a setting of its own.
  'stages.cool': (as, value) =>
    isHeatPump(as.system) && value === '0' ? null : { ...as, system: { ...as.system, coolStages: Number(value) } },
  'stages.aux': (as, value) => ({
    ...as,
    system: {
      ...as.system,
      auxStages: Number(value),
      auxRoles: as.system.auxRoles.slice(0, Number(value)),
    },
  }),
  'fan.heating': (as, value) => ({ ...as, thermostatRunsFan: value === 'thermostat' }),
  'dehumidify.output': (as, value) =>
    withAccessory(as, 'dehumidifier', (p) => ({
      ...p,
      accessory: { ...p.accessory, output: value === 'reversed' ? 'reversed' : 'normal' },
    })),
  'humidify.fan': fanWith('humidifier'),
  'dehumidify.fan': fanWith('dehumidifier'),
  'ventilate.fan': fanWith('ventilator'),
};

const stageOf = (id: string): { name: string; n: number } | null => {
  const found = /^(heat|cool|aux)(\d)$/.exec(id);
  return found?.[1] && found[2] ? { name: found[1], n: Number(found[2]) } : null;
};

/**
 * What a device set up otherwise calls where it should call a state: the same stage, else the highest it knows. One
 * that knows no help heats with all it has; one that knows no heating, or no cooling, calls nothing.
 */
function calledIn(state: CallState, otherwise: readonly CallState[]): CallState | null {
  const same = otherwise.find((s) => s.id === state.id);
  if (same) return same;
  const stage = stageOf(state.id);
  const highest = (name: string, most = 9): CallState | undefined =>
    otherwise.filter((s) => stageOf(s.id)?.name === name && (stageOf(s.id)?.n ?? 9) <= most).at(-1);
  if (stage?.name === 'aux' || state.id === 'emergency') return highest('aux') ?? highest('heat') ?? null;
  return stage ? (highest(stage.name, stage.n) ?? null) : null;
}

const same = (a: readonly string[] = [], b: readonly string[] = []): boolean =>
  a.length === b.length && a.every((x) => b.includes(x));

/** By state, what is called otherwise; empty where nothing is. */
function differences(states: readonly CallState[], otherwise: readonly CallState[]): Record<string, CalledAs> {
  const out: Record<string, CalledAs> = {};
  for (const state of states) {
    if (state.dead) continue;
    const called = calledIn(state, otherwise);
    const idle = otherwise.find((s) => s.id === 'idle');
    const calls = called?.calls ?? [];
    const accessories = called?.accessories ?? idle?.accessories ?? [];
    if (!same(calls, state.calls) || !same(accessories, state.accessories)) out[state.id] = { calls, accessories };
  }
  return out;
}

/** Every setting of the card entered as another value of the device, where that changes what is called. */
export function settingFaults(
  job: LowVoltageJob,
  sheet: DeviceSheet,
  canonical: readonly CanonicalSetting[],
  planned: SetUpAs,
): Fault[] {
  const states = statesOf(planned);
  return canonical.flatMap((s): Fault[] => {
    const change = CHANGES[s.key];
    const entry = sheet.settings.find((e) => e.setting === s.key);
    if (!change || !entry?.values) return [];
    const { values } = entry;
    const meant = settledValue(job, s);
    const word = (value: string): string =>
      s.options.find((o) => o.value === value)?.label ?? value.replaceAll('-', ' ');
    return Object.keys(values).flatMap((value): Fault[] => {
      const as = value === meant ? null : change(planned, value);
      const instead = as ? differences(states, statesOf(as)) : {};
      if (Object.keys(instead).length === 0) return [];
      const left = entry.factory !== undefined && entry.factory === values[value];
      return [
        {
          id: `set-${s.key}-${value}`,
          name: `${s.name.toLowerCase()} set to ${word(value)} in place of ${word(meant)}`,
          look: `Read “${entry.label}” on the device: ${values[meant] ?? word(meant)} is meant.`,
          fix: `Set it to ${values[meant] ?? word(meant)}; nothing to rewire. Then prove what it changes again.`,
          prior: (left ? PRIOR.factory : PRIOR.other) * (job.setUp.entered[s.key] ? TICKED : 1),
          about: [`setting:${s.key}`],
          apply: (i) => ({ ...i, calledAs: { ...i.calledAs, ...instead } }),
          setting: { key: s.key, value },
        },
      ];
    });
  });
}
