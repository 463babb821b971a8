/**
 * The survey's main cable as this family reads it: one row a conductor, with the terminal at each
 * end, and which of those were seen and which only follow from the other end.
 */
import type { Job } from '../job/schema';
import { colourOf, landedOn } from '../survey/landing';
import { type TerminalRole, terminalInfo } from '../survey/terminals.data';

export interface Core {
  id: string;
  colour: string;
  wall: string | undefined;
  board: string | undefined;
  /** The board end was not looked at; it is taken to match the wall. */
  boardAssumed: boolean;
  /** Cut short at one end: not usable as it is. */
  cut: boolean;
  spare: boolean;
}

export function readCores(job: Job): Core[] {
  return Object.entries(job.survey.conductors)
    .filter(([, c]) => c.cable === 'main')
    .map(([id, c]) => {
      const wall = landedOn(c, 'wall');
      const boardSeen = c.board !== undefined;
      const board = boardSeen ? landedOn(c, 'board') : wall;
      return {
        id,
        colour: colourOf(c),
        wall,
        board,
        boardAssumed: !boardSeen && wall !== undefined,
        cut: c.wall?.state === 'cut' || c.board?.state === 'cut',
        spare: wall === undefined && (boardSeen ? board === undefined : true),
      };
    });
}

/** What the equipment does with a conductor: its board terminal's role, else its wall terminal's. */
export const roleOf = (core: Core): TerminalRole | undefined => {
  const label = core.board ?? core.wall;
  return label === undefined ? undefined : terminalInfo(label)?.role;
};
