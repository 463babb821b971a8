/** Finds the sheet a job names or carries, of any family. */
import type * as z from 'zod';
import { type Finding, finding } from '../findings/finding';
import type { JobHead } from '../job/schema';
import { sheetProblems } from './sheet-form';

/** @param schema what a sheet carried inside the job must be */
export function chosenSheet<S extends { id: string }>(
  job: Pick<JobHead, 'device'>,
  shipped: readonly S[],
  schema: z.ZodType<S>,
): { sheet: S | null; findings: Finding[] } {
  const { sheet: id, inline } = job.device;
  if (inline !== undefined) {
    const parsed = schema.safeParse(inline);
    if (parsed.success) return { sheet: parsed.data, findings: [] };
    const [problem] = sheetProblems(schema, inline);
    return {
      sheet: null,
      findings: [
        finding(
          'device.bad-sheet',
          { where: problem?.where.toLowerCase() || 'at its top', problem: problem?.message ?? 'not a sheet' },
          ['device'],
        ),
      ],
    };
  }
  if (id === undefined) return { sheet: null, findings: [finding('device.none', {}, ['device'])] };
  const sheet = shipped.find((s) => s.id === id) ?? null;
  return {
    sheet,
    findings: sheet ? [] : [finding('device.unknown-sheet', { sheet: id }, ['device'], `device.sheet = ${id}`)],
  };
}
