/** `augerset house …`: what weeks cost this house over a year, and what a log says of it. */
import { type Command, InvalidArgumentError } from 'commander';
import type { Job } from '../src/core/job/schema';
import { cheaperWeek } from '../src/core/thermal/cheaper';
import { fitHouse, readHouseLog } from '../src/core/thermal/fit';
import { jobHouse } from '../src/core/thermal/job-house';
import { readWeather } from '../src/core/thermal/weather';
import { houseYear, type WeekToCompare } from '../src/core/thermal/year';
import { wantedByMinute } from '../src/core/week/wanted';
import { print, readJob, readText } from './io';
import { UsageError } from './usage-error';

const weekOf = (file: string, job: Job): WeekToCompare => {
  if (!job.week.days) throw new UsageError(`${file}: there is no week in it`);
  return { id: file, name: file, wanted: wantedByMinute(job.week) };
};

const collect = (value: string, all: string[]): string[] => {
  if (all.length >= 5) throw new InvalidArgumentError('five weeks at most');
  return [...all, value];
};

async function weatherOf(file: string | undefined): Promise<Float64Array | null> {
  if (file === undefined) return null;
  const read = readWeather(await readText(file));
  if (!read.ok) throw new UsageError(`${file}: line ${read.line}: ${read.problem}`);
  // What was taken for what goes beside the answer, not into it.
  for (const line of [...read.says, ...(read.filled > 0 ? [`${read.filled} missing hours filled`] : [])])
    process.stderr.write(`${file}: ${line}\n`);
  return read.hourly;
}

export function houseCommands(program: Command): void {
  const house = program.command('house').description('the house: what weeks cost in it, and what a log says of it');
  house
    .command('compare')
    .description('print what the weeks of jobs cost the first one’s house over a year, with their doubt')
    .argument('<job.json>')
    .option('--also <job.json>', 'another job’s week in the same house; several times', collect, [])
    .option('--weather <file>', 'EPW, or CSV with a column of outdoor temperature')
    .action(async (file: string, options: { also: string[]; weather?: string }) => {
      const job = await readJob(file);
      const weeks = [weekOf(file, job)];
      for (const other of options.also) weeks.push(weekOf(other, await readJob(other)));
      const year = houseYear(job, weeks, await weatherOf(options.weather));
      let part = year.next();
      while (!part.done) part = year.next();
      const { assumed } = jobHouse(job);
      print({
        ...part.value,
        compared: part.value.compared.map(({ use, ...c }) => ({ ...c, ...use })),
        assumed,
      });
    });
  house
    .command('fit')
    .description('print what a log of the room says of the house’s losses, mass and gains')
    .argument('<job.json>')
    .argument('<log.csv>', 'columns minute (or time), indoor, outdoor, heat')
    .action(async (file: string, log: string) => {
      const job = await readJob(file);
      const { form } = jobHouse(job);
      const read = readHouseLog(await readText(log), form.heatWatts);
      if (!read.ok) throw new UsageError(`${log}: line ${read.line}: ${read.problem}`);
      print({ columns: read.says, ...fitHouse(form, read.rows) });
    });
  house
    .command('optimise')
    .description('print a cheaper week for the job’s house, no colder than what stands; null where there is none')
    .argument('<job.json>')
    .option('--weather <file>', 'EPW, or CSV with a column of outdoor temperature')
    .action(async (file: string, options: { weather?: string }) => {
      const job = await readJob(file);
      weekOf(file, job);
      const work = cheaperWeek(job, await weatherOf(options.weather));
      let part = work.next();
      while (!part.done) part = work.next();
      print(part.value);
    });
}
