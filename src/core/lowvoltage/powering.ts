/**
 * How the device will be powered. Each way is judged for this job: works or not and why, what
 * the customer loses, minutes, parts, and the terminal plan that follows.
 */

import type { DeviceSheet } from '../devices/sheet';
import { type Finding, finding, type Question } from '../findings/finding';
import { readingsInTime } from '../job/readings';
import type { LowVoltageJob } from '../job/schema';
import { HOT_ROLES, type TerminalRole, terminalInfo } from '../survey/terminals.data';
import { fixed } from '../units/units';
import { fanCanBeGivenUp, isRadiators } from './air';
import { type Core, isSharedCore, readCores, roleOf } from './cores';
import { boardLabels, equipmentCircuit } from './equipment';
import { feedSide } from './installed-as-planned';
import { SECONDARY_VOLTS } from './loads.data';
import type { Takeover } from './placing';
import { planWiring, type WiringPlan } from './plan';
import type { PowerKit } from './power-kits';
import { isHeatPump, type LowVoltageSystem } from './system';
import { heldAgainstTruth, type Missed } from './wanted';

export type PowerWayId =
  | 'common'
  | 'spare-core'
  | 'reuse-g'
  | 'battery'
  | 'idle-loads'
  | 'new-cable'
  | 'extender'
  | 'splitter'
  | 'separate-transformer';

/** What a way needs of the place, which nobody can tell from the wiring. */
export interface Condition {
  /** The field of the survey that says yes or no. */
  field: readonly ['seen', 'kitRoom' | 'cableRoute' | 'outlet' | 'idleCoils'];
  ask: string;
}

export interface PowerWay {
  id: PowerWayId;
  name: string;
  works: 'yes' | 'no' | 'ask';
  why: string;
  loses: string;
  minutes: number;
  /** Where the installer has to go, in order. */
  walk: string;
  parts: string[];
  condition: Condition | null;
  takeovers: Takeover[];
  plan: WiringPlan;
}

export interface Powering {
  ways: PowerWay[];
  /** The way the plan follows: the installer's choice, else the best that works. */
  chosen: PowerWayId | null;
  questions: Question[];
  findings: Finding[];
}

type Judged = Omit<PowerWay, 'plan' | 'condition'> & { condition?: Condition; kit?: PowerKit };

const ROOM: Condition = { field: ['seen', 'kitRoom'], ask: 'Room for a module in the equipment cabinet' };
const ROUTE: Condition = { field: ['seen', 'cableRoute'], ask: 'A route for a new cable' };
const OUTLET: Condition = { field: ['seen', 'outlet'], ask: 'An outlet near the thermostat' };
const COILS: Condition = {
  field: ['seen', 'idleCoils'],
  ask: 'Every call ends on a coil or relay, none on an electronic input',
};

/** What the customer loses, in the minutes an installer would give to spare it. */
const LOSS_MINUTES: Partial<Record<PowerWayId, number>> = {
  extender: 50,
  splitter: 55,
  'separate-transformer': 60,
  'reuse-g': 70,
};

/** Chosen by hand only: they cost a function, a part or hours. */
const BY_HAND: ReadonlySet<PowerWayId> = new Set<PowerWayId>([
  'new-cable',
  'reuse-g',
  'extender',
  'splitter',
  'separate-transformer',
]);

const COMMON_SEEN: Record<LowVoltageSystem['common'], string> = {
  'both-ends': 'C landed at both ends',
  'wall-only': 'C landed at the wall only',
  'board-only': 'C landed at the board only',
  'board-unseen': 'C landed at the wall, the board not seen',
  none: 'no conductor on C at either end',
};

/** Under this a spare core is whole: two lengths of conductor and two twists. */
const CONTINUOUS_OHMS = 10;

function continuity(job: LowVoltageJob): 'whole' | 'open' | 'unknown' {
  const last = readingsInTime(job, (r) => r.measure === 'spare-core' && r.quantity === 'ohms').at(-1);
  if (last) return last.value <= CONTINUOUS_OHMS ? 'whole' : 'open';
  return job.survey.seen.spareCore ?? 'unknown';
}

