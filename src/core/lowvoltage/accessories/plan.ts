/**
 * Which output runs which accessory, how it is wired, what the device asks and what to answer.
 */
import type { DeviceSheet } from '../../devices/sheet';
import { type Finding, finding, type Question } from '../../findings/finding';
import type { Accessory, LowVoltageJob } from '../../job/schema';
import { fixed } from '../../units/units';
import { DEFAULT_TRANSFORMER_VA } from '../loads.data';
import type { WorkStep } from '../work-steps';
import { type AccessoryWiring, type JoinedTransformers, joinedTransformers } from './circuit';
import { humidityTarget } from './humidity';
import { type VentilatorMinutes, ventilatorMinutes } from './ventilation';

export interface PlannedAccessory extends AccessoryWiring {
  /** What the device is told: "powered by this thermostat's supply". */
  answerFed: boolean | null;
  needsFan: boolean;
  steps: WorkStep[];
  /** Percent, where it humidifies or dries. */
  target: number | null;
  targetWhy: string;
  ventilation: VentilatorMinutes | null;
  joined: JoinedTransformers | null;
}

export interface AccessoryPlan {
  planned: PlannedAccessory[];
  questions: Question[];
  findings: Finding[];
}

/** How each kind is written in states and settings. */
export const ACTION = { humidifier: 'humidify', dehumidifier: 'dehumidify', ventilator: 'ventilate' } as const;

/** Glazing and room assumed until they are noted: double glazing, 21 °C. */
const USUAL = { glazingU: 2.8, indoorCelsius: 21 };
/** Usual summer target where nothing is asked for. */
const DRY_TARGET = 50;

/** U of the windows and the room’s temperature, and whether they are assumed. */
export const glazingOf = (job: LowVoltageJob): { glazingU: number; indoorCelsius: number; assumed: boolean } => ({
  glazingU: job.survey.dwelling.glazingU ?? USUAL.glazingU,
  indoorCelsius: job.survey.dwelling.indoorCelsius ?? USUAL.indoorCelsius,
  assumed: job.survey.dwelling.glazingU === undefined,
});

type Relay = DeviceSheet['accessoryRelays'][number];

/** Outputs to accessories, each used once; the assignment that serves most, volt-free pairs kept for those that need them. */
function assign(accessories: readonly [string, Accessory][], relays: readonly Relay[]): Map<string, Relay> {
  const cost = (a: Accessory, relay: Relay): number => {
    if (!relay.kinds.includes(a.kind)) return Number.POSITIVE_INFINITY;
    const pair = relay.terminals.length === 2;
    const own = a.power === 'own';
    // An own transformer on a fed output costs an isolating relay; a fed accessory on a pair only wastes the pair.
    return own ? (pair ? 0 : 10) : pair ? 1 : 0;
  };
  let best: { map: Map<string, Relay>; score: number } = { map: new Map(), score: 0 };
  const walk = (i: number, free: readonly Relay[], map: Map<string, Relay>, score: number): void => {
    const next = accessories[i];
    if (!next) {
      if (score > best.score) best = { map: new Map(map), score };
      return;
    }
    walk(i + 1, free, map, score);
    for (const relay of free) {
      const c = cost(next[1], relay);
      if (!Number.isFinite(c)) continue;
      map.set(next[0], relay);
      walk(
        i + 1,
        free.filter((r) => r !== relay),
        map,
        score + 100 - c,
      );
      map.delete(next[0]);
    }
  };
  walk(0, relays, new Map(), 0);
  return best.map;
}

const powerQuestion = (id: string, a: Accessory): Question => ({
  code: `accessory-power.${id}`,
  field: ['accessories', id, 'power'],
  stop: 'decide',
  about: [`accessory:${id}`],
  ask: `Does the ${a.kind} bring its own transformer?`,
  how: `Follow its two wires: to a small transformer of its own, or to R and C of the equipment. Or read volts across its two loose wires with everything on: 24 V means its own.`,
  answers: [
    {
      value: 'own',
      label: 'Its own',
      means: 'Two wires to a volt-free pair; the device is told it does not power it.',
    },
    { value: 'system', label: 'None', means: 'It is fed from R here and its load counts on this transformer.' },
  ],
  decides: [`${ACTION[a.kind]}.power`],
  needed: true,
});

