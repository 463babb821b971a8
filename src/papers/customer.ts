/** The customer's page: what was shown, their week, what is theirs to do. */
import type { Derived } from '@core/derive';
import type { Job } from '@core/job/schema';
import { followUps, handoverTopics } from '@core/record/handover';
import { holdLines, holidayLines, lostLines } from '@core/record/time-parts';
import { celsiusToFahrenheit, clock, fixed } from '@core/units/units';
import { DAYS } from '@core/week/week';
import type { Block, Line } from './pages';

function temperatureText(job: Job, celsius: number): string {
  return job.units === 'us' ? `${fixed(celsiusToFahrenheit(celsius), 0)} °F` : `${fixed(celsius, 1)} °C`;
}

/** Days that are alike, together: "Monday to Friday". */
function weekRows(job: Job): string[][] {
  const { days, profiles } = job.week;
  if (!days) return [];
  const rows: string[][] = [];
  for (let d = 0; d < 7; ) {
    let end = d;
    while (end < 6 && JSON.stringify(days[end + 1]) === JSON.stringify(days[d])) end++;
    const name = d === end ? (DAYS[d] ?? '') : `${DAYS[d]} to ${DAYS[end]}`;
    const events = days[d] ?? [];
    rows.push([
      name,
      events
        .map((e) => {
          const p = profiles[e.profile];
          return `${clock(e.minute)} ${p?.name ?? e.profile}${p ? ` (${p.coolCelsius === undefined ? temperatureText(job, p.heatCelsius) : `heat ${temperatureText(job, p.heatCelsius)}, cool ${temperatureText(job, p.coolCelsius)}`})` : ''}`;
        })
        .join('; '),
    ]);
    d = end + 1;
  }
  return rows;
}

export function customerBlocks(job: Job, derived: Derived): Block[] {
  const later = followUps(job, derived).filter((f) => f.owner === 'customer');
  const marks = { did: ' · you did this with us', shown: ' · shown to you' } as const;
  const blocks: Block[] = [
    {
      kind: 'lines',
      lines: handoverTopics(job, derived).flatMap((t): Line[] => {
        const shown = job.handOver.shown[t.id];
        return [{ text: `${t.what}${shown ? marks[shown] : ''}`, tone: 'bold' }, { text: `${t.words}\n ` }];
      }),
    },
  ];
  if (job.week.days)
    blocks.push({
      kind: 'table',
      heading: 'Your week',
      columns: [
        { head: 'Days', width: 24 },
        { head: 'From', width: 76 },
      ],
      rows: weekRows(job),
    });
  if (job.week.holiday || job.week.hold)
    blocks.push({ kind: 'lines', lines: [...holidayLines(job), ...holdLines(job), { text: ' ' }] });
  const lost = lostLines(job, derived.shared);
  if (lost.length > 0)
    blocks.push({
      kind: 'lines',
      lines: [{ text: 'The thermostat cannot hold all of it. It is off most on:' }, ...lost, { text: ' ' }],
    });
  if (later.length > 0)
    blocks.push({ kind: 'lines', heading: 'For you to do', lines: later.map((f) => ({ text: `• ${f.what}` })) });
  return blocks;
}