/** A spare core that mends a missing fan conductor, where heat or cooling is held for want of one. */
function forFan(job: LowVoltageJob, system: LowVoltageSystem): Core | undefined {
  const { air } = system;
  if (air.cooling !== 'missing' && air.heating !== 'missing') return undefined;
  return readCores(job).find((c) => c.spare && !c.cut && c.wall === undefined && c.board === undefined);
}

function spareCore(job: LowVoltageJob, system: LowVoltageSystem): Judged {
  const cores = readCores(job);
  // A core on C at one end only is the best spare: one end is already right.
  const half = cores.find(
    (c) => !c.cut && (c.wall === 'C') !== (c.board === 'C') && (c.wall === undefined || c.board === undefined),
  );
  const fan = forFan(job, system);
  const spare = half ?? cores.find((c) => c.spare && !c.cut && c !== fan) ?? fan;
  const common = {
    id: 'spare-core' as const,
    name: 'Spare core as C',
    loses: 'nothing',
    minutes: 15,
    walk: 'board, wall',
    parts: ['labels'],
  };
  if (!spare) {
    const cut = cores.find((c) => c.cut);
    return {
      ...common,
      works: 'no',
      why: cut ? `${cut.colour} is cut short` : 'no unused core found in the cable',
      takeovers: [],
    };
  }
  if (spare === forFan(job, system))
    return { ...common, works: 'no', why: `${spare.colour} is needed for the fan`, takeovers: [] };
  const state = continuity(job);
  const takeovers: Takeover[] = [{ conductor: spare.id, role: 'common', why: `${spare.colour} becomes the common` }];
  if (state === 'open')
    return { ...common, works: 'no', why: `${spare.colour} does not reach the board unbroken`, takeovers };
  return state === 'whole'
    ? { ...common, works: 'yes', why: `${spare.colour} is unused and proved whole`, takeovers }
    : { ...common, works: 'ask', why: `${spare.colour} is unused; not yet proved whole`, takeovers };
}

/** The fan's conductor becomes the common; at the board G is joined to Y so that the fan runs with cooling. */
function reuseFan(job: LowVoltageJob, system: LowVoltageSystem): Judged {
  const way = {
    id: 'reuse-g' as const,
    name: 'Fan conductor as C',
    loses: 'the fan alone, circulation, and accessories that need the fan',
    minutes: 20,
    walk: 'board, wall',
    parts: ['short jumper wire'],
    takeovers: [] as Takeover[],
  };
  const fan = readCores(job).find((c) => roleOf(c) === 'fan' && c.wall !== undefined && c.board !== undefined);
  const cool = boardLabels(job).get('cool1');
  if (!fan) return { ...way, works: 'no', why: 'there is no G conductor at both ends' };
  if (!cool) return { ...way, works: 'no', why: 'there is no Y at the board to join G to' };
  if (!fanCanBeGivenUp(system.air))
    return { ...way, works: 'no', why: 'this heat needs the thermostat to run the fan' };
  if (isHeatPump(system)) return { ...way, works: 'no', why: 'a heat pump needs its fan in both modes' };
  const needy = Object.values(job.survey.accessories).find((a) => a.needsFan === true);
  if (needy) return { ...way, works: 'no', why: `the ${needy.kind} needs the fan` };
  if (system.fuel === null && !isRadiators(system) && system.heatStages > 0)
    return { ...way, works: 'ask', why: 'it depends on the fuel: electric heat needs G' };
  return {
    ...way,
    works: 'yes',
    why: `${fan.colour} moves from G to C, and G is joined to ${cool} at the board`,
    takeovers: [
      {
        conductor: fan.id,
        role: 'common',
        why: `${fan.colour} gives up the fan and becomes the common`,
        joinAtBoard: [fan.board ?? 'G', cool],
      },
    ],
  };
}