function steps(w: AccessoryWiring): WorkStep[] {
  const { id, accessory, terminals } = w;
  const about = `accessory:${id}`;
  const step = (n: string, place: WorkStep['place'], what: string): WorkStep => ({
    id: `accessory-${id}-${n}`,
    place,
    what,
    about,
  });
  const [a = '', b = ''] = terminals;
  if (w.fed)
    return [
      step('out', 'wall', `Land one ${accessory.kind} wire on ${a}, tug it`),
      step(
        'back',
        w.returns,
        w.returns === 'wall'
          ? `Land the other ${accessory.kind} wire on C with the common, tug both`
          : `Land the other ${accessory.kind} wire on C at the board: no return core is needed in the wall`,
      ),
    ];
  if (w.isolated)
    return [
      step(
        'relay',
        w.returns,
        `Fit an isolating relay: coil from ${a} to C, contact in the ${accessory.kind}’s own loop`,
      ),
    ];
  return [
    step('a', 'wall', `Land one ${accessory.kind} wire on ${a}, tug it`),
    step('b', 'wall', `Land the other on ${b}, tug it. Neither may touch R or C: it has its own transformer`),
  ];
}

/** Each accessory on an output of this device, or why not. */
export function planAccessories(
  job: LowVoltageJob,
  sheet: DeviceSheet,
  at: { commonAtWall: boolean; fanCall: boolean },
): AccessoryPlan {
  const entries = Object.entries(job.survey.accessories);
  const planned: PlannedAccessory[] = [];
  const questions: Question[] = [];
  const findings: Finding[] = [];
  const outputs = assign(entries, sheet.accessoryRelays);
  const { glazingU, indoorCelsius, assumed } = glazingOf(job);
  for (const [id, accessory] of entries) {
    const about = [`accessory:${id}`];
    const { power } = accessory;
    const joined =
      accessory.tiedTo && power !== 'system'
        ? joinedTransformers(accessory, job.survey.equipment.transformerVA ?? DEFAULT_TRANSFORMER_VA)
        : null;
    if (joined && accessory.tiedTo)
      findings.push(
        finding(
          'accessory.transformers-joined',
          {
            accessory: accessory.kind,
            terminal: accessory.tiedTo,
            high: Math.max(joined.inPhase.coilVolts, joined.opposed.coilVolts),
            low: Math.min(joined.inPhase.coilVolts, joined.opposed.coilVolts),
          },
          about,
          `a lead of its own transformer is on ${accessory.tiedTo}`,
        ),
      );
    const relay = outputs.get(id);
    if (!relay) {
      findings.push(
        finding('accessory.no-output', { accessory: accessory.kind, device: sheet.name }, about, sheet.name),
      );
      continue;
    }
    // Only an output that could run it makes the answer matter.
    if (power === undefined) {
      questions.push(powerQuestion(id, accessory));
      continue;
    }
    const pair = relay.terminals.length === 2;
    const fed = power !== 'own';
    const isolated = !fed && !pair;
    const returns = accessory.returns ?? (at.commonAtWall ? 'wall' : 'board');
    const wiring: AccessoryWiring = { id, accessory, terminals: relay.terminals, fed, returns, isolated };
    if (isolated)
      findings.push(
        finding(
          'accessory.needs-isolating-relay',
          { accessory: accessory.kind, terminal: relay.terminals[0] },
          about,
          `${relay.terminals[0]} is fed from R inside ${sheet.name}`,
        ),
      );
    if (fed && returns === 'wall' && !at.commonAtWall)
      findings.push(finding('accessory.no-return', { accessory: accessory.kind }, about, 'no C at the wall'));
    const needsFan = accessory.needsFan ?? true;
    if (needsFan && !at.fanCall)
      findings.push(finding('accessory.no-fan', { accessory: accessory.kind }, about, 'no fan call in this plan'));
    const { floorSquareMetres, bedrooms } = job.survey.dwelling;
    const flow = accessory.flowCubicMetresPerSecond;
    const ventilation =
      accessory.kind === 'ventilator' && floorSquareMetres && bedrooms !== undefined && flow
        ? ventilatorMinutes(floorSquareMetres, bedrooms, flow)
        : null;
    if (ventilation?.short)
      findings.push(
        finding(
          'accessory.ventilator-small',
          { needed: ventilation.neededCubicMetresPerSecond * 1000, moves: (flow ?? 0) * 1000 },
          about,
          'fresh air by floor area and bedrooms',
        ),
      );
    planned.push({
      ...wiring,
      answerFed: pair && power !== undefined ? fed : null,
      needsFan,
      steps: steps(wiring),
      target:
        accessory.kind === 'humidifier'
          ? humidityTarget(indoorCelsius, glazingU)
          : accessory.kind === 'dehumidifier'
            ? DRY_TARGET
            : null,
      targetWhy:
        accessory.kind === 'humidifier'
          ? `keeps glass of U ${fixed(glazingU, 1)}${assumed ? ' (assumed)' : ''} dry at −5 °C outdoors`
          : 'usual; the customer’s comfort wins',
      ventilation,
      joined,
    });
  }
  return { planned, questions, findings };
}
