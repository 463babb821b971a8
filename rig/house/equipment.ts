/**
 * What stands at the equipment of a 24 V house, from what somebody saw there: the letters of its board and what hangs
 * on each, transformers, an outdoor unit at the end of its own cable, zones. Read here from the survey itself and not
 * from the system that the product makes of it, so that a wrong reading of it meets a house that is otherwise.
 */

import { type CircuitElement, CLOSED_OHMS, OPEN_OHMS } from '../../src/core/circuit/netlist';
import type { Point } from '../../src/core/circuit/point';
import { conductorOhms } from '../../src/core/circuit/resistance.data';
import type { LowVoltageJob } from '../../src/core/job/schema';
import type { Installed, InstalledLoad, InstalledTransformer } from '../../src/core/lowvoltage/installed';
import { OTHER_THERMOSTAT } from '../../src/core/lowvoltage/loads.data';
import { plateSays } from '../../src/core/lowvoltage/nameplate';
import { terminalLabel } from '../../src/core/survey/terminals.data';

/** What a letter of the board has behind it. */
type Behind =
  | 'hot'
  | 'hot-cool'
  | 'hot-heat'
  | 'common'
  | 'heat1'
  | 'heat2'
  | 'heat3'
  | 'cool1'
  | 'cool2'
  | 'fan'
  | 'O'
  | 'B'
  | 'O/B'
  | 'close'
  | 'shared'
  | 'nothing';

const LETTERS: Readonly<Record<string, Behind>> = {
  R: 'hot',
  Rc: 'hot-cool',
  Rh: 'hot-heat',
  C: 'common',
  W: 'heat1',
  W1: 'heat1',
  W2: 'heat2',
  AUX: 'heat2',
  W3: 'heat3',
  Y: 'cool1',
  Y1: 'cool1',
  Y2: 'cool2',
  G: 'fan',
  O: 'O',
  B: 'B',
  'O/B': 'O/B',
  K: 'shared',
  M1: 'shared',
};

/** A screw of the board with something behind it. */
interface Screw {
  letter: string;
  behind: Behind;
}

/** What an installer has found out and noted, beside what is landed where. */
export type Told = Readonly<Record<string, string>>;

export interface Equipment {
  transformers: InstalledTransformer[];
  loads: InstalledLoad[];
  /** Every screw of the board. */
  screws: string[];
  /** The board's screw for something, where it has one. */
  screw: (behind: Behind) => string | undefined;
  hot: string;
  common: string;
  /** Parts beyond the board: the outdoor cable, other zones, end switches. */
  parts: CircuitElement[];
  points: Point[];
  links: [string, string][];
  /** In which call the valve of a heat pump is driven; null where there is none. */
  valve: 'O' | 'B' | null;
  electricHeat: boolean;
  /** A fuel furnace behind a heat pump. */
  dual: boolean;
  /** Water carries the heat. */
  wet: boolean;
  /** Y closes a motor valve. */
  closes: boolean;
}

const WET: readonly (string | undefined)[] = ['boiler', 'steam-boiler', 'zone-valve', 'hydronic-air-handler'];
const RATED_VOLTS = 24;
const USUAL_VA = 40;
/** Idle volts over the rated ones: a tenth. */
const IDLE = 1.1;

/** Letters that cores of the main cable end on; where nobody opened the board, those of the wall. */
function lettersOf({ survey }: LowVoltageJob): string[] {
  const out = new Set<string>();
  for (const { cable, wall, board } of Object.values(survey.conductors)) {
    if (cable !== 'main') continue;
    const seen = board ?? wall;
    if (seen?.state !== 'landed' || seen.terminal === undefined) continue;
    out.add(seen.terminal);
  }
  return [...out];
}

const behindLetter = (letter: string): Behind => LETTERS[terminalLabel(letter)] ?? 'nothing';

/** Three cores, R W Y: what Y does there no letter says. */
const isThree = (letters: readonly string[]): boolean =>
  letters.length === 3 &&
  ['hot', 'heat1', 'cool1'].every((b) => letters.some((l) => behindLetter(l).replace(/^hot-.*/, 'hot') === b));