/** Both ends landed, by role. */
const atBothEnds = (job: LowVoltageJob, role: TerminalRole): Core | undefined =>
  readCores(job).find((c) => roleOf(c) === role && c.wall !== undefined && c.board !== undefined && !c.cut);

/**
 * One core for Y and G, so that the fan's becomes the common: with a device that codes the two
 * calls itself (extender), or with a diode piece at the wall (splitter pair).
 */
function sharedCore(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
  kind: 'extender' | 'splitter',
): Judged {
  const extender = kind === 'extender';
  const way = {
    id: kind,
    name: extender ? 'Extender module at the equipment' : 'Splitter pair on Y and G',
    loses: extender ? 'nothing' : 'nothing; the device’s own detection is overridden by hand',
    minutes: 30,
    walk: 'board, wall',
    parts: extender ? ['extender module'] : ['splitter module', 'diode piece'],
    condition: ROOM,
    takeovers: [] as Takeover[],
  };
  const no = (why: string): Judged => ({ ...way, works: 'no', why });
  const cool = atBothEnds(job, 'cool1');
  const fan = atBothEnds(job, 'fan');
  const hot = readCores(job).find((c) => HOT_ROLES.has(roleOf(c) ?? 'fault'));
  if (!sheet.powerKits.includes(kind))
    return no(
      extender ? `${sheet.name} has no coded output for one` : `${sheet.name} does not let its detection be overridden`,
    );
  if (isHeatPump(system)) return no('not on a heat pump unless its sheet allows it');
  if (!cool || !fan || !hot) return no('it needs Y and G landed at both ends');
  if (extender && !atBothEnds(job, 'heat1')) return no('it needs all four: R, W, Y and G');
  if (system.coolStages > 1) return no('two cooling stages need their own conductors');
  if (job.survey.seen.kitRoom === 'no') return no('no room for the module in the cabinet');
  const takeovers: Takeover[] = [
    { conductor: fan.id, role: 'common', why: `${fan.colour} becomes the common; the module runs the fan` },
  ];
  return {
    ...way,
    works: 'yes',
    why: `${cool.colour} carries Y and G, ${fan.colour} becomes the common`,
    takeovers,
    kit: { kind, shared: cool.id },
  };
}

/** The parts of a module kit found in place: kept where the device takes one. */
function keptKit(job: LowVoltageJob, sheet: DeviceSheet): PowerKit | null {
  const { adapter } = job.survey.equipment;
  const shared = readCores(job).find((c) => isSharedCore(c));
  if (!shared || (adapter !== 'extender' && adapter !== 'splitter')) return null;
  // A device that codes the calls itself drives the same module as a diode piece does.
  const kind = sheet.powerKits.includes(adapter)
    ? adapter
    : sheet.powerKits.find((k) => k === 'extender' || k === 'splitter');
  return kind === 'extender' || kind === 'splitter'
    ? { kind, shared: shared.id, inPlace: true, ...(shared.board ? { screw: shared.board } : {}) }
    : null;
}

/** Current trickles through the idle coils, so that no common is needed: only through coils that stay out. */
function idleLoads(job: LowVoltageJob, system: LowVoltageSystem, sheet: DeviceSheet): Judged | null {
  const milliamps = sheet.supply.idleMilliamps;
  if (!sheet.supply.kinds.includes('idle-loads') || milliamps === undefined) return null;
  const way = {
    id: 'idle-loads' as const,
    name: 'Through the idle loads',
    loses: 'a little: false calls where a coil is light; batteries or C remain the surer way',
    minutes: 10,
    walk: 'wall, board',
    parts: ['load resistor, 1 kΩ 5 W, in case a call chatters'],
    condition: COILS,
    takeovers: [] as Takeover[],
  };
  const no = (why: string): Judged => ({ ...way, works: 'no', why });
  const { loads } = equipmentCircuit(job, system);
  const calls = loads.filter((l) => l.id === 'heat1' || l.id === 'cool1');
  if (calls.length === 0) return no('there is no coil to trickle through');
  // The trickle lays I·R across the coil; above a quarter of its rating it may pull in or not let go.
  const shares = calls.map((l) => ({ l, volts: (milliamps / 1000) * (SECONDARY_VOLTS ** 2 / l.va) }));
  const bad = shares.find((s) => s.volts > FALSE_CALL_SHARE * SECONDARY_VOLTS);
  if (bad)
    return no(`${fixed(milliamps, 0)} mA through the ${bad.l.name} leave ${fixed(bad.volts, 1)} V on it: a false call`);
  if (system.heatStages > 0 && system.coolStages > 0 && calls.length < 2) return no('both calls need a coil');
  const answer = job.survey.seen.idleCoils;
  if (answer === 'no') return no('an electronic input gives it no current, and takes it for a call');
  const worst = Math.max(...shares.map((s) => s.volts));
  const why = `${fixed(milliamps, 0)} mA through the idle coils, at most ${fixed(worst, 1)} V on one of them`;
  return { ...way, works: answer === 'yes' ? 'yes' : 'ask', why };
}

