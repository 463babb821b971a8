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
  // A letter that turned out to be the common counts at whichever end it is landed.
  const isC = (core: Core, label: string | undefined): boolean =>
    label !== undefined &&
    (terminalInfo(label)?.role === 'common' || (core.role === 'common' && ['B', 'X'].includes(label)));
  const both = cores.filter((c) => isC(c, c.wall) && isC(c, c.board));
  if (both.some((c) => !c.boardAssumed)) return 'both-ends';
  // Nobody has looked at the board yet: landed at the wall is all that is known.
  if (both.length > 0)
    return job.answers['common-at-board'] === 'yes'
      ? 'both-ends'
      : job.answers['common-at-board'] === 'no'
        ? 'wall-only'
        : 'board-unseen';
  if (cores.some((c) => isC(c, c.wall))) return 'wall-only';
  if (cores.some((c) => isC(c, c.board))) return 'board-only';
  return 'none';
}

const fuelWords: Record<Fuel, string> = { gas: 'gas', propane: 'bottled-gas', oil: 'oil', electric: 'electric' };

/** The system this job's survey, answers and readings show. */
export function readSystem(job: LowVoltageJob): LowVoltageSystem {
  const cores = readCores(job);
  const { equipment, jumpers } = job.survey;
  const reasons: Reason[] = [];
  const questions: Question[] = [];
  const findings: Finding[] = refusals(job);
  const withRole = (...roles: string[]): Core[] => cores.filter((c) => roles.includes(roleOf(c) ?? ''));

  const hots = cores.filter((c) => HOT_ROLES.has(roleOf(c) ?? 'fault'));
  let heats = withRole('heat1', 'heat2', 'heat3');
  const cools = withRole('cool1', 'cool2');
  // A shared core carries the fan's call beside the compressor's.
  const fans = [...withRole('fan'), ...cores.filter(isSharedCore)];
  const bs = withRole('valve-heat');
  const os = withRole('valve-cool', 'valve-either');
  const valves = [...os, ...bs];
  const closers = withRole('valve-close');

  const heatStages = heats.length;
  let coolStages = cools.length > 0 ? Math.max(1, cools.some((c) => roleOf(c) === 'cool2') ? 2 : 1) : 0;
  let auxStages = 0;
  const common = commonState(job, cores);

  const result: LowVoltageSystem = {
    verdict: 'empty',
    kind: null,
    heatStages,
    coolStages,
    auxStages,
    auxRoles: [],
    emergencyCall: withRole('emergency').length > 0,
    fuel: equipment.fuel ?? plateSays(job).fuel ?? (isFuel(job.answers.fuel) ? job.answers.fuel : null),
    plant: equipment.kind ?? null,
    closesValve: closers.length > 0,
    fanCall: fans.length > 0,
    reversingValve: null,
    transformers: 1,
    common,
    commonOf: null,
    dampers: false,
    air: { heating: 'none', cooling: 'none' },
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
        : findings[0]?.code === 'system.dry-pair'
          ? 'The equipment is called by a volt-free pair of its own: no 24 V thermostat lands on it directly.'
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
  // Two cores on one R of the board come from one transformer, whatever the wall's letters say.
  const sources = new Set(hots.map((c) => c.board ?? c.wall ?? c.id));
  const oneScrew = hots.length >= 2 && sources.size === 1 && hots.every((c) => !c.boardAssumed);
  if (oneScrew) {
    reasons.push({
      rule: 'one-hot',
      text: `${listed(hots.map((c) => c.wall ?? c.colour))} both come from ${hots[0]?.board ?? 'R'} at the board: one transformer.`,
      about: about(hots),
    });
  } else if (hots.length >= 2) {
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
  if (equipment.transformers && !oneScrew) result.transformers = equipment.transformers;
  if (result.transformers === 2 && common !== 'none') {
    result.commonOf = commonOwner(job);
    if (result.commonOf === null) questions.push(commonOwnerQuestion);
  }

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
  const outdoor = equipment.outdoorUnit ?? plateSays(job).outdoorUnit ?? job.answers['outdoor-unit'];
  const heatPump = valves.length > 0 && outdoor !== 'air-conditioner' && outdoor !== 'none';
  result.dampers =
    valves.length > 0 && !heatPump && (equipment.damperVA !== undefined || (os.length > 0 && bs.length > 0));
  if (result.dampers)
    reasons.push({
      rule: 'dampers',
      text: `${listed(valves.map((c) => c.board ?? c.wall ?? ''))} without a heat pump: changeover dampers.`,
      about: about(valves),
    });
  else if (valves.length > 0 && !heatPump)
    findings.push(
      finding(
        'system.valve-without-pump',
        { terminals: valves.map((c) => c.board ?? c.wall ?? '') },
        about(valves),
        'outdoor unit',
      ),
    );
  if (valves.length > 0 && heatPump) {
    reasons.push({
      rule: 'valve',
      text: `A conductor on ${listed(valves.map((c) => c.board ?? c.wall ?? ''))}: a reversing valve, so a heat pump.`,
      about: about(valves),
    });
    if (outdoor === undefined || outdoor === 'unknown') questions.push(outdoorQuestion);
    result.reversingValve = valveMode(job, valves, questions);
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
    if (fossil && (equipment.outdoorTemperature === undefined || equipment.outdoorTemperature === 'none'))
      findings.push(finding('system.outdoor-needed', {}, about(heats), 'heat pump and a fuel furnace'));
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

  // Water carries the heat: what burns is the boiler's own affair.
  if (heats.length > 0 && result.fuel === null && !isWet(result)) questions.push(fuelQuestion);

  result.air = readAir(job, result);
  if (result.air.cooling === 'unknown' && outdoor !== 'none' && !asked) {
    questions.push(withoutFanQuestion);
    findings.push(finding('system.no-fan-with-cooling', {}, about(cools), 'Y landed, G not'));
  }
  if (result.air.heating === 'unknown') questions.push(heatFanQuestion);
  if (common === 'board-unseen') questions.push(commonAtBoardQuestion);
  findings.push(...surveyAgainstPlate(job, result, heats.length));
  if (common === 'wall-only')
    findings.push(
      finding('power.common-one-end', { place: 'wall', other: 'board' }, ['terminal:C'], 'C at the wall only'),
    );
  if (common === 'board-only')
    findings.push(
      finding('power.common-one-end', { place: 'board', other: 'wall' }, ['terminal:C'], 'C at the board only'),
    );

  // The fuel behind a heat pump decides whether the two may run together, and without a fan conductor
  // whether heat may run at all; elsewhere it can wait.
  const waiting = questions.some((q) => q.needed && (q.code !== 'fuel' || heatPump || fans.length === 0));
  const stopped = findings.some((f) => f.severity === 'blocker');
  result.verdict = result.kind === null || waiting || stopped ? 'open' : 'known';
  if (result.kind === 'fan-only') {
    result.verdict = 'open';
    findings.push(finding('system.not-this-family', { what: 'a fan on its own' }, about(fans)));
  }
  const unsettled = questions.some((q) => q.code === 'outdoor-unit' || q.code === 'three-wire');
  const sentence = sentenceFor(result);
  result.sentence = unsettled
    ? `Not settled: ${sentence.charAt(0).toLowerCase()}${sentence.slice(1, -1)}, if the answer below is so.`
    : sentence;
  findings.sort(bySeverity);
  return result;
}

/** The mode the valve is energised in: off the equipment, by a letter of its own; a plate saying O/B says nothing. */
function valveMode(job: LowVoltageJob, valves: readonly Core[], questions: Question[]): 'O' | 'B' | null {
  const { reversingValve } = job.survey.equipment;
  if (reversingValve) return reversingValve;
  const roles = new Set(valves.map((c) => roleOf(c)));
  if (roles.has('valve-cool')) return 'O';
  if (roles.has('valve-heat')) return 'B';
  const answer = job.answers['valve-mode'];
  if (answer === 'O' || answer === 'B') return answer;
  questions.push(valveModeQuestion);
  return null;
}

/** By the answer, or by a reading of R to C on one side that the other side cannot give. */
function commonOwner(job: LowVoltageJob): 'heat' | 'cool' | null {
  const answer = job.answers['common-of'];
  if (answer === 'heat' || answer === 'cool') return answer;
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