function screwsOf(job: LowVoltageJob, told: Told): Screw[] {
  const letters = lettersOf(job);
  const { equipment, seen } = job.survey;
  const valveInPipe = equipment.kind === 'zone-valve' || seen.zoneValves === true || equipment.outdoorUnit === 'none';
  const closes = isThree(letters) && (told['three-wire'] ?? (valveInPipe ? 'closes' : '')) === 'closes';
  const heated = letters.some((l) => behindLetter(l).startsWith('heat'));
  const behind = (letter: string): Behind => {
    const usual = behindLetter(letter);
    const known = terminalLabel(letter);
    if (known === 'B' && told['b-common'] === 'common') return 'common';
    if (known === 'X' && told['x-terminal'] === 'common') return 'common';
    if (known === 'X' && told['x-terminal'] === 'aux') return heated ? 'heat2' : 'heat1';
    return usual === 'cool1' && closes ? 'close' : usual;
  };
  return letters.map((letter) => ({ letter, behind: behind(letter) }));
}

interface Coil {
  id: string;
  name: string;
  runs: string;
  va: number;
  powerFactor: number;
  /** Volt-amperes before it has pulled in. */
  inrush: number;
}

const relay = (id: string, name: string, runs: string): Coil => ({
  id,
  name,
  runs,
  va: 9,
  powerFactor: 0.6,
  inrush: 12,
});

/** What a heating call meets first: a gas valve, a relay, a pump, a boiler, a motor in the pipe. */
function heatCoil(stage: 1 | 2 | 3, fuel: string | null, kind: string | undefined, closes: boolean): Coil {
  const id = `heat${stage}`;
  if (stage === 1 && (closes || kind === 'zone-valve'))
    return { id, name: 'zone valve motor', runs: 'zone valve', va: 6.5, powerFactor: 0.8, inrush: 8 };
  if (stage === 1 && kind === 'hydronic-air-handler') return relay(id, 'pump relay', 'pump');
  if (stage === 1 && WET.includes(kind)) return relay(id, 'boiler relay', 'boiler');
  const further = stage === 2 ? ', second stage' : stage === 3 ? ', third stage' : '';
  if (fuel === 'electric') return relay(id, `heater relay${further}`, `heater${further}`);
  if (stage === 1 && fuel === 'oil') return relay(id, 'burner relay', 'burner');
  if (stage === 1) return { id, name: 'gas valve', runs: 'burner', va: 10, powerFactor: 0.7, inrush: 12 };
  const coil = { id, va: 6, powerFactor: 0.7, inrush: 9 };
  return stage === 2
    ? { ...coil, name: 'second-stage heat', runs: 'burner, high' }
    : { ...coil, name: 'third-stage heat', runs: 'third heat stage' };
}

const CONTACTOR: Coil = {
  id: 'cool1',
  name: 'compressor contactor',
  runs: 'compressor',
  va: 9,
  powerFactor: 0.4,
  inrush: 33,
};
const SECOND: Coil = {
  id: 'cool2',
  name: 'second-stage solenoid',
  runs: 'compressor, high',
  va: 7,
  powerFactor: 0.5,
  inrush: 12,
};
const BLOWER: Coil = { id: 'fan', name: 'fan relay', runs: 'blower', va: 4, powerFactor: 0.6, inrush: 8 };
const VALVE: Coil = {
  id: 'valve',
  name: 'reversing valve',
  runs: 'reversing valve',
  va: 7,
  powerFactor: 0.5,
  inrush: 12,
};
const CLOSER: Coil = {
  id: 'close',
  name: 'zone valve, closing',
  runs: 'zone valve closing',
  va: 6.5,
  powerFactor: 0.8,
  inrush: 8,
};
const damper = (id: string, name: string, runs: string, va: number): Coil => ({
  id,
  name,
  runs,
  va,
  powerFactor: 0.8,
  inrush: va,
});
const DAMPER_VA = 10;

/** What the letters, the plate and the installer's own words say stands there. */
interface Facts {
  kind: string | undefined;
  fuel: string | null;
  pump: boolean;
  closes: boolean;
  coolStages: number;
  valve: 'O' | 'B' | null;
}

