/**
 * Equipment without a lettered board: cores end in splices, and what a core is follows from what it meets there. The
 * pair that goes outdoors is the way in: of its two cores the one that also meets the transformer is the common, the
 * other calls the compressor. Letters are then written as a board would have them, so that everything after reads them.
 */
import type { Conductor, Meets, SurveyKept } from '../job/survey-schema';
import { CABLE_ENDS, colourOf } from './landing';

interface Met {
  /** The letter a board would have for it. */
  letter: string;
  label: string;
  /** As it is found. */
  how: string;
}

export const MET: Readonly<Record<Meets, Met>> = {
  'transformer-hot': {
    letter: 'R',
    label: 'a transformer lead alone',
    how: 'a low-voltage lead of the transformer, perhaps through a fuse, and nothing else',
  },
  'transformer-common': {
    letter: 'C',
    label: 'the other transformer lead',
    how: 'the other lead of the transformer, with the returns of the loads and one core of the outdoor pair',
  },
  'outdoor-alone': {
    letter: 'Y',
    label: 'the outdoor pair’s other core',
    how: 'the core of the pair that goes outdoors which does not meet the transformer',
  },
  'outdoor-third': {
    letter: 'O/B',
    label: 'a third core outdoors',
    how: 'a third core that goes outdoors: a reversing valve; which mode it is on in is asked',
  },
  fan: { letter: 'G', label: 'the fan’s relay', how: 'the coil of the relay that starts the fan' },
  heat: { letter: 'W', label: 'the heat', how: 'the gas valve, the burner’s control or the heater’s relay' },
};

/** A survey with what a core meets at the equipment; its letter there follows. `null`: not looked at. */
export function meeting(survey: SurveyKept, id: string, meets: Meets | null): SurveyKept {
  const before = survey.conductors[id];
  if (!before) return survey;
  const { board, ...rest } = before;
  const colour = board?.colour ?? colourOf(before).split('/')[0] ?? 'unnamed';
  const after: Conductor =
    meets === null
      ? rest
      : { ...rest, board: { ...board, colour, state: 'landed', terminal: MET[meets].letter, meets } };
  return { ...survey, conductors: { ...survey.conductors, [id]: after } };
}

export interface Splices {
  /** Cores whose other end is on the old plate and not traced yet. */
  untraced: string[];
  /** What two cores are said to meet, by letter, with both colours. */
  twice: { letter: string; colours: string[] }[];
  /** Something goes outdoors, and no core is found at the transformer's other lead. */
  noCommon: boolean;
}

/** What is still to be traced; null where the equipment has letters. */
export function splicesOf({ survey }: { survey: SurveyKept }): Splices | null {
  if (survey.equipment.splicesOnly !== true) return null;
  const cores = Object.values(survey.conductors).filter((c) => c.cable === 'main' && CABLE_ENDS.main.some((p) => c[p]));
  const by = new Map<Meets, string[]>();
  // What was taken off again or cut meets nothing.
  const metBy = (c: Conductor): Meets | undefined => (c.board?.state === 'landed' ? c.board.meets : undefined);
  for (const c of cores) {
    const meets = metBy(c);
    if (meets) by.set(meets, [...(by.get(meets) ?? []), colourOf(c)]);
  }
  return {
    untraced: cores.filter((c) => c.wall?.state === 'landed' && !metBy(c)).map(colourOf),
    twice: [...by]
      .filter(([, colours]) => colours.length > 1)
      .map(([meets, colours]) => ({ letter: MET[meets].letter, colours })),
    noCommon: (by.has('outdoor-alone') || by.has('outdoor-third')) && !by.has('transformer-common'),
  };
}
