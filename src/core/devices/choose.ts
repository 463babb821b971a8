/** Finds the sheet a job names or carries. */
import { type Finding, finding } from '../findings/finding';
import type { Job } from '../job/schema';
import { DeviceSheet } from './sheet';
import { SHIPPED_SHEETS } from './shipped.data';

export function chosenSheet(job: Job): { sheet: DeviceSheet | null; findings: Finding[] } {
  const { sheet: id, inline } = job.device;
  if (inline !== undefined) {
    const parsed = DeviceSheet.safeParse(inline);
    if (parsed.success) return { sheet: parsed.data, findings: [] };
    const issue = parsed.error.issues[0];
    return {
      sheet: null,
      findings: [
        finding(
          'device.bad-sheet',
          { where: issue?.path.join('.') || 'its top', problem: issue?.message ?? 'not a sheet' },
          ['device'],
        ),
      ],
    };
  }
  if (id === undefined) return { sheet: null, findings: [finding('device.none', {}, ['device'])] };
  const sheet = SHIPPED_SHEETS.find((s) => s.id === id) ?? null;
  return {
    sheet,
    findings: sheet ? [] : [finding('device.unknown-sheet', { sheet: id }, ['device'], `device.sheet = ${id}`)],
  };
}
