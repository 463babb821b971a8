/**
 * What a survey says about each conductor, read in one way everywhere: pure edits of the strip
 * and the questions every later stage asks of it.
 */
import type { Conductor, ConductorEnd, EndState, Place, SurveyKept } from '../job/survey-schema';

/** The ends a conductor of each cable has: nearer the thermostat first. */
export const CABLE_ENDS = { main: ['wall', 'board'], outdoor: ['board', 'outdoor'] } as const satisfies Record<
  Conductor['cable'],
  readonly [Place, Place]
>;

/** An end of a conductor. */
export const endAt = (conductor: Conductor, place: Place): ConductorEnd | undefined => conductor[place];

/** Terminal a conductor is landed on at a place, if it is. */
export function landedOn(conductor: Conductor, place: Place): string | undefined {
  const end = endAt(conductor, place);
  return end?.state === 'landed' ? end.terminal : undefined;
}

/** Conductors of the cable that are landed on a screw. */
export function onScrew(
  survey: SurveyKept,
  place: Place,
  terminal: string,
  cable: Conductor['cable'] = 'main',
): string[] {
  return Object.entries(survey.conductors)
    .filter(([, c]) => c.cable === cable && landedOn(c, place) === terminal)
    .map(([id]) => id);
}

/** A conductor's colour for speaking of it: "white", or "white/grey" where its ends differ. */
export function colourOf(conductor: Conductor): string {
  const colours = [
    ...new Set(CABLE_ENDS[conductor.cable].map((p) => endAt(conductor, p)?.colour).filter((c) => c !== undefined)),
  ];
  return colours.join('/') || 'unnamed';
}

export interface LandEdit {
  cable?: Conductor['cable'];
  colour: string;
  /** Where to land, or null to coil the core as a spare. */
  terminal: string | null;
  /** Both ends when absent. */
  place?: Place;
  /** Colour at the far end where it differs. */
  farColour?: string;
  state?: EndState;
}

/** Next free conductor id; short and stable. */
function nextConductorId(survey: SurveyKept): string {
  let n = Object.keys(survey.conductors).length + 1;
  while (survey.conductors[`k${n}`]) n++;
  return `k${n}`;
}

/**
 * Lands, moves or coils a conductor. With a place, the conductor of that colour gets that end
 * changed and keeps its other end; without one, both ends are set.
 */
export function landConductor(survey: SurveyKept, edit: LandEdit): { survey: SurveyKept; id: string } {
  const cable = edit.cable ?? 'main';
  const [near, far] = CABLE_ENDS[cable];
  const known = Object.entries(survey.conductors).find(
    ([, c]) =>
      c.cable === cable &&
      CABLE_ENDS[cable].some(
        (p) => endAt(c, p)?.colour === edit.colour && (!edit.place || p === edit.place || !endAt(c, edit.place)),
      ),
  );
  const id = known?.[0] ?? nextConductorId(survey);
  const before: Conductor = known?.[1] ?? { cable };
  const end = (colour: string): ConductorEnd =>
    edit.terminal === null
      ? { colour, state: edit.state ?? 'coiled' }
      : { terminal: edit.terminal, colour, state: edit.state ?? 'landed' };
  const after: Conductor = { ...before };
  if (!edit.place || edit.place === near) after[near] = end(edit.colour);
  if (!edit.place || edit.place === far) after[far] = end(edit.place ? edit.colour : (edit.farColour ?? edit.colour));
  return { survey: { ...survey, conductors: { ...survey.conductors, [id]: after } }, id };
}

/** A survey without a conductor. */
export function removeConductor(survey: SurveyKept, id: string): SurveyKept {
  const { [id]: _gone, ...rest } = survey.conductors;
  return { ...survey, conductors: rest };
}

/** Puts one end of a known conductor on a screw, or coils it with `null`. */
export function moveEnd(survey: SurveyKept, id: string, place: Place, terminal: string | null): SurveyKept {
  const conductor = survey.conductors[id];
  if (!conductor) return survey;
  const colour = endAt(conductor, place)?.colour ?? colourOf(conductor).split('/')[0] ?? 'unnamed';
  const end: ConductorEnd = terminal === null ? { colour, state: 'coiled' } : { terminal, colour, state: 'landed' };
  return { ...survey, conductors: { ...survey.conductors, [id]: { ...conductor, [place]: end } } };
}

/** Adds the jumper, or takes it away if it is there. */
export function toggleJumper(survey: SurveyKept, place: Place, a: string, b: string): SurveyKept {
  const found = Object.entries(survey.jumpers).find(
    ([, j]) => j.place === place && ((j.a === a && j.b === b) || (j.a === b && j.b === a)),
  );
  if (found) {
    const { [found[0]]: _gone, ...rest } = survey.jumpers;
    return { ...survey, jumpers: rest };
  }
  return {
    ...survey,
    jumpers: { ...survey.jumpers, [`${place}-${a}-${b}`.replace(/[^A-Za-z0-9-]/g, '_')]: { place, a, b } },
  };
}

/** A job with another survey. */
export const withSurvey = <J extends { survey: SurveyKept }>(job: J, survey: J['survey']): J => ({ ...job, survey });
