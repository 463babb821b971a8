/** `augerset haystack`: points and history out as Project Haystack grids (JSON), and a grid taken back into a job. */
import type { Command } from 'commander';
import { historyGrid, pointsGrid, takeGrid } from '../src/core/record/haystack';
import { print, readJob, readJson } from './io';
import { UsageError } from './usage-error';

const GRIDS = { points: pointsGrid, history: historyGrid } as const;
const isGrid = (what: string): what is keyof typeof GRIDS => what in GRIDS;

export function haystackCommand(program: Command): void {
  program
    .command('haystack')
    .description('a job as Project Haystack grids: points, history; or take a grid into a job and print that')
    .argument('<what>', 'points, history or take')
    .argument('<job.json>')
    .argument('[grid.json]', 'for take')
    .action(async (what: string, file: string, grid: string | undefined) => {
      const job = await readJob(file);
      if (isGrid(what)) {
        print(GRIDS[what](job));
        return;
      }
      if (what !== 'take' || grid === undefined)
        throw new UsageError(`haystack: “${what}” is none of points JOB, history JOB, take JOB GRID`);
      const taken = takeGrid(job, await readJson(grid));
      if (!taken.ok)
        throw new UsageError(taken.problems.map((p) => `${grid}: ${p.path || 'at its top'}: ${p.message}`).join('\n'));
      print(taken.job);
    });
}
