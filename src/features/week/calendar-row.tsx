'use client';

/** The week as a calendar file, out and in. */
import type { Job } from '@core/job/schema';
import { isCalendar, weekFromCalendar, weekToCalendar } from '@core/week/calendar';
import { weekFromCsv } from '@core/week/csv';
import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { FileButton } from '../../ui/file-button';

interface Props {
  job: Job;
  sealed: boolean;
  onTake: (week: Job['week']) => boolean;
}

const MOST_BYTES = 2_000_000;

export function CalendarRow({ job, sealed, onTake }: Props): ReactNode {
  const [said, setSaid] = useState('');
  const save = (): void => {
    const zone = job.join.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
    const name = [job.site.name, job.zone].filter(Boolean).join(', ') || 'Week';
    try {
      const text = weekToCalendar(job.week, zone, new Date().toISOString(), name);
      const link = document.createElement('a');
      link.href = URL.createObjectURL(new Blob([text], { type: 'text/calendar' }));
      link.download = `${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.ics`;
      link.click();
      URL.revokeObjectURL(link.href);
      setSaid('');
    } catch (error) {
      setSaid(error instanceof Error ? `${error.message}.` : 'It could not be written.');
    }
  };
  const take = async (file: File): Promise<void> => {
    if (file.size > MOST_BYTES) {
      setSaid(`${file.name}: more than ${MOST_BYTES / 1e6} MB.`);
      return;
    }
    const text = await file.text();
    const read =
      /\.csv$/i.test(file.name) && !isCalendar(text) ? weekFromCsv(text, job.week) : weekFromCalendar(text, job.week);
    if (read.ok) {
      onTake(read.week);
      setSaid(`${file.name}: ${read.says} taken.`);
    } else setSaid(`${file.name}, line ${read.line}: ${read.problem}.`);
  };
  return (
    <div className="stack">
      <div className="row">
        {job.week.days ? <Button onClick={save}>Week as a calendar</Button> : null}
        <FileButton accept=".ics,.csv,text/calendar,text/csv" disabled={sealed} onFile={(file) => void take(file)}>
          Week from a file
        </FileButton>
      </div>
      <p role="status" className="soft">
        {said}
      </p>
    </div>
  );
}
