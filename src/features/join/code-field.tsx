'use client';

/** The code or number a device is registered by, looked at as it is typed; a secret part is not kept. */
import { readCode } from '@core/join/check-digits';
import { readOnboarding } from '@core/join/onboarding';
import type { JoinWay, SheetJoin } from '@core/join/sheet';
import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { TextField } from '../../ui/fields';
import { FileButton } from '../../ui/file-button';
import { useJob } from '../shell/job-context';
import { readSquare } from './read-square';
import { ScanDialog } from './scan-dialog';

const LABELS: Readonly<Partial<Record<JoinWay, string>>> = {
  'short-code': 'Code on the display',
  'card-digits': 'Digits of its card',
  'square-code': 'Square code, or the digits under it',
  hub: 'Number of the hub',
  'e-mail': 'Number of the device',
};

export function CodeField({ sheet }: { sheet: SheetJoin }): ReactNode {
  const { job, change, sealed } = useJob();
  const [said, setSaid] = useState('');
  const [scanning, setScanning] = useState(false);
  const [meant, setMeant] = useState<{ place: number; code: string }[]>([]);
  const label = LABELS[sheet.way];
  if (!label) return null;
  const { codeMinutes } = sheet;
  const keep = (code: string): boolean =>
    change('Registration code', (j) => ({
      ...j,
      join: {
        ...j.join,
        code: code || undefined,
        codeExpires: code && codeMinutes ? new Date(Date.now() + codeMinutes * 60_000).toISOString() : undefined,
      },
    }));
  const take = (typed: string): void => {
    setMeant([]);
    setSaid('');
    if (typed === '') {
      keep('');
      return;
    }
    if (sheet.way === 'square-code') {
      const read = readOnboarding(typed);
      if (!read.ok) setSaid(`It cannot be right: ${read.problem}.`);
      else {
        setSaid(
          `Read: discriminator ${read.discriminator}${read.vendor === null ? '' : `, maker ${read.vendor}, model ${read.product}`}. Its passcode is not kept.`,
        );
        keep(read.masked);
      }
      return;
    }
    if (sheet.check) {
      const read = readCode(typed, sheet.check, sheet.digits);
      if (!read.ok) {
        setSaid(`It cannot be right: ${read.problem}.`);
        setMeant(read.meant);
        return;
      }
      keep(read.code);
      return;
    }
    keep(typed);
  };
  const scan = async (file: File): Promise<void> => {
    setSaid('Looked at …');
    try {
      const found = await readSquare(file);
      if (found === null) setSaid(`No square code is seen in ${file.name}: nearer, straight on, without glare.`);
      else take(found);
    } catch {
      setSaid(`${file.name} is no picture that can be read here.`);
    }
  };
  return (
    <div className="stack code-field">
      <TextField
        label={`${label}${codeMinutes ? `, good for ${codeMinutes} min` : ''}`}
        mono
        value={job.join.code}
        disabled={sealed}
        onCommit={take}
      />
      {sheet.way === 'square-code' ? (
        <div className="row">
          <Button disabled={sealed} onClick={() => setScanning(true)}>
            Scan with the camera
          </Button>
          <FileButton accept="image/*" camera disabled={sealed} onFile={(f) => void scan(f)}>
            Photograph the code
          </FileButton>
        </div>
      ) : null}
      {scanning ? (
        <ScanDialog
          onClose={() => setScanning(false)}
          onRead={(text) => {
            setScanning(false);
            take(text);
          }}
        />
      ) : null}
      {said ? <p role="status">{said}</p> : null}
      {meant.length > 0 ? (
        <div className="row">
          {meant.map((m) => (
            <Button
              key={m.code}
              onClick={() => {
                setMeant([]);
                setSaid('');
                keep(m.code);
              }}
            >
              {m.code} (place {m.place})
            </Button>
          ))}
        </div>
      ) : null}
      {job.join.code && job.join.codeExpires ? (
        <p className="mono">
          good until{' '}
          {new Date(job.join.codeExpires).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
        </p>
      ) : null}
    </div>
  );
}
