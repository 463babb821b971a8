/**
 * How the device will be powered. Each way is judged for this job: works or not and why, what
 * the customer loses, minutes, parts, and the terminal plan that follows.
 */
import type { DeviceSheet } from '../devices/sheet';
import { type Finding, finding, type Question } from '../findings/finding';
import type { Job } from '../job/schema';
import { HOT_ROLES, type TerminalRole } from '../survey/terminals.data';
import { type Core, readCores, roleOf } from './cores';
import { boardLabels } from './equipment';
import { planWiring, type Takeover, type WiringPlan } from './plan';
import type { PowerKit } from './power-kits';
import { isHeatPump, type LowVoltageSystem } from './system';

export type PowerWayId =
  | 'common'
  | 'spare-core'
  | 'reuse-g'
  | 'battery'
  | 'new-cable'
  | 'extender'
  | 'splitter'
  | 'separate-transformer';

/** What a way needs of the place, which nobody can tell from the wiring. */
export interface Condition {
  /** Kept as the answer "yes" or "no". */
  code: string;
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

const ROOM: Condition = { code: 'kit-room', ask: 'Room for a module in the equipment cabinet' };
const ROUTE: Condition = { code: 'cable-route', ask: 'A route for a new cable' };
const OUTLET: Condition = { code: 'outlet', ask: 'An outlet near the thermostat' };

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
  none: 'no conductor on C at either end',
};

/** Under this a spare core is whole: two lengths of conductor and two twists. */
const CONTINUOUS_OHMS = 10;

function continuity(job: Job): 'whole' | 'open' | 'unknown' {
  const readings = Object.values(job.readings)
    .filter((r) => !r.struck && r.measure === 'spare-core' && r.quantity === 'ohms')
    .sort((a, b) => a.at.localeCompare(b.at));
  const last = readings[readings.length - 1];
  if (last) return last.value <= CONTINUOUS_OHMS ? 'whole' : 'open';
  const answer = job.answers['spare-core'];
  return answer === 'whole' ? 'whole' : answer === 'open' ? 'open' : 'unknown';
}

function spareCore(job: Job): Judged {
  const cores = readCores(job);
  // A core on C at one end only is the best spare: one end is already right.
  const half = cores.find(
    (c) => !c.cut && (c.wall === 'C') !== (c.board === 'C') && (c.wall === undefined || c.board === undefined),
  );
  const spare = half ?? cores.find((c) => c.spare && !c.cut);
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
  const state = continuity(job);
  const takeovers: Takeover[] = [{ conductor: spare.id, role: 'common', why: `${spare.colour} becomes the common` }];
  if (state === 'open')
    return { ...common, works: 'no', why: `${spare.colour} does not reach the board unbroken`, takeovers };
  return state === 'whole'
    ? { ...common, works: 'yes', why: `${spare.colour} is unused and proved whole`, takeovers }
    : { ...common, works: 'ask', why: `${spare.colour} is unused; not yet proved whole`, takeovers };
}

