/** An exported record as text: whether its seal and signature hold, and whether it is the file that was exported, letter for letter. */
import { readJobFile } from '../core/job/file';
import { exportText } from '../core/record/share';
import { checkRecord, type RecordCheck } from './signature';

export type TextCheck =
  | (Extract<RecordCheck, { ok: true }> & { exact: boolean })
  | { ok: false; reason: Extract<RecordCheck, { ok: false }>['reason'] | 'unreadable'; message: string };

/** @param trusted the public key it must be signed with */
export function checkText(text: string, trusted?: string): TextCheck {
  const read = readJobFile(text);
  if (!read.ok) {
    const [first] = read.problems;
    return { ok: false, reason: 'unreadable', message: [first?.path, first?.message].filter(Boolean).join(': ') };
  }
  const check = checkRecord(read.job, trusted);
  return check.ok ? { ...check, exact: exportText(read.job) === text } : check;
}
