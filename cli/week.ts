/** `augerset week …`: the week said, fitted to the device, and as a calendar. */
import type { Command } from 'commander';
import { derive } from '../src/core/derive';
import type { Job } from '../src/core/job/schema';
import { exportText } from '../src/core/record/share';
import { isCalendar, weekFromCalendar, weekToCalendar } from '../src/core/week/calendar';
import { weekFromCsv, weekToCsv } from '../src/core/week/csv';
import { entryText } from '../src/core/week/programme';
import { parseSpoken } from '../src/core/week/spoken';
import { print, readJob, readText } from './io';
import { UsageError } from './usage-error';

/** The job with a week said in words, where there are any. */
function said(job: Job, words: string | undefined): Job {
  if (words === undefined) return job;
  const read = parseSpoken(words, job.week, job.units, derive(job).shared.week.heatOnly);
  if (!read.ok) throw new UsageError(`--say: at ${read.problem.at + 1}, “${read.problem.word}”: ${read.problem.why}`);
  return { ...job, week: read.week };
}

export function weekCommands(program: Command): void {
  const week = program.command('week').description('the week: said in words, fitted to the device, as a calendar');
  week
    .command('fit')
    .description('print the closest programme the device can hold, what is lost, and the entries to key in')
    .argument('<job.json>')
    .option('--say <words>', 'a week in words: "up 6:30, out 8:30, back 17, bed 22:30; Sat Sun up 8, in"')
    .action(async (file: string, options: { say?: string }) => {
      const job = said(await readJob(file), options.say);
      if (!job.week.days) throw new UsageError(`${file}: there is no week in it: say one with --say`);
      const { shared } = derive(job);
      if (!shared.sheet?.schedule) throw new UsageError(`${file}: no device that keeps a week is chosen`);
      const { programme } = shared;
      if (!programme)
        throw new UsageError(
          job.week.owner === 'outside'
            ? `${file}: something outside owns the schedule: nothing is keyed in`
            : `${file}: no programme: a profile is missing, or nothing fits the device’s range`,
        );
      print({
        device: shared.sheet.name,
        lostKelvinHours: programme.lostKelvinHours,
        lost: programme.lost,
        entries: programme.entries.map((e) => ({ ...e, keyIn: entryText(e, job.units) })),
        week: job.week,
      });
    });
  week
    .command('calendar')
    .description('print the week as iCalendar')
    .argument('<job.json>')
    .option('--say <words>', 'a week in words')
    .option('--zone <zone>', 'IANA time zone; the job’s own without')
    .action(async (file: string, options: { say?: string; zone?: string }) => {
      const job = said(await readJob(file), options.say);
      try {
        print(
          weekToCalendar(
            job.week,
            options.zone ?? job.join.timeZone ?? 'Etc/UTC',
            new Date().toISOString(),
            [job.site.name, job.zone].filter(Boolean).join(', ') || 'Week',
          ),
        );
      } catch (e) {
        throw e instanceof RangeError ? new UsageError(`${file}: ${e.message}`) : e;
      }
    });
  week
    .command('csv')
    .description('print the week as CSV, in the job’s own degrees')
    .argument('<job.json>')
    .option('--say <words>', 'a week in words')
    .action(async (file: string, options: { say?: string }) => {
      const job = said(await readJob(file), options.say);
      if (!job.week.days) throw new UsageError(`${file}: there is no week in it: say one with --say`);
      print(weekToCsv(job.week, job.units));
    });
  week
    .command('take')
    .description('print the job with the week of an iCalendar or CSV file')
    .argument('<job.json>')
    .argument('<week.ics|week.csv>')
    .action(async (file: string, calendar: string) => {
      const job = await readJob(file);
      const text = await readText(calendar);
      const read = isCalendar(text) ? weekFromCalendar(text, job.week) : weekFromCsv(text, job.week);
      if (!read.ok) throw new UsageError(`${calendar}: line ${read.line}: ${read.problem}`);
      print(exportText({ ...job, week: read.week }));
    });
}
