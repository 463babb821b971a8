/**
 * The one home of every finding: its code, weight, stop and words. docs/findings.md is generated
 * from it. Codes are stable; wording may change.
 */

import { BOILER_FINDINGS } from './boiler.catalogue';
import { CIRCUIT_FINDINGS } from './circuit.catalogue';
import { CONTACT_FINDINGS } from './contact.catalogue';
import { entry, type None } from './entry';
import { FLOOR_FINDINGS } from './floor.catalogue';
import { HEATER_FINDINGS } from './heater.catalogue';
import { JOIN_FINDINGS } from './join.catalogue';
import { LOWVOLTAGE_FINDINGS } from './lowvoltage.catalogue';
import { MAINS_FINDINGS } from './mains.catalogue';
import { MOUNT_FINDINGS } from './mount.catalogue';
import { NETS_FINDINGS } from './nets.catalogue';
import { SAFE_FINDINGS } from './safe.catalogue';
import { SENSOR_FINDINGS } from './sensor.catalogue';
import { SURVEY_FINDINGS } from './survey.catalogue';
import { WEEK_FINDINGS } from './week.catalogue';

export const CATALOGUE = {
  ...SURVEY_FINDINGS,
  ...SAFE_FINDINGS,
  ...NETS_FINDINGS,
  ...CIRCUIT_FINDINGS,
  ...JOIN_FINDINGS,
  // Arrive
  'arrive.danger': entry<{ sign: string; instead: string }>(
    'blocker',
    'arrive',
    'A sign at which everybody stops: burning, marks, sparks, gas, water on live parts, a shock.',
    (f) => ({
      message: `Stop: ${f.sign}.`,
      fix: f.instead,
    }),
  ),
  'arrive.not-working': entry<{ state: string }>(
    'caution',
    'arrive',
    'The old equipment did not work fully before anything was touched.',
    (f) => ({
      message: `The equipment ${f.state} when you arrived.`,
      fix: 'Say so to the customer now. A fault that was there before is not the new thermostat’s.',
    }),
  ),
  'device.none': entry<None>(
    'caution',
    'arrive',
    'No device sheet is chosen, so there is nothing to plan for.',
    () => ({
      message: 'No device chosen yet.',
      fix: 'Choose the device sheet: terminals, settings and limits all come from it.',
    }),
  ),
  'device.unknown-sheet': entry<{ sheet: string }>(
    'blocker',
    'arrive',
    'The job names a device sheet that is not here.',
    (f) => ({
      message: `There is no device sheet called “${f.sheet}” here.`,
      fix: 'Choose another sheet, or carry the sheet inline in the job file.',
    }),
  ),
  'device.bad-sheet': entry<{ where: string; problem: string }>(
    'blocker',
    'arrive',
    'The device sheet carried in the job is not valid.',
    (f) => ({
      message: `The sheet this job carries is not whole: ${f.where}, ${f.problem}.`,
      fix: 'Fill it in under the device, or choose another sheet.',
    }),
  ),

  ...LOWVOLTAGE_FINDINGS,
  ...MAINS_FINDINGS,
  ...BOILER_FINDINGS,
  ...FLOOR_FINDINGS,
  ...HEATER_FINDINGS,
  ...CONTACT_FINDINGS,

  // Week
  ...SENSOR_FINDINGS,
  ...MOUNT_FINDINGS,
  ...WEEK_FINDINGS,

  // Proof
  'proof.failed': entry<{ test: string; what: string; value: string; predicted: string }>(
    'blocker',
    'proof',
    'A reading of the proof run is outside its prediction.',
    (f) => ({
      message: `${f.test}: ${f.what} is ${f.value}, predicted ${f.predicted}.`,
      fix: 'See the most likely causes. Supply off before anything is moved.',
    }),
  ),
  'proof.skipped': entry<{ test: string; reason: string }>(
    'caution',
    'proof',
    'A test was skipped with a reason.',
    (f) => ({
      message: `${f.test} was skipped: ${f.reason}.`,
      fix: 'It stands in the record as not proved. Leave a follow-up if it can be shown later.',
    }),
  ),
  'proof.inconclusive': entry<{ test: string; what: string }>(
    'caution',
    'proof',
    'A reading is within the meter’s resolution of the limit.',
    (f) => ({
      message: `${f.test}: ${f.what} is too close to the limit for this meter to tell.`,
      fix: 'Measure again with better contact or another meter.',
    }),
  ),
} as const;

export type FindingCode = keyof typeof CATALOGUE;
export type FindingFacts<C extends FindingCode> = Parameters<(typeof CATALOGUE)[C]['words']>[0];
