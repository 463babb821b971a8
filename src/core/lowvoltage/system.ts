/**
 * Reads the system from what lands where. Every rule is named in `reasons`; what the survey cannot
 * support becomes a question with the look or measurement that settles it.
 */
import { bySeverity, type Finding, finding, type Question } from '../findings/finding';
import type { Equipment, Fuel, Job } from '../job/schema';
import { HOT_ROLES, type TerminalRole, terminalInfo } from '../survey/terminals.data';
import { listed } from '../units/units';
import { type Core, readCores, roleOf, threeWiresOnly } from './cores';
import {
  commonOrValveQuestion,
  fuelQuestion,
  outdoorQuestion,
  threeWireQuestion,
  unclearQuestion,
  withoutFanQuestion,
} from './system-questions';

export type SystemKind = 'heat-only' | 'cool-only' | 'furnace-ac' | 'heat-pump' | 'dual-fuel' | 'fan-only';

export interface Reason {
  rule: string;
  text: string;
  about: string[];
}

export interface LowVoltageSystem {
  /** known: read and planned. open: a question must be answered first. refused: not a job for a 24 V device. empty: nothing landed. */
  verdict: 'known' | 'open' | 'refused' | 'empty';
  kind: SystemKind | null;
  heatStages: number;
  coolStages: number;
  auxStages: number;
  /** W roles that are auxiliary heat, in the order they are called. */
  auxRoles: TerminalRole[];
  /** A conductor on E. */
  emergencyCall: boolean;
  fuel: Fuel | null;
  /** What the nameplate says makes the heat, where it was read. */
  plant: Equipment['kind'] | null;
  /** Y closes a motor-driven zone valve that W opens. */
  closesValve: boolean;
  fanCall: boolean;
  reversingValve: 'O' | 'B' | null;
  transformers: 1 | 2;
  common: 'both-ends' | 'wall-only' | 'board-only' | 'none';
  sentence: string;
  reasons: Reason[];
  questions: Question[];
  findings: Finding[];
}

const about = (cores: readonly Core[]): string[] => cores.map((c) => `conductor:${c.id}`);
const stageWord = (n: number): string => (n === 1 ? 'one stage' : n === 2 ? 'two stages' : `${n} stages`);

/** Signs and readings that stop a 24 V job. */
function refusals(job: Job): Finding[] {
  const { seen } = job.survey;
  const findings: Finding[] = [];
  const signs = [
    seen.thickConductors ? 'thick conductors' : '',
    seen.wireNuts ? 'wire nuts' : '',
    seen.mainsBox ? 'a mains box' : '',
    seen.mainsLabel ? `a label reading “${seen.mainsLabel}”` : '',
  ].filter((s) => s !== '');
  if (signs.length > 0)
    findings.push(finding('system.line-voltage', { why: listed(signs) }, ['seen'], 'seen at the wall'));
  const serial = readCores(job).filter((c) => roleOf(c) === 'serial');
  if (seen.serialControl || serial.length > 0)
    findings.push(
      finding(
        'system.serial',
        { why: serial.length > 0 ? `conductors on ${listed(serial.map((c) => c.board ?? c.wall ?? ''))}` : 'seen' },
        serial.length > 0 ? about(serial) : ['seen'],
        'data pair',
      ),
    );
  for (const [id, r] of Object.entries(job.readings)) {
    if (r.struck) continue;
    if (r.quantity === 'volts-ac' && r.value > 60) {
      findings.push(
        finding(
          'system.line-voltage',
          { why: `${r.value.toFixed(0)} V read between ${r.a ?? '?'} and ${r.b ?? '?'}` },
          [`reading:${id}`],
          `reading ${id}`,
        ),
      );
    }
    if (r.quantity === 'volts-dc' && r.value >= 0.25 && r.value <= 0.75) {
      findings.push(finding('system.millivolt', { millivolts: r.value * 1000 }, [`reading:${id}`], `reading ${id}`));
    }
  }
  return findings;
}

