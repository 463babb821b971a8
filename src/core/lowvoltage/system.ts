/**
 * Reads the system from what lands where. Every rule is named in `reasons`; what the survey cannot
 * support becomes a question with the look or measurement that settles it.
 */
import { chosenSheet } from '../devices/choose';
import { DeviceSheet } from '../devices/sheet';
import { SHIPPED_SHEETS } from '../devices/shipped.data';
import { bySeverity, type Finding, finding, type Question } from '../findings/finding';
import { roleAt } from '../job/points';
import { isOfOld, type ReadingEntry, readingEvidence, readingsInTime } from '../job/readings';
import type { Equipment, Fuel, LowVoltageJob } from '../job/schema';
import { HOT_ROLES, terminalInfo } from '../survey/terminals.data';
import { listed } from '../units/units';
import { readAir } from './air';
import { type Core, isSharedCore, readCores, roleOf, threeWiresOnly } from './cores';
import { lineVoltageSigns } from './line-voltage';
import { plateSays, surveyAgainstPlate } from './nameplate';
import {
  commonAtBoardQuestion,
  commonOrValveQuestion,
  commonOwnerQuestion,
  fuelQuestion,
  heatFanQuestion,
  outdoorQuestion,
  threeWireQuestion,
  unclearQuestion,
  valveModeQuestion,
  withoutFanQuestion,
} from './system-questions';
import type { LowVoltageSystem, Reason } from './system-type';

export type { LowVoltageSystem, Reason, SystemKind } from './system-type';

const about = (cores: readonly Core[]): string[] => cores.map((c) => `conductor:${c.id}`);
const stageWord = (n: number): string => (n === 1 ? 'one stage' : n === 2 ? 'two stages' : `${n} stages`);

/** Signs and readings that stop a 24 V job. */
function refusals(job: LowVoltageJob): Finding[] {
  const { seen } = job.survey;
  const findings: Finding[] = [];
  const line = lineVoltageSigns(job);
  if (line.stops) findings.push(finding('system.line-voltage', { why: line.why }, line.about, line.evidence));
  else if (line.outweighed.length > 0)
    findings.push(finding('system.signs-outweighed', { signs: line.outweighed }, line.about, line.evidence));
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
  if (job.survey.equipment.dryPair)
    findings.push(
      finding(
        'system.dry-pair',
        { isolated: chosenSheet(job, SHIPPED_SHEETS, DeviceSheet).sheet?.contacts === 'isolated' },
        ['equipment'],
        'a volt-free pair at the equipment',
      ),
    );
  for (const r of readingsInTime(job))
    if (r.quantity === 'volts-dc' && Math.abs(r.value) >= 0.25 && Math.abs(r.value) <= 0.85)
      findings.push(
        finding('system.millivolt', { millivolts: r.value * 1000 }, [`reading:${r.id}`], readingEvidence(r)),
      );
  return findings;
}

function commonState(job: LowVoltageJob, cores: readonly Core[]): LowVoltageSystem['common'] {
  const { commonAtBoard } = job.survey.seen;
  // A letter that turned out to be the common counts at whichever end it is landed.
  const isC = (core: Core, label: string | undefined): boolean =>
    label !== undefined &&
    (terminalInfo(label)?.role === 'common' || (core.role === 'common' && ['B', 'X'].includes(label)));
  const both = cores.filter((c) => isC(c, c.wall) && isC(c, c.board));
  if (both.some((c) => !c.boardAssumed)) return 'both-ends';
  // Nobody has looked at the board yet: landed at the wall is all that is known.
  if (both.length > 0)
    return commonAtBoard === 'yes' ? 'both-ends' : commonAtBoard === 'no' ? 'wall-only' : 'board-unseen';
  if (cores.some((c) => isC(c, c.wall))) return 'wall-only';
  if (cores.some((c) => isC(c, c.board))) return 'board-only';
  return 'none';
}

const fuelWords: Record<Fuel, string> = { gas: 'gas', propane: 'bottled-gas', oil: 'oil', electric: 'electric' };

/** What is gathered while a system is read: cores by what they do, and what follows so far. */
interface Course {
  job: LowVoltageJob;
  cores: readonly Core[];
  withRole: (...roles: string[]) => Core[];
  hots: readonly Core[];
  heats: readonly Core[];
  cools: readonly Core[];
  /** A shared core carries the fan's call beside the compressor's. */
  fans: readonly Core[];
  bs: readonly Core[];
  os: readonly Core[];
  valves: readonly Core[];
  closers: readonly Core[];
  /** What stands outdoors, as seen, as its plate says, or as answered. */
  outdoor: string | undefined;
  heatPump: boolean;
  system: LowVoltageSystem;
}