/** A coil neither pulls in nor hangs on under a quarter of its rating. */
const FALSE_CALL_SHARE = 0.25;

/** A plug-in transformer on a side of the device that the equipment does not use. */
function separateTransformer(job: LowVoltageJob, system: LowVoltageSystem, sheet: DeviceSheet): Judged {
  const way = {
    id: 'separate-transformer' as const,
    name: 'Separate 24 V transformer',
    loses: 'an outlet, and a lead in sight',
    minutes: 25,
    walk: 'wall, outlet',
    parts: ['plug-in 24 V transformer, 20 VA', 'two-core lead'],
    condition: OUTLET,
    takeovers: [] as Takeover[],
  };
  const no = (why: string): Judged => ({ ...way, works: 'no', why });
  const onDevice = (role: TerminalRole): string | undefined => sheet.terminals.find((t) => t.role === role)?.label;
  const rc = onDevice('hot-cool');
  const rh = onDevice('hot-heat');
  const hot = readCores(job).find((c) => HOT_ROLES.has(roleOf(c) ?? 'fault'));
  if (!sheet.powerKits.includes('separate-transformer') || !rc || !rh || !onDevice('common'))
    return no(`${sheet.name} cannot keep a supply of its own apart from the equipment’s R`);
  if (!hot) return no('no R conductor found');
  const heats = system.heatStages > 0;
  const cools = system.coolStages > 0 || system.fanCall;
  if (heats && cools) return no('heat and cooling use both R terminals: none is free for it');
  if (job.survey.seen.outlet === 'no') return no('no outlet near the thermostat');
  const [system_, free] = heats ? [rh, rc] : [rc, rh];
  return {
    ...way,
    works: 'yes',
    why: `the equipment’s R lands on ${system_}, the plug-in transformer on ${free} and C, kept apart`,
    takeovers: [
      {
        conductor: hot.id,
        role: heats ? 'hot-heat' : 'hot-cool',
        onto: system_,
        why: 'the equipment keeps its own R, apart from the device’s supply',
      },
    ],
    kit: { kind: 'separate-transformer', feed: free },
  };
}

/** Parts of an earlier kit seen at the equipment. */
function kitFound(job: LowVoltageJob, sheet: DeviceSheet): Finding[] {
  const { adapter } = job.survey.equipment;
  return adapter && adapter !== 'isolating-relay'
    ? [
        finding(
          'power.kit-found',
          { kit: adapter === 'extender' ? 'extender module' : 'splitter pair', device: sheet.name },
          ['equipment'],
          'seen at the equipment',
        ),
      ]
    : [];
}

/** The side that feeds the device, where C is of the other transformer; null where it is not. */
function fedByOther(system: LowVoltageSystem, sheet: DeviceSheet): { feed: string } | null {
  const feed = system.transformers === 2 ? feedSide(sheet, system) : null;
  if (feed === null || system.commonOf === null) return null;
  const fed = terminalInfo(feed)?.role === 'hot-heat' ? 'heat' : 'cool';
  return fed === system.commonOf ? null : { feed };
}