function commonState(cores: readonly Core[]): LowVoltageSystem['common'] {
  // A letter that turned out to be the common counts at whichever end it is landed.
  const isC = (core: Core, label: string | undefined): boolean =>
    label !== undefined &&
    (terminalInfo(label)?.role === 'common' || (core.role === 'common' && ['B', 'X'].includes(label)));
  if (cores.some((c) => isC(c, c.wall) && isC(c, c.board))) return 'both-ends';
  if (cores.some((c) => isC(c, c.wall))) return 'wall-only';
  if (cores.some((c) => isC(c, c.board))) return 'board-only';
  return 'none';
}

const fuelWords: Record<Fuel, string> = { gas: 'gas', propane: 'bottled-gas', oil: 'oil', electric: 'electric' };

/** The system this job's survey, answers and readings show. */
export function readSystem(job: Job): LowVoltageSystem {
  const cores = readCores(job);
  const { equipment, jumpers } = job.survey;
  const reasons: Reason[] = [];
  const questions: Question[] = [];
  const findings: Finding[] = refusals(job);
  const withRole = (...roles: string[]): Core[] => cores.filter((c) => roles.includes(roleOf(c) ?? ''));

  const hots = cores.filter((c) => HOT_ROLES.has(roleOf(c) ?? 'fault'));
  let heats = withRole('heat1', 'heat2', 'heat3');
  const cools = withRole('cool1', 'cool2');
  const fans = withRole('fan');
  const bs = withRole('valve-heat');
  const os = withRole('valve-cool', 'valve-either');
  const valves = [...os, ...bs];
  const closers = withRole('valve-close');

  const heatStages = heats.length;
  let coolStages = cools.length > 0 ? Math.max(1, cools.some((c) => roleOf(c) === 'cool2') ? 2 : 1) : 0;
  let auxStages = 0;
  const common = commonState(cores);

  const result: LowVoltageSystem = {
    verdict: 'empty',
    kind: null,
    heatStages,
    coolStages,
    auxStages,
    auxRoles: [],
    emergencyCall: withRole('emergency').length > 0,
    fuel: equipment.fuel ?? (isFuel(job.answers.fuel) ? job.answers.fuel : null),
    plant: equipment.kind ?? null,
    closesValve: closers.length > 0,
    fanCall: fans.length > 0,
    reversingValve: null,
    transformers: 1,
    common,
    sentence: 'Nothing is landed yet.',
    reasons,
    questions,
    findings,
  };

  const refused = findings.some((f) => f.severity === 'blocker');
  if (refused) {
    result.verdict = 'refused';
    result.sentence =
      findings[0]?.code === 'system.millivolt'
        ? 'A millivolt heater that makes its own supply. A 24 V thermostat must not go here.'
        : findings[0]?.code === 'system.serial'
          ? 'Proprietary serial control: its conductors carry data, not 24 V calls. A 24 V thermostat must not go here.'
          : 'This is line voltage. A 24 V thermostat must not go here.';
    return result;
  }
  const landed = cores.filter((c) => c.wall !== undefined || c.board !== undefined);
  if (landed.length === 0) {
    findings.push(finding('system.none', {}));
    return result;
  }

  // Transformers: two R conductors mean two, unless a jumper ties them.
  const rc = withRole('hot-cool');
  const rh = withRole('hot-heat');
  const hotLabels = new Set(['R', 'Rc', 'Rh']);
  const tied = Object.values(jumpers).some((j) => hotLabels.has(j.a) && hotLabels.has(j.b));
  if (hots.length >= 2) {
    result.transformers = 2;
    reasons.push({
      rule: 'two-hots',
      text: 'Separate conductors on two R terminals: two transformers.',
      about: about(hots),
    });
    if (tied)
      findings.push(finding('system.two-hots-tied', {}, about([...rc, ...rh]), 'jumper between the R terminals'));
  } else if (hots.length === 1) {
    reasons.push({
      rule: 'one-hot',
      text: `One R conductor${tied ? ' and a jumper' : ''}: one transformer.`,
      about: about(hots),
    });
  } else {
    findings.push(finding('system.no-hot', {}, ['terminal:R'], 'no conductor on R, Rc or Rh'));
  }
  if (equipment.transformers) result.transformers = equipment.transformers;

  if (withRole('unclear').length > 0) questions.push(unclearQuestion);
  const ofThree = threeWiresOnly(job);
  if (ofThree && closers.length === 0 && job.answers['three-wire'] === undefined) questions.push(threeWireQuestion);
  if (closers.length > 0)
    reasons.push({
      rule: 'three-wire',
      text: 'R, W and Y alone with a zone valve: W opens it, Y closes it. Heat only.',
      about: about([...heats, ...closers]),
    });

  // Reversing valve.
  if (bs.length > 0 && os.length === 0 && common === 'none' && job.answers['b-common'] === undefined) {
    questions.push(commonOrValveQuestion);
  }
  if (os.length > 0 && bs.length > 0 && job.answers['b-common'] === undefined) questions.push(commonOrValveQuestion);
  const outdoor = equipment.outdoorUnit ?? job.answers['outdoor-unit'];
  const heatPump = valves.length > 0 && outdoor !== 'air-conditioner' && outdoor !== 'none';
  if (valves.length > 0) {
    reasons.push({
      rule: 'valve',
      text: `A conductor on ${listed(valves.map((c) => c.board ?? c.wall ?? ''))}: a reversing valve, so a heat pump.`,
      about: about(valves),
    });
    if (outdoor === undefined || outdoor === 'unknown') questions.push(outdoorQuestion);
    result.reversingValve = equipment.reversingValve ?? (os.length > 0 ? 'O' : 'B');
  }
  if (heatPump) {
    auxStages = heats.length;
    const fossil = heats.length > 0 && result.fuel !== null && result.fuel !== 'electric';
    result.kind = fossil ? 'dual-fuel' : 'heat-pump';
    result.heatStages = Math.max(1, coolStages);
    result.auxStages = auxStages;
    result.auxRoles = (['heat1', 'heat2', 'heat3'] as const).filter((role) => heats.some((c) => roleOf(c) === role));
    if (heats.length > 0)
      reasons.push({ rule: 'aux', text: 'W on a heat pump is auxiliary heat.', about: about(heats) });
    if (fossil) findings.push(finding('system.outdoor-needed', {}, about(heats), 'heat pump and a fuel furnace'));
  } else if (cools.length > 0 && outdoor === 'none') {
    findings.push(finding('system.no-outdoor-unit', {}, about(cools), 'nameplate: no outdoor unit'));
  } else if (heats.length > 0 && cools.length > 0) {
    result.kind = 'furnace-ac';
    reasons.push({
      rule: 'w-and-y',
      text: 'W and Y, no reversing valve: a furnace or boiler with an air conditioner.',
      about: about([...heats, ...cools]),
    });
  } else if (heats.length > 0) {
    result.kind = 'heat-only';
    reasons.push({ rule: 'w-only', text: 'W and no Y: heat only.', about: about(heats) });
  } else if (cools.length > 0) {
    result.kind = 'cool-only';
    reasons.push({ rule: 'y-only', text: 'Y and no W: cooling only.', about: about(cools) });
  } else if (fans.length > 0) {
    result.kind = 'fan-only';
    reasons.push({ rule: 'g-alone', text: 'G without Y and W: fan only, or a conductor is lost.', about: about(fans) });
  }
  if (coolStages === 2)
    reasons.push({ rule: 'numbered-stages', text: 'Y1 and Y2: two compressor stages.', about: about(cools) });
  if (heats.length > 1)
    reasons.push({
      rule: 'numbered-stages',
      text: `${listed(heats.map((c) => c.board ?? c.wall ?? ''))}: ${stageWord(heats.length)} of heat.`,
      about: about(heats),
    });
  if (equipment.coolStages !== undefined && coolStages > 0)
    coolStages = Math.min(coolStages, Math.max(1, equipment.coolStages));
  result.coolStages = coolStages;
  heats = heats.filter((c) => c.wall !== undefined || c.board !== undefined);

  const asked = questions.some((q) => q.code === 'three-wire');
  if (cools.length > 0 && fans.length === 0 && !heatPump && outdoor !== 'none' && !asked) {
    const answer = job.answers['y-without-g'];
    if (answer === undefined) questions.push(withoutFanQuestion);
    if (answer === undefined || answer === 'missing')
      findings.push(finding('system.no-fan-with-cooling', {}, about(cools), 'Y landed, G not'));
  }
  // Water carries the heat: what burns is the boiler's own affair.
  if (heats.length > 0 && result.fuel === null && !isWet(result)) questions.push(fuelQuestion);

  if (common === 'wall-only')
    findings.push(
      finding('power.common-one-end', { place: 'wall', other: 'board' }, ['terminal:C'], 'C at the wall only'),
    );
  if (common === 'board-only')
    findings.push(
      finding('power.common-one-end', { place: 'board', other: 'wall' }, ['terminal:C'], 'C at the board only'),
    );

  // The fuel behind a heat pump decides whether the two may run together; elsewhere it can wait.
  const waiting = questions.some((q) => q.needed && (q.code !== 'fuel' || heatPump));
  const stopped = findings.some((f) => f.severity === 'blocker');
  result.verdict = result.kind === null || waiting || stopped ? 'open' : 'known';
  if (result.kind === 'fan-only') {
    result.verdict = 'open';
    findings.push(finding('system.not-this-family', { what: 'a fan on its own' }, about(fans)));
  }
  result.sentence = sentenceFor(result);
  findings.sort(bySeverity);
  return result;
}