function courseOf(job: LowVoltageJob): Course {
  const cores = readCores(job);
  const { equipment } = job.survey;
  const withRole = (...roles: string[]): Core[] => cores.filter((c) => roles.includes(roleOf(c) ?? ''));
  const heats = withRole('heat1', 'heat2', 'heat3');
  const cools = withRole('cool1', 'cool2');
  const fans = [...withRole('fan'), ...cores.filter(isSharedCore)];
  const [os, bs] = [withRole('valve-cool', 'valve-either'), withRole('valve-heat')];
  const valves = [...os, ...bs];
  const closers = withRole('valve-close');
  const outdoor = equipment.outdoorUnit ?? plateSays(job).outdoorUnit;
  const system: LowVoltageSystem = {
    verdict: 'empty',
    kind: null,
    heatStages: heats.length,
    coolStages: cools.length === 0 ? 0 : cools.some((c) => roleOf(c) === 'cool2') ? 2 : 1,
    auxStages: 0,
    auxRoles: [],
    emergencyCall: withRole('emergency').length > 0,
    fuel: equipment.fuel ?? plateSays(job).fuel ?? null,
    plant: equipment.kind ?? null,
    closesValve: closers.length > 0,
    fanCall: fans.length > 0,
    reversingValve: null,
    transformers: 1,
    common: commonState(job, cores),
    commonOf: null,
    dampers: false,
    air: { heating: 'none', cooling: 'none' },
    sentence: 'Nothing is landed yet.',
    reasons: [],
    questions: [],
    findings: refusals(job),
  };
  return {
    job,
    cores,
    withRole,
    hots: cores.filter((c) => HOT_ROLES.has(roleOf(c) ?? 'fault')),
    heats,
    cools,
    fans,
    bs,
    os,
    valves,
    closers,
    outdoor,
    heatPump: valves.length > 0 && outdoor !== 'air-conditioner' && outdoor !== 'none',
    system,
  };
}

const REFUSED: Readonly<Record<string, string>> = {
  'system.millivolt': 'A millivolt heater that makes its own supply. A 24 V thermostat must not go here.',
  'system.dry-pair': 'The equipment is called by a volt-free pair of its own: no 24 V thermostat lands on it directly.',
  'system.serial':
    'Proprietary serial control: its conductors carry data, not 24 V calls. A 24 V thermostat must not go here.',
};
const LINE_VOLTAGE = 'This is line voltage. A 24 V thermostat must not go here.';

/** Two R conductors mean two transformers, unless both come from one screw of the board. */
function readTransformers({ job, withRole, hots, system }: Course): void {
  const { equipment, jumpers } = job.survey;
  const { reasons, findings } = system;
  const hotLabels = new Set(['R', 'Rc', 'Rh']);
  const tied = Object.values(jumpers).some((j) => hotLabels.has(j.a) && hotLabels.has(j.b));
  // Two cores on one R of the board come from one transformer, whatever the wall's letters say.
  const sources = new Set(hots.map((c) => c.board ?? c.wall ?? c.id));
  const oneScrew = hots.length >= 2 && sources.size === 1 && hots.every((c) => !c.boardAssumed);
  const because = (rule: Reason['rule'], text: string): void => {
    reasons.push({ rule, text, about: about(hots) });
  };
  if (oneScrew)
    because(
      'one-hot',
      `${listed(hots.map((c) => c.wall ?? c.colour))} both come from ${hots[0]?.board ?? 'R'} at the board: one transformer.`,
    );
  else if (hots.length >= 2) {
    system.transformers = 2;
    because('two-hots', 'Separate conductors on two R terminals: two transformers.');
    if (tied) {
      const both = [...withRole('hot-cool'), ...withRole('hot-heat')];
      findings.push(finding('system.two-hots-tied', {}, about(both), 'jumper between the R terminals'));
    }
  } else if (hots.length === 1) because('one-hot', `One R conductor${tied ? ' and a jumper' : ''}: one transformer.`);
  else findings.push(finding('system.no-hot', {}, ['terminal:R'], 'no conductor on R, Rc or Rh'));
  if (equipment.transformers && !oneScrew) system.transformers = equipment.transformers;
  if (system.transformers === 2 && system.common !== 'none') {
    system.commonOf = commonOwner(job);
    if (system.commonOf === null) system.questions.push(commonOwnerQuestion);
  }
}