const commonOfOther = (system: LowVoltageSystem, sheet: DeviceSheet, { feed }: { feed: string }): Finding =>
  finding(
    'power.common-of-other',
    { side: system.commonOf === 'heat' ? 'heating' : 'cooling', device: sheet.name, fed: feed },
    ['terminal:C'],
    'two transformers',
  );

/** The common that is landed at the wall. @param kept a kit that is in place */
function commonWire(system: LowVoltageSystem, sheet: DeviceSheet, kept: PowerKit | null): Judged {
  const common = {
    id: 'common' as const,
    name: kept ? 'Common wire, with the module that is in place' : 'Common wire as it is',
    loses: 'nothing',
    minutes: 0,
    walk: 'none',
    parts: [],
    takeovers: [],
    ...(kept ? { kit: kept } : {}),
  };
  if (!sheet.supply.kinds.includes('24v')) return { ...common, works: 'no', why: `${sheet.name} takes no 24 V supply` };
  if (fedByOther(system, sheet)) return { ...common, works: 'no', why: 'C belongs to the other transformer' };
  if (system.transformers === 2 && system.commonOf === null)
    return { ...common, works: 'ask', why: 'two transformers: whose common C is has not been measured' };
  return system.common === 'board-unseen'
    ? { ...common, works: 'ask', why: 'C is landed at the wall; its board end has not been seen' }
    : { ...common, works: 'yes', why: 'C is landed at both ends' };
}

function batteries(sheet: DeviceSheet): Judged {
  const battery = { id: 'battery' as const, name: 'Batteries', minutes: 2, walk: 'wall', takeovers: [] };
  return sheet.supply.kinds.includes('battery')
    ? {
        ...battery,
        works: 'yes',
        why: `${sheet.name} runs on batteries`,
        loses: 'battery changes, about once a year',
        parts: ['batteries'],
      }
    : {
        ...battery,
        works: 'no',
        why: `${sheet.name} does not take batteries`,
        loses: 'battery changes',
        parts: ['a battery device'],
      };
}

function newCable(job: LowVoltageJob): Judged {
  const cores = Math.max(5, readCores(job).length + 1);
  const none = job.survey.seen.cableRoute === 'no';
  return {
    id: 'new-cable',
    name: 'New cable',
    works: none ? 'no' : 'yes',
    why: none ? 'there is no route for one' : 'always works where there is a route',
    loses: 'time; perhaps a patch in the wall',
    minutes: 120,
    walk: 'board, wall, along the route',
    condition: ROUTE,
    parts: [`${cores > 5 ? 8 : 5}-core cable, 18 gauge`, 'fish tape'],
    takeovers: [
      { conductor: 'new', role: 'common', why: 'a core of the new cable is the common', added: 'blue (new cable)' },
    ],
  };
}

/** Every way there is, judged for the place. */
function judgedWays(job: LowVoltageJob, system: LowVoltageSystem, sheet: DeviceSheet, hasCommon: boolean): Judged[] {
  if (hasCommon) return [commonWire(system, sheet, keptKit(job, sheet)), batteries(sheet)];
  const idle = idleLoads(job, system, sheet);
  return [
    spareCore(job, system),
    reuseFan(job, system),
    sharedCore(job, system, sheet, 'extender'),
    sharedCore(job, system, sheet, 'splitter'),
    separateTransformer(job, system, sheet),
    ...(idle ? [idle] : []),
    batteries(sheet),
    newCable(job),
  ];
}

/** Which truth a plan fails: the call, and what it would run or leave out. */
const missedWords = ({ state, lacks, extra }: Missed): string =>
  lacks.length > 0
    ? `with it, ${state} would not run the ${lacks[0]}`
    : `with it, ${state} would also run the ${extra[0] ?? ''}`;

