/** The new device's numbered terminals: what goes on each, what is wrong as landed, and the work in its order. */
import { type Finding, finding } from '../findings/finding';
import type { FloorCore, FloorSurvey } from '../job/floor-schema';
import { count, fixed } from '../units/units';
import type { FloorLoad } from './load';
import type { FloorSheet } from './sheet';

export const CORE_WORDS: Record<FloorCore, string> = {
  L: 'supply, L (or L1)',
  N: 'supply, N (or L2)',
  E: 'earth',
  'heater-1': 'heating cable',
  'heater-2': 'heating cable, other core',
  screen: 'cable screen',
  'probe-1': 'probe',
  'probe-2': 'probe, other core',
};

/** Probe and heater have no polarity; L and N have. */
const sameUse = (a: FloorCore, b: FloorCore): boolean =>
  a === b || (a.startsWith('heater') && b.startsWith('heater')) || (a.startsWith('probe') && b.startsWith('probe'));

export interface TerminalPlan {
  terminal: string;
  meant: FloorCore;
  found: FloorCore | null;
  good: boolean | null;
}

/** Each terminal of the device with what is meant for it and what was found on it. */
export function terminalPlan(survey: FloorSurvey, sheet: FloorSheet): TerminalPlan[] {
  return Object.entries(sheet.terminals).map(([terminal, meant]) => {
    const found = survey.landed[terminal] ?? null;
    return { terminal, meant, found, good: found === null ? null : sameUse(found, meant) };
  });
}

/** Terminals with the wrong core on them. */
export function terminalFindings(survey: FloorSurvey, sheet: FloorSheet): Finding[] {
  return terminalPlan(survey, sheet).flatMap((t) =>
    t.found !== null && t.good === false
      ? [
          finding(
            'floor.miswired',
            { terminal: t.terminal, found: CORE_WORDS[t.found], meant: CORE_WORDS[t.meant] },
            [`terminal:${t.terminal}`],
            sheet.name,
          ),
        ]
      : [],
  );
}

export interface WorkStep {
  id: string;
  what: string;
}

/** The work in its order. */
export function floorSteps(survey: FloorSurvey, sheet: FloorSheet, load: FloorLoad | null): WorkStep[] {
  const on = (core: FloorCore): string => Object.entries(sheet.terminals).find(([, c]) => c === core)?.[0] ?? '?';
  const mats = Object.keys(survey.mats).length;
  const contactor = load?.needsContactor || survey.switching === 'contactor' || survey.switching === 'slave';
  const steps: WorkStep[] = [
    { id: 'measure', what: `${count(mats, 'mat')}: ohms and insulation once more, before anything is joined` },
    { id: 'earth', what: 'Earth first: supply earth and every cable screen together' },
  ];
  if (mats > 1)
    steps.push({ id: 'parallel', what: `Join the ${mats} mats in parallel: all first cores, all second cores` });
  steps.push({
    id: 'heater',
    what: contactor
      ? `Contactor: its coil to ${on('heater-1')} and ${on('heater-2')}, its contacts between supply and mats`
      : `Heating cable to ${on('heater-1')} and ${on('heater-2')}`,
  });
  steps.push(
    { id: 'supply', what: `Supply L to ${on('L')}, N (or L2) to ${on('N')}` },
    { id: 'probe', what: `Probe to ${on('probe-1')} and ${on('probe-2')}, either way round` },
    { id: 'tug', what: 'Tug every core; no bare copper showing; probe lead kept clear of mains' },
    {
      id: 'seat',
      what: `Fold the slack, seat the device level${survey.slackMillimetres !== undefined ? ` (${fixed(survey.slackMillimetres, 0)} mm there)` : ''}`,
    },
  );
  return steps;
}