function factsOf(job: LowVoltageJob, told: Told, screws: readonly Screw[]): Facts {
  const { equipment } = job.survey;
  const plate = plateSays(job);
  const has = (...of: Behind[]): boolean => screws.some((s) => of.includes(s.behind));
  const outdoor = equipment.outdoorUnit ?? plate.outdoorUnit ?? told['outdoor-unit'];
  const pump = has('O', 'B', 'O/B') && outdoor !== 'air-conditioner' && outdoor !== 'none';
  const letter = has('O') ? 'O' : has('B') ? 'B' : told['valve-mode'] === 'B' ? 'B' : 'O';
  const compressor = has('cool1', 'cool2', 'shared') ? (has('cool2') ? 2 : 1) : 0;
  return {
    kind: equipment.kind,
    fuel: equipment.fuel ?? plate.fuel ?? told.fuel ?? null,
    pump,
    closes: has('close'),
    coolStages: Math.min(compressor, Math.max(1, equipment.coolStages ?? 2)),
    valve: pump ? (equipment.reversingValve ?? letter) : null,
  };
}

/** Coils by the letter each hangs on. */
function coilsOf(
  job: LowVoltageJob,
  screws: readonly Screw[],
  facts: Facts,
  told: Told,
): { letter: string; coil: Coil }[] {
  const { damperVA = DAMPER_VA } = job.survey.equipment;
  const { kind, fuel, pump, closes, coolStages } = facts;
  const both = screws.some((s) => s.behind === 'O') && screws.some((s) => s.behind === 'B');
  const dampers = !pump && (both || job.survey.equipment.damperVA !== undefined);
  const radiators = closes || kind === 'boiler' || kind === 'steam-boiler' || kind === 'zone-valve';
  const out: { letter: string; coil: Coil }[] = [];
  const put = (letter: string, coil: Coil | null): void => {
    if (coil && !out.some((x) => x.coil.id === coil.id)) out.push({ letter, coil });
  };
  const coilOf = ({ behind }: Screw): Coil | null => {
    switch (behind) {
      case 'heat1':
      case 'heat2':
      case 'heat3':
        return heatCoil(Number(behind.slice(4)) as 1 | 2 | 3, fuel, kind, closes);
      case 'cool1':
        return coolStages > 0 ? CONTACTOR : null;
      case 'cool2':
        return coolStages > 1 ? SECOND : null;
      case 'fan':
        return BLOWER;
      case 'O':
      case 'O/B':
        return pump ? VALVE : dampers ? damper('damper-o', 'cooling damper', 'cooling damper', damperVA) : null;
      case 'B':
        if (pump) return both ? damper('valve-b', 'valve or damper on B', 'valve on B', damperVA) : VALVE;
        return dampers ? damper('damper-b', 'heating damper', 'heating damper', damperVA) : null;
      case 'close':
        return CLOSER;
      default:
        return null;
    }
  };
  for (const screw of screws) put(screw.letter, coilOf(screw));
  // Behind a module that tells two calls apart stand the compressor's contactor and the blower's relay all the same.
  if (screws.some((s) => s.behind === 'shared')) put('Y', CONTACTOR);
  // A board that moves air has a blower's relay, with or without a core on it.
  const moves = coolStages > 0 || pump || fuel === 'electric' || kind === 'hydronic-air-handler';
  if (moves || (told['heat-fan'] === 'thermostat' && !radiators)) put('G', BLOWER);
  return out;
}

/** One transformer, or two where two R of the board are two. */
function transformersOf(
  job: LowVoltageJob,
  told: Told,
  screw: Equipment['screw'],
): { transformers: InstalledTransformer[]; heatCommon: string; coolCommon: string; hot: string } {
  const { equipment } = job.survey;
  const va = equipment.transformerVA ?? plateSays(job).transformerVA ?? USUAL_VA;
  const { primaryTapVolts: tap, mainsVolts: mains } = equipment;
  const openVolts = RATED_VOLTS * IDLE * (tap !== undefined && mains !== undefined ? mains / tap : 1);
  const supply = Object.keys(job.supplies)[0] ?? 'supply';
  const one = { va, openVolts, supply, degrees: 0 };
  const [cool, heat] = [screw('hot-cool'), screw('hot-heat')];
  const common = screw('common') ?? 'C';
  const hot = screw('hot') ?? heat ?? cool ?? 'R';
  if (cool === undefined || heat === undefined || equipment.transformers === 1)
    return {
      transformers: [{ ...one, id: 'T', hot, common }],
      heatCommon: common,
      coolCommon: common,
      hot,
    };
  // The common that reaches the wall is one's; the other's stays at its own equipment.
  const ofHeat = told['common-of'] === 'heat';
  const [heatCommon, coolCommon] = ofHeat ? [common, 'C-cool'] : ['C-heat', common];
  return {
    transformers: [
      { ...one, id: 'T-cool', hot: cool, common: coolCommon },
      { ...one, id: 'T-heat', hot: heat, common: heatCommon },
    ],
    heatCommon,
    coolCommon,
    hot,
  };
}

