/** From canonical settings to what is entered on one device: "what do I enter?" in the order it asks. */
import { placeOf, type SettingEntry, type SettingKey } from '../devices/sheet';
import { type Finding, finding } from '../findings/finding';
import type { Job } from '../job/schema';
import { readFigureText } from '../units/figure';
import { celsiusToFahrenheit } from '../units/units';
import type { CanonicalSetting } from './canonical-setting';

export interface CardRow {
  key: SettingKey;
  name: string;
  /** The device's own name for it. */
  label: string;
  where: string;
  value: string;
  /** What is entered or chosen on the device. */
  enter: string;
  why: string;
  range: string;
  chosenByHand: boolean;
  /** What it stands at out of the box, where the sheet says; and whether the installer can change it at all. */
  factory: string;
  locked: boolean;
  options: { value: string; label: string }[];
  /** The open question that decides it, where it was chosen before that was answered. */
  dependsOn?: string;
}

/** What stands: the installer's choice, else the proposal. */
export const settledValue = (job: Job, s: CanonicalSetting): string => job.setUp.chosen[s.key] ?? s.value;

const UNIT_WORDS = {
  K: 'K',
  s: 's',
  min: 'min',
  '/h': 'per hour',
  '°C': '°C',
  '%': '%',
  'min/h': 'min per hour',
  W: 'W',
  '/kWh': 'per kWh',
} as const;

const signedText = (value: string): string => (/^-\d/.test(value) ? value.replace('-', '−') : value);

/** A number with a true minus sign. */
const signed = (n: number): string => String(n).replace('-', '−');

/** "35 to 80 °C"; empty where the device has choices. */
export const rangeText = (entry: SettingEntry): string =>
  entry.range ? `${signed(entry.range.low)} to ${signed(entry.range.high)} ${UNIT_WORDS[entry.range.unit]}` : '';

/** A setting's value as a figure, judged and printed by the same reading; null where it is none. */
function settingFigure(value: string): number | null {
  const read = readFigureText(value, { of: ['plain'], bare: '' });
  return read.ok ? read.si : null;
}

/** A step of the device nearest to a figure, but never beyond what the setting may be at most or must be at least. */
function stepped(figure: number, low: number, step: number, bounds: CanonicalSetting['bounds']): number {
  const at = (n: number): number => low + n * step;
  const nearest = Math.round((figure - low) / step);
  const { most = Number.POSITIVE_INFINITY, least = Number.NEGATIVE_INFINITY } = bounds ?? {};
  // A limit is rounded to its safe side. A value that is beyond it by itself is a finding, and is shown as it is.
  if (figure <= most + 1e-9 && at(nearest) > most + 1e-9) return at(Math.floor((figure - low) / step + 1e-9));
  if (figure >= least - 1e-9 && at(nearest) < least - 1e-9) return at(Math.ceil((figure - low) / step - 1e-9));
  return at(nearest);
}

function onDevice(
  entry: SettingEntry,
  value: string,
  bounds: CanonicalSetting['bounds'],
  units: Job['units'],
): { enter: string; range: string } | null {
  if (entry.values) {
    const enter = entry.values[value];
    return enter === undefined ? null : { enter, range: Object.values(entry.values).join(', ') };
  }
  if (entry.range) {
    const { low, high, step, unit } = entry.range;
    const figure = settingFigure(value);
    if (figure === null) return null;
    const number = figure / (unit === 'min' ? 60 : 1);
    // Nearest step inside the range: the device cannot take anything else.
    const held = Math.min(high, Math.max(low, stepped(number, low, step, bounds)));
    if (unit === '°C' && units === 'us') {
      // A device that shows °F has whole degrees of it.
      const limits = bounds && {
        ...(bounds.most === undefined ? {} : { most: celsiusToFahrenheit(bounds.most) }),
        ...(bounds.least === undefined ? {} : { least: celsiusToFahrenheit(bounds.least) }),
        why: bounds.why,
      };
      const shown = stepped(celsiusToFahrenheit(held), 0, 1, limits);
      return { enter: `${signed(shown)} °F`, range: rangeText(entry) };
    }
    // Steps of a hundredth are no binary fractions: 0.29, not 0.29000000000000004.
    return { enter: `${signed(Number(held.toPrecision(12)))} ${UNIT_WORDS[unit]}`, range: rangeText(entry) };
  }
  return { enter: value, range: '' };
}

/** A figure beyond its bounds, compared as a number. */
function outside(s: CanonicalSetting, value: string): { why: string } | undefined {
  if (!s.bounds) return undefined;
  const figure = settingFigure(value);
  if (figure === null) return { why: `“${value}” is not a figure` };
  const { least = Number.NEGATIVE_INFINITY, most = Number.POSITIVE_INFINITY, why } = s.bounds;
  return figure < least - 1e-9 || figure > most + 1e-9 ? { why } : undefined;
}

/** Choices that contradict the wiring or the equipment. */
export function conflictFindings(job: Job, canonical: readonly CanonicalSetting[]): Finding[] {
  return canonical.flatMap((s) => {
    const value = settledValue(job, s);
    const wrong = s.wrong.find((w) => w.value === value) ?? outside(s, value);
    const label = s.options.find((o) => o.value === value)?.label ?? value;
    return wrong
      ? [
          finding(
            'settings.conflict',
            { setting: s.name, value: label, why: wrong.why },
            [`setting:${s.key}`],
            wrong.why,
          ),
        ]
      : [];
  });
}

/** The card of one device, and the values it has no code for. */
export function cardOf(
  job: Job,
  canonical: readonly CanonicalSetting[],
  entries: readonly SettingEntry[],
): { card: CardRow[]; findings: Finding[] } {
  const card: CardRow[] = [];
  const findings: Finding[] = [];
  for (const entry of entries) {
    const s = canonical.find((c) => c.key === entry.setting);
    if (!s) continue;
    const value = settledValue(job, s);
    const device = onDevice(entry, value, s.bounds, job.units);
    const label = s.options.find((o) => o.value === value)?.label ?? signedText(value);
    if (!device)
      findings.push(
        finding('settings.no-code', { setting: s.name, value: label }, [`setting:${s.key}`], placeOf(entry)),
      );
    const locked = entry.locked === true;
    if (locked && device && entry.factory !== undefined && entry.factory !== device.enter)
      findings.push(
        finding(
          'settings.locked',
          { setting: s.name, value: device.enter, stands: entry.factory },
          [`setting:${s.key}`],
          placeOf(entry),
        ),
      );
    const byHand = job.setUp.chosen[s.key] !== undefined;
    card.push({
      key: s.key,
      name: s.name,
      label: entry.label,
      where: placeOf(entry),
      value: label,
      enter: device?.enter ?? '—',
      why: byHand ? 'chosen by hand' : s.why,
      range: device?.range ?? (entry.values ? Object.values(entry.values).join(', ') : ''),
      chosenByHand: byHand,
      factory: entry.factory ?? '',
      locked,
      options: s.options,
    });
  }
  return { card, findings };
}