/** Letters of more than one meaning: what is unclear, three wires alone, B with no C. */
function readLetters({ job, withRole, heats, closers, bs, os, system }: Course): void {
  const { questions, reasons } = system;
  if (withRole('unclear').length > 0) questions.push(unclearQuestion);
  if (threeWiresOnly(job) && closers.length === 0 && job.survey.seen.letterY === undefined)
    questions.push(threeWireQuestion);
  if (closers.length > 0)
    reasons.push({
      rule: 'three-wire',
      text: 'R, W and Y alone with a zone valve: W opens it, Y closes it. Heat only.',
      about: about([...heats, ...closers]),
    });
  const either = bs.length > 0 && (os.length > 0 || system.common === 'none');
  if (either && job.survey.seen.letterB === undefined) questions.push(commonOrValveQuestion);
}

/** A reversing valve, changeover dampers, or neither. */
function readValve({ job, bs, os, valves, outdoor, heatPump, system }: Course): void {
  if (valves.length === 0) return;
  const { reasons, findings, questions } = system;
  const letters = valves.map((c) => c.board ?? c.wall ?? '');
  if (heatPump) {
    reasons.push({
      rule: 'valve',
      text: `A conductor on ${listed(letters)}: a reversing valve, so a heat pump.`,
      about: about(valves),
    });
    if (outdoor === undefined || outdoor === 'unknown') questions.push(outdoorQuestion);
    system.reversingValve = valveMode(job, valves, questions);
    return;
  }
  system.dampers = job.survey.equipment.damperVA !== undefined || (os.length > 0 && bs.length > 0);
  if (system.dampers)
    reasons.push({
      rule: 'dampers',
      text: `${listed(letters)} without a heat pump: changeover dampers.`,
      about: about(valves),
    });
  else findings.push(finding('system.valve-without-pump', { terminals: letters }, about(valves), 'outdoor unit'));
}

/** A heat pump, with or without a fuel furnace beside it. */
function readHeatPump({ job, heats, system }: Course): void {
  const { equipment } = job.survey;
  const fossil = heats.length > 0 && system.fuel !== null && system.fuel !== 'electric';
  system.kind = fossil ? 'dual-fuel' : 'heat-pump';
  system.heatStages = Math.max(1, system.coolStages);
  system.auxStages = heats.length;
  system.auxRoles = (['heat1', 'heat2', 'heat3'] as const).filter((role) => heats.some((c) => roleOf(c) === role));
  if (heats.length > 0)
    system.reasons.push({ rule: 'aux', text: 'W on a heat pump is auxiliary heat.', about: about(heats) });
  if (fossil && (equipment.outdoorTemperature === undefined || equipment.outdoorTemperature === 'none'))
    system.findings.push(finding('system.outdoor-needed', {}, about(heats), 'heat pump and a fuel furnace'));
}

/** What it is, by which calls there are. */
function readKind(c: Course): void {
  const { heats, cools, fans, outdoor, system } = c;
  const is = (kind: LowVoltageSystem['kind'], rule: Reason['rule'], text: string, of: readonly Core[]): void => {
    system.kind = kind;
    system.reasons.push({ rule, text, about: about(of) });
  };
  if (c.heatPump) readHeatPump(c);
  else if (cools.length > 0 && outdoor === 'none')
    system.findings.push(finding('system.no-outdoor-unit', {}, about(cools), 'nameplate: no outdoor unit'));
  else if (heats.length > 0 && cools.length > 0)
    is('furnace-ac', 'w-and-y', 'W and Y, no reversing valve: a furnace or boiler with an air conditioner.', [
      ...heats,
      ...cools,
    ]);
  else if (heats.length > 0) is('heat-only', 'w-only', 'W and no Y: heat only.', heats);
  else if (cools.length > 0) is('cool-only', 'y-only', 'Y and no W: cooling only.', cools);
  else if (fans.length > 0) is('fan-only', 'g-alone', 'G without Y and W: fan only, or a conductor is lost.', fans);
}

/** Stages by their letters, as far as the nameplate has them. */
function readStages({ job, heats, cools, system }: Course): void {
  const { reasons } = system;
  if (system.coolStages === 2)
    reasons.push({ rule: 'numbered-stages', text: 'Y1 and Y2: two compressor stages.', about: about(cools) });
  if (heats.length > 1)
    reasons.push({
      rule: 'numbered-stages',
      text: `${listed(heats.map((c) => c.board ?? c.wall ?? ''))}: ${stageWord(heats.length)} of heat.`,
      about: about(heats),
    });
  const plate = job.survey.equipment.coolStages;
  if (plate !== undefined && system.coolStages > 0) system.coolStages = Math.min(system.coolStages, Math.max(1, plate));
}

