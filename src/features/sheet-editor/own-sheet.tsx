'use client';

import { familyOf } from '@core/family/registry';
import { parseJson } from '@core/job/bounds';
import Button from '@mui/material/Button';
import { type ReactNode, useRef, useState } from 'react';
import { useJob } from '../shell/job-context';

const MOST_BYTES = 200_000;

/** A device sheet of one's own, written from a manual: read, checked and carried inside the job. */
export function OwnSheet(): ReactNode {
  const { job, change, sealed } = useJob();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState('');
  const take = async (file: File): Promise<void> => {
    if (file.size > MOST_BYTES) {
      setProblem(`${file.name} has ${Math.round(file.size / 1000)} kB; a sheet has at most ${MOST_BYTES / 1000} kB.`);
      return;
    }
    let value: unknown;
    try {
      value = parseJson(await file.text());
    } catch {
      setProblem(`${file.name} is not JSON.`);
      return;
    }
    const parsed = familyOf(job).module.sheets.schema.safeParse(value);
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      setProblem(`${file.name}, ${issue?.path.join('.') || 'at its top'}: ${issue?.message ?? 'not a device sheet'}`);
      return;
    }
    setProblem('');
    change(`Device: ${parsed.data.name}`, (j) => ({
      ...j,
      device: { ...j.device, sheet: undefined, inline: parsed.data },
    }));
  };
  return (
    <div className="row">
      <input
        ref={input}
        type="file"
        accept="application/json,.json"
        hidden
        aria-label="A device sheet file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) void take(file);
          e.target.value = '';
        }}
      />
      <Button disabled={sealed} onClick={() => input.current?.click()}>
        Read it from a file
      </Button>
      {problem ? (
        <p className="field-hint problem" role="alert">
          {problem}
        </p>
      ) : null}
    </div>
  );
}
