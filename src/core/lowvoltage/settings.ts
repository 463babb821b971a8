/**
 * The settings card: "what do I enter?" in the order this device asks, each value with its reason,
 * its range and where it is on this device.
 */
import { type DeviceSheet, placeOf, type SettingKey } from '../devices/sheet';
import { type Finding, finding, undecided } from '../findings/finding';
import type { LowVoltageJob } from '../job/schema';
import type { CanonicalSetting } from '../settings/canonical-setting';
import { type CardRow, cardOf, conflictFindings, rangeText, settledValue } from '../settings/card';
import { canonicalSettings } from './canonical-settings';
import type { WiringPlan } from './plan';
import type { Powering } from './powering';
import { isHeatPump, type LowVoltageSystem } from './system';

export interface Settings {
  canonical: CanonicalSetting[];
  card: CardRow[];
  /** The thermostat energises G with heat. */
  thermostatRunsFan: boolean;
  /** What this device asks that the job does not answer: the installer or the customer decides. */
  open: { label: string; where: string; choices: string }[];
  findings: Finding[];
}

/** Questions a device asks of every job; those of equipment that is not here it does not ask. */
const asksAnyway = (key: SettingKey, system: LowVoltageSystem): boolean =>
  key === 'schedule.form' ||
  (key === 'changeover' && isHeatPump(system)) ||
  (key === 'equipment.fuel' && !isHeatPump(system) && system.heatStages > 0);

/** Settings, the card in the device’s order, what stays open and what speaks against it. */
export function planSettings(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  powering: Powering | null,
  sheet: DeviceSheet | null,
  wiring: WiringPlan | null = null,
): Settings {
  const asked = [...system.questions, ...(powering?.questions ?? []), ...(wiring?.questions ?? [])];
  const canonical = undecided(canonicalSettings(job, system, powering, wiring, sheet), asked);
  const findings = conflictFindings(job, canonical);
  const settled = (s: CanonicalSetting): string => settledValue(job, s);
  const fan = canonical.find((s) => s.key === 'fan.heating');
  const thermostatRunsFan = fan !== undefined && settled(fan) === 'thermostat' && system.fanCall;
  if (system.fuel === 'electric' && fan && !thermostatRunsFan && system.air.heating === 'thermostat') {
    findings.push(finding('settings.fan-electric', {}, ['setting:fan.heating'], 'fuel electric, fan by equipment'));
  }
  const card: CardRow[] = [];
  const open: Settings['open'] = [];
  if (sheet) {
    const made = cardOf(job, canonical, sheet.settings);
    card.push(...made.card);
    findings.push(...made.findings);
    for (const entry of sheet.settings)
      if (!canonical.some((c) => c.key === entry.setting) && asksAnyway(entry.setting, system))
        open.push({
          label: entry.label,
          where: placeOf(entry),
          choices: entry.values ? Object.values(entry.values).join(', ') : rangeText(entry),
        });
    // Values with only one possibility on this device need no place in its menus.
    const matters: SettingKey[] = [
      'equipment.kind',
      'fan.heating',
      'cycles.heat',
      'compressor.rest',
      'valve.active',
      'aux.fuel',
    ];
    const absent = canonical.filter((s) => matters.includes(s.key) && !sheet.settings.some((e) => e.setting === s.key));
    if (absent.length > 0)
      findings.push(finding('settings.not-on-device', { settings: absent.map((s) => s.name) }, ['device'], sheet.name));
  }
  return { canonical, card, thermostatRunsFan, open, findings };
}