/** A joint that was twisted and not measured, Ω. */
const TWIST_OHMS = 0.05;

/** The whole of a core: its cable's gauge and run, and a joint in it. */
export function coreOhms({ survey }: LowVoltageJob, id: string): number {
  const core = survey.conductors[id];
  const { gauge = 'AWG 18', metres = 15 } = survey.cables[core?.cable ?? 'main'];
  return conductorOhms(gauge, metres) + (core?.splice === undefined ? 0 : (core.spliceOhms ?? TWIST_OHMS));
}

/** The cable from the board to the outdoor unit, and the coils at its end. */
function outdoors(
  job: LowVoltageJob,
  loads: readonly InstalledLoad[],
  common: string,
): Pick<Equipment, 'loads' | 'parts' | 'points'> {
  const ends = Object.entries(job.survey.conductors).flatMap(([id, c]) => {
    const at = (end: typeof c.board): string | undefined => (end?.state === 'landed' ? end.terminal : undefined);
    const board = at(c.board);
    const far = c.outdoor === undefined ? board : at(c.outdoor);
    return c.cable === 'outdoor' && board !== undefined && far !== undefined
      ? [{ id, board, far, colour: c.board?.colour ?? c.outdoor?.colour ?? 'a core' }]
      : [];
  });
  const [first] = ends;
  if (!first) return { loads: [...loads], parts: [], points: [] };
  const back = ends.find((e) => terminalLabel(e.far) === 'C');
  const returns = back?.far ?? 'C';
  const goesOut: readonly string[] = [CONTACTOR.id, SECOND.id, VALVE.id];
  const wire = (id: string, name: string, from: string, to: string, of: string): CircuitElement => ({
    kind: 'conductor',
    id,
    name,
    a: `board.${from}`,
    b: `outdoor.${to}`,
    ohms: coreOhms(job, of),
  });
  const parts = ends.map((e) => wire(`conductor:${e.id}`, `${e.colour} to the outdoor unit`, e.board, e.far, e.id));
  // Nobody looked at its return: the unit ran before, so it has one.
  if (!back)
    parts.push(
      wire('unseen:outdoor-common', 'the return from the outdoor unit, not seen yet', common, returns, first.id),
    );
  return {
    loads: loads.map((l) => {
      const fed = ends.find((e) => e.board === l.terminal);
      return fed && goesOut.includes(l.id) ? { ...l, terminal: fed.far, common: returns, outdoor: true } : l;
    }),
    parts,
    points: [...new Set([...ends.map((e) => e.far), returns])].map((far): Point => `outdoor.${far}`),
  };
}

const BOILER_CALL: Point = 'boiler.call';

