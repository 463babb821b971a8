'use client';

/** What is entered on the device for each value that the job can decide: value codes, by the job's own words. */
import { hasOwn } from '@core/own';
import type { ReactNode } from 'react';
import { TextField } from '../../ui/fields';
import { HalfScope } from '../../ui/half-typed';
import { type Path, useSheetEdit } from './sheet-edit';

interface Props {
  path: Path;
  value: Readonly<Record<string, unknown>>;
}

export function EntryValues({ path, value }: Props): ReactNode {
  const { sheet, put, sealed, canonical } = useSheetEdit();
  const index = path[1];
  const entries = (sheet as { settings?: readonly { setting?: string }[] } | null)?.settings;
  const setting = typeof index === 'number' ? entries?.[index]?.setting : undefined;
  const options = canonical.find((c) => c.key === setting)?.options ?? [];
  const known = new Set(options.map((o) => o.value));
  const rows = [
    ...options,
    ...Object.keys(value)
      .filter((k) => !known.has(k))
      .map((k) => ({ value: k, label: k })),
  ];
  return (
    <HalfScope of={path.join('.')}>
      <div className="field-grid">
        {rows.map((o) => (
          <TextField
            key={o.value}
            label={o.label}
            mono
            maxLength={120}
            value={typeof value[o.value] === 'string' ? String(value[o.value]) : ''}
            disabled={sealed}
            onCommit={(v) => put([...path, o.value], v === '' ? undefined : v, o.label)}
          />
        ))}
      </div>
      <TextField
        label="Another value of the job’s: its name"
        value=""
        adds
        maxLength={60}
        disabled={sealed}
        onCommit={(v) => {
          if (v !== '' && !hasOwn(value, v)) put([...path, v], v, v);
        }}
      />
    </HalfScope>
  );
}
