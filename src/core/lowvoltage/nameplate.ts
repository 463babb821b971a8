/** What the nameplate's own words settle, and where the strip disagrees with the plate or with the old device. */
import { type Finding, finding } from '../findings/finding';
import type { Equipment, Fuel, LowVoltageJob } from '../job/schema';
import type { LowVoltageSystem } from './system-type';

/** Class 2 control parts are made for 24 V and bear up to 30 V (NEC chapter 9, table 11(A)). */
const HIGHEST_SECONDARY_VOLTS = 30;

export interface PlateSays {
  outdoorUnit: Equipment['outdoorUnit'];
  fuel: Fuel | undefined;
  transformerVA: number | undefined;
}

/** Words off the plate that are as good as an answer; what they leave open stays open. */
export function plateSays(job: LowVoltageJob): PlateSays {
  const text = job.survey.equipment.nameplate ?? '';
  const va = /(\d{2,3})\s*VA\b/i.exec(text);
  const has = (pattern: RegExp): boolean => pattern.test(text);
  return {
    outdoorUnit: has(/heat\s*pump|heating capacity/i)
      ? 'heat-pump'
      : has(/cooling only|air[- ]condition/i)
        ? 'air-conditioner'
        : undefined,
    fuel: has(/natural gas|\bNG\b/i)
      ? 'gas'
      : has(/propane|\bLPG?\b|bottled gas/i)
        ? 'propane'
        : has(/fuel oil|\bNo\.? ?2 oil\b/i)
          ? 'oil'
          : has(/electric (furnace|heat)/i)
            ? 'electric'
            : undefined,
    transformerVA: va ? Number(va[1]) : undefined,
  };
}

/** @param heatCores conductors on W terminals */
export function surveyAgainstPlate(job: LowVoltageJob, system: LowVoltageSystem, heatCores: number): Finding[] {
  const { equipment, old } = job.survey;
  const findings: Finding[] = [];
  const stages = equipment.heatStages;
  if (
    stages !== undefined &&
    heatCores > 0 &&
    stages !== heatCores &&
    system.kind !== 'heat-pump' &&
    system.kind !== 'dual-fuel'
  )
    findings.push(
      finding(
        'system.stages-differ',
        { plate: stages, landed: heatCores },
        ['equipment'],
        'nameplate against W conductors',
      ),
    );
  if (equipment.secondBoard !== undefined)
    findings.push(finding('survey.second-board', { board: equipment.secondBoard }, ['equipment'], 'seen'));
  const { primaryTapVolts: tap, mainsVolts: mains } = equipment;
  if (tap !== undefined && mains !== undefined && Math.abs(mains / tap - 1) > 0.08)
    findings.push(
      finding(
        (24 * mains) / tap > HIGHEST_SECONDARY_VOLTS ? 'supply.over-volts' : 'supply.wrong-tap',
        { tap, mains, secondary: (24 * mains) / tap },
        ['equipment'],
        'tap against mains',
      ),
    );
  if (old.mechanical) findings.push(finding('survey.old-mechanical', {}, ['old'], 'mechanical thermostat'));
  if (old.twoRows) findings.push(finding('survey.two-rows', {}, ['old'], 'two rows of letters'));
  if (old.batteries && system.common === 'both-ends')
    findings.push(finding('survey.batteries-and-common', {}, ['old'], 'batteries in the old device'));
  return findings;
}
