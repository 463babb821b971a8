'use client';

/** The sheet being written, for every field of its form. */
import type { SheetProblem } from '@core/devices/sheet-form';
import type { CanonicalSetting } from '@core/settings/canonical-setting';
import type { UnitSystem } from '@core/units/units';
import { createContext, useContext } from 'react';

export type Path = readonly (string | number)[];

export interface SheetEdit {
  sheet: unknown;
  /** One place of the sheet changed; undefined takes it out. */
  put: (path: Path, value: unknown, what: string) => void;
  problems: readonly SheetProblem[];
  units: UnitSystem;
  sealed: boolean;
  /** What this job decides: a settings entry offers its choices. */
  canonical: readonly CanonicalSetting[];
}

export const EditContext = createContext<SheetEdit | null>(null);

export function useSheetEdit(): SheetEdit {
  const edit = useContext(EditContext);
  if (!edit) throw new Error('a field of a sheet stands inside a sheet editor only');
  return edit;
}

/** What is wrong right at a place, and how much in all below it. */
export function wrongAt(problems: readonly SheetProblem[], path: Path): { here: string; below: number } {
  const at = path.join('.');
  return {
    here: problems.find((p) => p.path === at)?.message ?? '',
    below: problems.filter((p) => p.path === at || p.path.startsWith(`${at}.`)).length,
  };
}
