/**
 * The survey's main cable as this family reads it: one row a conductor, with the terminal at each
 * end, and which of those were seen and which only follow from the other end.
 */
import type { LowVoltageJob } from '../job/schema';
import { colourOf, landedOn } from '../survey/landing';
import { HOT_ROLES, PLATE_ORDER, type TerminalRole, terminalInfo } from '../survey/terminals.data';

export interface Core {
  id: string;
  colour: string;
  wall: string | undefined;
  board: string | undefined;
  /** What the equipment does with it: by the board's letter, else the wall's, as the answers settle it. */
  role: TerminalRole | undefined;
  /** The board end was not looked at; it is taken to match the wall. */
  boardAssumed: boolean;
  /** Cut short at one end: not usable as it is. */
  cut: boolean;
  spare: boolean;
}

/** What letters with two readings mean in this job, once something settles them. */
export interface Letters {
  b: 'valve' | 'common';
  y: 'compressor' | 'closes-valve';
  x: 'unclear' | 'common' | 'aux' | 'fault';
}

const HEAT_ROLES: ReadonlySet<TerminalRole> = new Set<TerminalRole>(['heat1', 'heat2', 'heat3']);

/** Roles by the letters alone. */
const lettersAlone = (job: LowVoltageJob): (TerminalRole | undefined)[] =>
  Object.values(job.survey.conductors)
    .filter((c) => c.cable === 'main')
    .map((c) => terminalInfo(landedOn(c, 'board') ?? landedOn(c, 'wall') ?? '')?.role)
    .filter((role) => role !== undefined);

/**
 * R, W and Y on their own: the old three-wire set in which Y closes a motor-driven zone valve, or a
 * furnace with cooling that lost its fan conductor. The letters do not tell which.
 */
export function threeWiresOnly(job: LowVoltageJob): boolean {
  const roles = lettersAlone(job);
  const count = (wanted: (role: TerminalRole) => boolean): number => roles.filter((r) => r && wanted(r)).length;
  return (
    roles.length === 3 &&
    count((r) => HOT_ROLES.has(r)) === 1 &&
    count((r) => r === 'heat1') === 1 &&
    count((r) => r === 'cool1') === 1
  );
}

function readLetters(job: LowVoltageJob): Letters {
  const { equipment, seen } = job.survey;
  const three = seen.letterY;
  const known = equipment.kind === 'zone-valve' || seen.zoneValves === true || equipment.outdoorUnit === 'none';
  const closes = threeWiresOnly(job) && (three === 'closes' || (three === undefined && known));
  return {
    b: seen.letterB ?? 'valve',
    y: closes ? 'closes-valve' : 'compressor',
    x: seen.letterX ?? 'unclear',
  };
}

function settledRole(label: string | undefined, letters: Letters, heatTaken: boolean): TerminalRole | undefined {
  const role = label === undefined ? undefined : terminalInfo(label)?.role;
  if (role === 'valve-heat' && letters.b === 'common') return 'common';
  if (role === 'cool1' && letters.y === 'closes-valve') return 'valve-close';
  if (role === 'unclear' && letters.x === 'common') return 'common';
  if (role === 'unclear' && letters.x === 'fault') return 'fault';
  if (role === 'unclear' && letters.x === 'aux') return heatTaken ? 'heat2' : 'heat1';
  // The shared core of a kit carries the compressor's call and the fan's.
  if (role === 'splitter') return 'cool1';
  return role;
}

/** Jobs are never changed in place, so what was read of one stays true. */
const read = new WeakMap<LowVoltageJob, Core[]>();

/** Every conductor with its role at each end, letters of two meanings as the answers settle them. */
export function readCores(job: LowVoltageJob): readonly Core[] {
  const known = read.get(job);
  if (known) return known;
  const cores = coresOf(job);
  read.set(job, cores);
  return cores;
}

function coresOf(job: LowVoltageJob): Core[] {
  const letters = readLetters(job);
  const heatTaken = lettersAlone(job).some((r) => r && HEAT_ROLES.has(r));
  return Object.entries(job.survey.conductors)
    .filter(([, c]) => c.cable === 'main')
    .map(([id, c]) => {
      const wall = landedOn(c, 'wall');
      const boardSeen = c.board !== undefined;
      // A sensor's lead goes to another room: where nobody looked it is on no screw of the board.
      const sensor = terminalInfo(wall ?? '')?.role === 'sensor';
      const board = boardSeen || sensor ? landedOn(c, 'board') : wall;
      return {
        id,
        colour: colourOf(c),
        wall,
        board,
        role: settledRole(board ?? wall, letters, heatTaken),
        boardAssumed: !boardSeen && !sensor && wall !== undefined,
        cut: c.wall?.state === 'cut' || c.board?.state === 'cut',
        spare: wall === undefined && (boardSeen ? board === undefined : true),
      };
    })
    .sort(inPlateOrder);
}

const rank = (label: string | undefined): number => {
  const i = label === undefined ? -1 : PLATE_ORDER.indexOf(terminalInfo(label)?.label ?? label);
  return i < 0 ? PLATE_ORDER.length : i;
};

/** By the board's letters, so that nothing hangs on the order in which conductors were entered. */
const inPlateOrder = (a: Core, b: Core): number =>
  rank(a.board ?? a.wall) - rank(b.board ?? b.wall) ||
  rank(a.wall) - rank(b.wall) ||
  (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** A core between the shared screws of a module and of a device (or its diode piece): two calls on one core. */
export const isSharedCore = (core: Core): boolean =>
  [core.board, core.wall].some((label) => label !== undefined && terminalInfo(label)?.role === 'splitter');

/** What the equipment does with a conductor: its board terminal's role, else its wall terminal's. */
export const roleOf = (core: Core): TerminalRole | undefined => core.role;