/** Who moves the air, what burns, and where C is: asked where it is open. */
function readRest({ job, heats, cools, outdoor, system }: Course): void {
  const { questions, findings, common } = system;
  const asked = questions.some((q) => q.code === 'three-wire');
  const landed = heats.filter((c) => c.wall !== undefined || c.board !== undefined);
  // Water carries the heat: what burns is the boiler's own affair.
  if (landed.length > 0 && system.fuel === null && !isWet(system)) questions.push(fuelQuestion);
  system.air = readAir(job, system);
  if (system.air.cooling === 'unknown' && outdoor !== 'none' && !asked) {
    questions.push(withoutFanQuestion);
    findings.push(finding('system.no-fan-with-cooling', {}, about(cools), 'Y landed, G not'));
  }
  if (system.air.heating === 'unknown') questions.push(heatFanQuestion);
  if (common === 'board-unseen') questions.push(commonAtBoardQuestion);
  findings.push(...surveyAgainstPlate(job, system, landed.length));
  const oneEnd = (place: string, other: string): void => {
    findings.push(finding('power.common-one-end', { place, other }, ['terminal:C'], `C at the ${place} only`));
  };
  if (common === 'wall-only') oneEnd('wall', 'board');
  if (common === 'board-only') oneEnd('board', 'wall');
}

/** Whether it is settled, and the sentence that says it. */
function settle({ fans, heatPump, system }: Course): void {
  const { questions, findings } = system;
  // The fuel behind a heat pump decides whether the two may run together, and without a fan conductor
  // whether heat may run at all; elsewhere it can wait.
  const waiting = questions.some((q) => q.needed && (q.code !== 'fuel' || heatPump || fans.length === 0));
  const stopped = findings.some((f) => f.severity === 'blocker');
  system.verdict = system.kind === null || waiting || stopped ? 'open' : 'known';
  if (system.kind === 'fan-only') {
    system.verdict = 'open';
    findings.push(finding('system.not-this-family', { what: 'a fan on its own' }, about(fans)));
  }
  const unsettled = questions.some((q) => q.code === 'outdoor-unit' || q.code === 'three-wire');
  const sentence = sentenceFor(system);
  system.sentence = unsettled
    ? `Not settled: ${sentence.charAt(0).toLowerCase()}${sentence.slice(1, -1)}, if the answer below is so.`
    : sentence;
  findings.sort(bySeverity);
}

/** The system this job's survey, answers and readings show. */
export function readSystem(job: LowVoltageJob): LowVoltageSystem {
  const c = courseOf(job);
  const { system } = c;
  if (system.findings.some((f) => f.severity === 'blocker')) {
    system.verdict = 'refused';
    system.sentence = REFUSED[system.findings[0]?.code ?? ''] ?? LINE_VOLTAGE;
    return system;
  }
  if (c.cores.every((core) => core.wall === undefined && core.board === undefined)) {
    system.findings.push(finding('system.none', {}));
    return system;
  }
  for (const step of [readTransformers, readLetters, readValve, readKind, readStages, readRest, settle]) step(c);
  return system;
}

/** The mode the valve is energised in: off the equipment, by a letter of its own; a plate saying O/B says nothing. */
function valveMode(job: LowVoltageJob, valves: readonly Core[], questions: Question[]): 'O' | 'B' | null {
  const { reversingValve } = job.survey.equipment;
  if (reversingValve) return reversingValve;
  const roles = new Set(valves.map((c) => roleOf(c)));
  if (roles.has('valve-cool')) return 'O';
  if (roles.has('valve-heat')) return 'B';
  questions.push(valveModeQuestion);
  return null;
}

/** By the answer, or by a reading of R to C on one side that the other side cannot give. */
function commonOwner(job: LowVoltageJob): 'heat' | 'cool' | null {
  const { commonOf } = job.survey.seen;
  if (commonOf) return commonOf;
  const side = (role: string): ReadingEntry[] =>
    readingsInTime(job).filter(
      (r) =>
        r.quantity === 'volts-ac' &&
        isOfOld(r) &&
        [roleAt(r.a), roleAt(r.b)].includes(role) &&
        [roleAt(r.a), roleAt(r.b)].includes('common'),
    );
  const healthy = (r: ReadingEntry | undefined): boolean => r !== undefined && r.value >= 18 && r.value <= 32;
  const heat = healthy(side('hot-heat').at(-1));
  const cool = healthy(side('hot-cool').at(-1));
  return heat === cool ? null : heat ? 'heat' : 'cool';
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
        : system.common === 'board-unseen'
          ? 'with a common at the wall, its board end not seen'
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
      if (system.dampers) return 'Changeover dampers on O and B; the rest is not read yet.';
      return 'The conductors landed so far do not make a system yet.';
  }
}