/** Heat by water: a boiler, a zone valve, or a coil in the air handler. */
export const isWet = (system: Pick<LowVoltageSystem, 'plant' | 'closesValve'>): boolean =>
  system.closesValve ||
  system.plant === 'boiler' ||
  system.plant === 'steam-boiler' ||
  system.plant === 'zone-valve' ||
  system.plant === 'hydronic-air-handler';

/** The compressor heats as well as cools. */
export const isHeatPump = (system: Pick<LowVoltageSystem, 'kind'>): boolean =>
  system.kind === 'heat-pump' || system.kind === 'dual-fuel';

const isFuel = (value: string | undefined): value is Fuel =>
  value === 'gas' || value === 'oil' || value === 'propane' || value === 'electric';

/** One sentence that says what it all means. */
function sentenceFor(system: LowVoltageSystem): string {
  const fuel = system.fuel ? `${fuelWords[system.fuel]} ` : '';
  const plain: Partial<Record<NonNullable<Equipment['kind']>, string>> = {
    boiler: 'boiler',
    'steam-boiler': 'steam boiler',
    'zone-valve': 'zone valve',
    'hydronic-air-handler': 'hot-water air handler',
  };
  const furnace = system.closesValve
    ? 'zone valve driven both ways (W opens, Y closes)'
    : `${system.plant && isWet(system) ? '' : fuel}${(system.plant && plain[system.plant]) ?? 'furnace'}`;
  const a = /^[aeiou]/.test(furnace) ? 'An' : 'A';
  const power =
    system.common === 'both-ends'
      ? 'with a common wire'
      : system.common === 'none'
        ? 'and no common wire'
        : `and a common wire landed at the ${system.common === 'wall-only' ? 'wall' : 'board'} only`;
  const two = system.transformers === 2 ? ', two transformers' : '';
  switch (system.kind) {
    case 'furnace-ac': {
      const stages =
        system.heatStages === system.coolStages
          ? `${stageWord(system.heatStages)} of each`
          : `${stageWord(system.heatStages)} of heat, ${stageWord(system.coolStages)} of cooling`;
      return `${a} ${furnace} with air conditioning, ${stages}${two}, ${power}.`;
    }
    case 'heat-only':
      return `${a} ${furnace}, heat only, ${stageWord(system.heatStages)}${two}, ${power}.`;
    case 'cool-only':
      return `Cooling only, ${stageWord(system.coolStages)}${two}, ${power}.`;
    case 'heat-pump':
      return `A heat pump, ${stageWord(system.coolStages)}, valve on ${system.reversingValve ?? '?'}${system.auxStages > 0 ? `, ${stageWord(system.auxStages)} of auxiliary heat` : ''}, ${power}.`;
    case 'dual-fuel':
      return `A heat pump with a ${furnace} behind it (dual fuel), ${power}.`;
    case 'fan-only':
      return `A fan on its own, ${power}.`;
    default:
      return 'The conductors landed so far do not make a system yet.';
  }
}
