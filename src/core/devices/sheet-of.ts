/** The sheet a job names or carries, as every family's sheets have it in common; null without one, or while it is none. */
import { familyOf } from '../family/registry';
import type { Job } from '../job/schema';
import { chosenSheet } from './choose';
import type { BaseSheet } from './sheet';

export function sheetOf(job: Job): BaseSheet | null {
  const { sheets } = familyOf(job).module;
  return chosenSheet(job, sheets.shipped, sheets.schema).sheet;
}