/** Valves in the pipes of the zones, their end switches side by side on the boiler's call, and other thermostats. */
function zonesOf(
  job: LowVoltageJob,
  { kind, closes }: Facts,
  at: { hot: string; common: string; heat: string | undefined },
): Pick<Equipment, 'parts' | 'points'> {
  const zones = Object.entries(job.survey.zones);
  const ownValve = kind === 'zone-valve' || closes;
  const valved = (WET.includes(kind) || closes) && (ownValve || zones.length > 0);
  if (!valved && zones.length === 0) return { parts: [], points: [] };
  const [hot, common] = [`board.${at.hot}`, `board.${at.common}`];
  const parts: CircuitElement[] = [];
  const shuts = (id: string, name: string, b: string, by: { control: string } | { coil: string }): void => {
    parts.push({
      kind: 'contact',
      id,
      name,
      a: hot,
      b,
      closedOhms: CLOSED_OHMS,
      openOhms: OPEN_OHMS,
      by,
      normally: 'open',
    });
  };
  const coil = (id: string, name: string, a: string, va: number, powerFactor: number, runs: string): void => {
    parts.push({ kind: 'load', id, name, a, b: common, ratedVolts: RATED_VOLTS, va, powerFactor, coil: true, runs });
  };
  if (ownValve && at.heat !== undefined) shuts('end-switch', 'end switch', BOILER_CALL, { coil: 'load:heat1' });
  for (const [id, zone] of zones) {
    parts.push({
      kind: 'load',
      id: `zone:${id}:device`,
      name: `thermostat of ${zone.name}`,
      a: hot,
      b: common,
      ratedVolts: RATED_VOLTS,
      va: 3,
      coil: false,
      runs: OTHER_THERMOSTAT,
    });
    const calls = { control: `call:zone:${id}` };
    const feeds = valved ? `zone.${id}` : `board.${at.heat ?? 'W'}`;
    shuts(`zone:${id}:contact`, `call of ${zone.name}`, feeds, calls);
    if (!valved) continue;
    coil(`zone:${id}:valve`, `zone valve of ${zone.name}`, feeds, zone.valveVA ?? 6.5, 0.8, `valve ${zone.name}`);
    if (zone.endSwitch !== false)
      shuts(`zone:${id}:end`, `end switch of ${zone.name}`, BOILER_CALL, { coil: `zone:${id}:valve` });
  }
  if (valved) coil('boiler', 'boiler relay', BOILER_CALL, 4, 0.6, 'boiler');
  return { parts, points: valved ? [BOILER_CALL, ...zones.map(([id]): Point => `zone.${id}`)] : [] };
}

/** Links seen at the board, and the one from Y to G of a board that has the fan run with the compressor. */
function linksOf({ survey }: LowVoltageJob, told: Told, screw: Equipment['screw']): [string, string][] {
  const links = Object.values(survey.jumpers).flatMap((j): [string, string][] =>
    j.place === 'board' ? [[j.a, j.b]] : [],
  );
  const [y, g] = [screw('cool1') ?? 'Y', screw('fan') ?? 'G'];
  if (told['y-without-g'] === 'joined' && screw('fan') === undefined && screw('cool1') !== undefined)
    links.push([y, g]);
  return links;
}

/** @param told answers of the installer, and what readings have settled */
export function equipmentOf(job: LowVoltageJob, told: Told): Equipment {
  const screws = screwsOf(job, told);
  const screw: Equipment['screw'] = (behind) => screws.find((s) => s.behind === behind)?.letter;
  const facts = factsOf(job, told, screws);
  const { transformers, heatCommon, coolCommon, hot } = transformersOf(job, told, screw);
  const noted = job.survey.equipment;
  const onBoard = coilsOf(job, screws, facts, told).map(
    ({ letter, coil: { inrush, ...coil } }): InstalledLoad => ({
      ...coil,
      terminal: letter,
      common: coil.id.startsWith('heat') ? heatCommon : coolCommon,
      va: noted.loadVA?.[coil.id] ?? coil.va,
      inrushVA: noted.inrushVA?.[coil.id] ?? Math.max(inrush, noted.loadVA?.[coil.id] ?? 0),
    }),
  );
  const common = screw('common') ?? 'C';
  const out = outdoors(job, onBoard, common);
  const heat = screws.find((s) => s.behind === 'heat1')?.letter;
  const zones = zonesOf(job, facts, { hot, common, heat });
  const fossil = facts.fuel !== null && facts.fuel !== 'electric';
  return {
    transformers,
    loads: out.loads,
    screws: [
      ...new Set([
        ...screws.map((s) => s.letter),
        ...transformers.flatMap((t) => [t.hot, t.common]),
        ...onBoard.map((l) => l.terminal),
        ...(noted.boardScrews ?? []),
        common,
      ]),
    ],
    screw,
    hot,
    common,
    parts: [...out.parts, ...zones.parts],
    points: [...out.points, ...zones.points],
    links: linksOf(job, told, screw),
    valve: facts.valve,
    electricHeat: facts.fuel === 'electric',
    dual: facts.pump && fossil && heatLetters(screws),
    wet: facts.closes || WET.includes(facts.kind),
    closes: facts.closes,
  };
}

const heatLetters = (screws: readonly Screw[]): boolean => screws.some((s) => s.behind.startsWith('heat'));

/** Mains of the region. */
export const hertzThere = ({ survey }: LowVoltageJob): Installed['hertz'] =>
  survey.region === 'EU' || survey.region === 'UK' ? 50 : 60;