/** Each way with its plan; best first. Minutes count, and what the customer loses in their stead. */
function withPlans(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
  judged: readonly Judged[],
): PowerWay[] {
  const fan = forFan(job, system);
  const withFan: Takeover[] = fan
    ? [{ conductor: fan.id, role: 'fan', why: `${fan.colour}, a spare, becomes the fan’s conductor` }]
    : [];
  const ways = judged.map(({ kit, ...way }): PowerWay => {
    const trickle = way.id === 'idle-loads' ? (sheet.supply.idleMilliamps ?? null) : null;
    const plan = planWiring(job, system, sheet, [...way.takeovers, ...withFan], kit ?? null, trickle);
    const offered: PowerWay = { ...way, condition: way.condition ?? null, plan };
    // A plan under which the equipment would not do what is called is not offered, whatever else speaks for it.
    if (way.works === 'no') return offered;
    const { missed, forbidden } = heldAgainstTruth(job, system, sheet, plan);
    const [bad] = forbidden;
    // The same table as for what is found: a plan never joins what may not meet.
    if (bad) return { ...offered, works: 'no', why: `it would connect ${bad.a} to ${bad.b}` };
    const [first] = missed;
    return first ? { ...offered, works: 'no', why: missedWords(first) } : offered;
  });
  // What can still be measured comes before hours of work.
  const rank = (way: PowerWay): number =>
    (way.works === 'no' ? 2000 : way.works === 'ask' ? 60 : 0) + (LOSS_MINUTES[way.id] ?? 0) + way.minutes;
  return ways.sort((a, b) => rank(a) - rank(b));
}

/** Whether a spare core is whole, where that would make it the common. */
function spareQuestion(job: LowVoltageJob, sheet: DeviceSheet, ways: readonly PowerWay[]): Question[] {
  const spare = ways.find((w) => w.id === 'spare-core');
  if (spare?.works !== 'ask') return [];
  const [first] = spare.takeovers;
  const colour = first ? (readCores(job).find((c) => c.id === first.conductor)?.colour ?? '') : '';
  return [
    {
      code: 'spare-core',
      field: ['seen', 'spareCore'],
      stop: 'decide',
      about: spare.takeovers.map((t) => `conductor:${t.conductor}`),
      ask: `Does the ${colour} core reach the board unbroken?`,
      how: `Supply off. Join ${colour} to any other core at the board and read ohms between the two at the wall. Under ${CONTINUOUS_OHMS} Ω: whole.`,
      answers: [
        { value: 'whole', label: 'Whole', means: `${colour} becomes the common: 15 min, nothing lost.` },
        { value: 'open', label: 'Open', means: 'Another way is needed.' },
      ],
      decides: ['power.source'],
      needed: !sheet.supply.kinds.includes('battery'),
    },
  ];
}

/** Every way of powering this device here, judged, the one that is best first. */
export function judgePowering(job: LowVoltageJob, system: LowVoltageSystem, sheet: DeviceSheet): Powering {
  const hasCommon = system.common === 'both-ends' || system.common === 'board-unseen';
  const findings = kitFound(job, sheet);
  const other = hasCommon ? fedByOther(system, sheet) : null;
  if (other) findings.push(commonOfOther(system, sheet, other));
  const ways = withPlans(job, system, sheet, judgedWays(job, system, sheet, hasCommon));
  const chosenByHand = ways.find((w) => w.id === job.decide.powering);
  const best = ways.find((w) => w.works === 'yes' && !BY_HAND.has(w.id));
  const chosen = chosenByHand ?? best ?? null;
  if (chosenByHand?.works === 'no')
    findings.push(
      finding('power.choice-fails', { way: chosenByHand.name, why: chosenByHand.why }, ['powering'], chosenByHand.why),
    );
  // A common that is there is not what is missing: what the plan would not do is said instead.
  if (!chosen && !hasCommon && sheet.supply.commonRequired)
    findings.push(
      finding(
        'power.no-common',
        { device: sheet.name, va: sheet.supply.va },
        ['terminal:C'],
        COMMON_SEEN[system.common],
      ),
    );
  if (chosen?.id === 'battery' && !hasCommon) findings.push(finding('power.on-batteries', {}, ['device'], 'no common'));
  return { ways, chosen: chosen?.id ?? null, questions: spareQuestion(job, sheet, ways), findings };
}