/** The fan's conductor becomes the common; at the board G is joined to Y so that the fan runs with cooling. */
function reuseFan(job: Job, system: LowVoltageSystem): Judged {
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
  if (isHeatPump(system) || system.fuel === 'electric')
    return { ...way, works: 'no', why: 'this heat needs G to run the fan' };
  if (system.fuel === null) return { ...way, works: 'ask', why: 'it depends on the fuel: electric heat needs G' };
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
const atBothEnds = (job: Job, role: TerminalRole): Core | undefined =>
  readCores(job).find((c) => roleOf(c) === role && c.wall !== undefined && c.board !== undefined && !c.cut);

/**
 * One core for Y and G, so that the fan's becomes the common: with a device that codes the two
 * calls itself (extender), or with a diode piece at the wall (splitter pair).
 */
function sharedCore(job: Job, system: LowVoltageSystem, sheet: DeviceSheet, kind: 'extender' | 'splitter'): Judged {
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
  if (job.answers[ROOM.code] === 'no') return no('no room for the module in the cabinet');
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

/** A plug-in transformer on a side of the device that the equipment does not use. */
function separateTransformer(job: Job, system: LowVoltageSystem, sheet: DeviceSheet): Judged {
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
  if (job.answers[OUTLET.code] === 'no') return no('no outlet near the thermostat');
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

export function judgePowering(job: Job, system: LowVoltageSystem, sheet: DeviceSheet): Powering {
  const judged: Judged[] = [];
  const findings: Finding[] = [];
  const questions: Question[] = [];
  const hasCommon = system.common === 'both-ends';
  if (hasCommon) {
    judged.push({
      id: 'common',
      name: 'Common wire as it is',
      works: sheet.supply.kinds.includes('24v') ? 'yes' : 'no',
      why: 'C is landed at both ends',
      loses: 'nothing',
      minutes: 0,
      walk: 'none',
      parts: [],
      takeovers: [],
    });
  }
  const spare = spareCore(job);
  if (!hasCommon)
    judged.push(
      spare,
      reuseFan(job, system),
      sharedCore(job, system, sheet, 'extender'),
      sharedCore(job, system, sheet, 'splitter'),
      separateTransformer(job, system, sheet),
    );
  judged.push(
    sheet.supply.kinds.includes('battery')
      ? {
          id: 'battery',
          name: 'Batteries',
          works: 'yes',
          why: `${sheet.name} runs on batteries`,
          loses: 'battery changes, about once a year',
          minutes: 2,
          walk: 'wall',
          parts: ['batteries'],
          takeovers: [],
        }
      : {
          id: 'battery',
          name: 'Batteries',
          works: 'no',
          why: `${sheet.name} does not take batteries`,
          loses: 'battery changes',
          minutes: 2,
          walk: 'wall',
          parts: ['a battery device'],
          takeovers: [],
        },
  );
  if (!hasCommon) {
    const cores = Math.max(5, readCores(job).length + 1);
    judged.push({
      id: 'new-cable',
      name: 'New cable',
      works: job.answers['cable-route'] === 'no' ? 'no' : 'yes',
      why: job.answers['cable-route'] === 'no' ? 'there is no route for one' : 'always works where there is a route',
      loses: 'time; perhaps a patch in the wall',
      minutes: 120,
      walk: 'board, wall, along the route',
      condition: ROUTE,
      parts: [`${cores > 5 ? 8 : 5}-core cable, 18 gauge`, 'fish tape'],
      takeovers: [
        { conductor: 'new', role: 'common', why: 'a core of the new cable is the common', added: 'blue (new cable)' },
      ],
    });
  }
  const ways: PowerWay[] = judged.map(({ kit, ...way }) => ({
    ...way,
    condition: way.condition ?? null,
    plan: planWiring(job, system, sheet, way.takeovers, kit ?? null),
  }));
  // Minutes, and what the customer loses in their stead; what can still be measured comes before hours of work.
  const rank = (way: PowerWay): number =>
    (way.works === 'no' ? 2000 : way.works === 'ask' ? 60 : 0) + (LOSS_MINUTES[way.id] ?? 0) + way.minutes;
  ways.sort((a, b) => rank(a) - rank(b));

  const spareWay = ways.find((w) => w.id === 'spare-core');
  if (spareWay?.works === 'ask') {
    const colour = spareWay.takeovers[0]
      ? (readCores(job).find((c) => c.id === spareWay.takeovers[0]?.conductor)?.colour ?? '')
      : '';
    questions.push({
      code: 'spare-core',
      stop: 'decide',
      about: spareWay.takeovers.map((t) => `conductor:${t.conductor}`),
      ask: `Does the ${colour} core reach the board unbroken?`,
      how: `Supply off. Join ${colour} to any other core at the board and read ohms between the two at the wall. Under ${CONTINUOUS_OHMS} Ω: whole.`,
      answers: [
        { value: 'whole', label: 'Whole', means: `${colour} becomes the common: 15 min, nothing lost.` },
        { value: 'open', label: 'Open', means: 'Another way is needed.' },
      ],
      needed: !sheet.supply.kinds.includes('battery'),
    });
  }
  const chosenByHand = ways.find((w) => w.id === job.decide.powering);
  const best = ways.find((w) => w.works === 'yes' && !BY_HAND.has(w.id));
  const chosen = chosenByHand ?? best ?? null;
  if (chosenByHand?.works === 'no') {
    findings.push(
      finding('power.choice-fails', { way: chosenByHand.name, why: chosenByHand.why }, ['powering'], chosenByHand.why),
    );
  }
  if (!chosen && sheet.supply.commonRequired) {
    findings.push(
      finding(
        'power.no-common',
        { device: sheet.name, va: sheet.supply.va },
        ['terminal:C'],
        COMMON_SEEN[system.common],
      ),
    );
  }
  if (chosen?.id === 'battery' && !hasCommon) findings.push(finding('power.on-batteries', {}, ['device'], 'no common'));
  return { ways, chosen: chosen?.id ?? null, questions, findings };
}
