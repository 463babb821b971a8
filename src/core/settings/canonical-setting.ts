/** One canonical setting of a job, and how its options are written. */
import type { SettingKey } from '../devices/sheet';

export interface CanonicalSetting {
  key: SettingKey;
  name: string;
  value: string;
  why: string;
  options: { value: string; label: string }[];
  /** Values that contradict the wiring or the equipment, with the reason. */
  wrong: { value: string; why: string }[];
  /** For figures: whatever was chosen, listed or not, must lie inside; SI units. */
  bounds?: Bounds;
}

export interface Bounds {
  least?: number;
  most?: number;
  why: string;
}

/** A choice of a setting, with its words. */
export const option = (value: string, label = value): { value: string; label: string } => ({ value, label });
/** Figures as choices, with their unit. */
export const numbers = (values: readonly number[], unit: string): { value: string; label: string }[] =>
  values.map((n) => option(String(n), `${n} ${unit}`.trim().replace('-', '−')));

export type AddSetting = (
  key: SettingKey,
  name: string,
  value: string,
  why: string,
  options: CanonicalSetting['options'],
  wrong?: CanonicalSetting['wrong'],
  bounds?: Bounds,
) => void;
