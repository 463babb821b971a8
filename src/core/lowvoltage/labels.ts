/**
 * Labels to fold round each conductor before it comes off its screw: one for each end that is
 * looked at, with the letter it had, the letter it goes to, and its colour in words.
 */
import type { JobOf } from '../job/schema';
import { CABLE_ENDS, colourOf, endAt, landedOn } from '../survey/landing';
import type { WiringPlan } from './plan';

export interface ConductorLabel {
  conductor: string;
  place: 'wall' | 'board' | 'outdoor';
  /** What is printed large: the letter the conductor is on now, or "spare". */
  letter: string;
  colour: string;
  /** Where it goes: "to W1", "cap it", or nothing when it stays. */
  goes: string;
}

/** What each conductor is labelled with at both ends. */
export function conductorLabels(job: JobOf<'24v'>, plan: WiringPlan | null): ConductorLabel[] {
  const labels: ConductorLabel[] = [];
  for (const [id, c] of Object.entries(job.survey.conductors)) {
    const row = plan?.rows.find((r) => r.conductor === id);
    for (const place of CABLE_ENDS[c.cable]) {
      const end = endAt(c, place);
      // A board that was not seen still needs a label for when it is.
      if (!end && place !== 'board') continue;
      const now = landedOn(c, place) ?? (end ? undefined : landedOn(c, 'wall'));
      const next = place === 'wall' ? row?.newWall : place === 'board' && c.cable === 'main' ? row?.newBoard : now;
      const goes =
        row === undefined || c.cable === 'outdoor' || next === now
          ? ''
          : next === null || next === undefined
            ? 'cap it'
            : `to ${next}`;
      labels.push({ conductor: id, place, letter: now ?? 'spare', colour: end?.colour ?? colourOf(c), goes });
    }
  }
  return labels.sort(
    (a, b) =>
      ORDER.indexOf(a.place) - ORDER.indexOf(b.place) ||
      a.conductor.localeCompare(b.conductor, 'en', { numeric: true }),
  );
}

const ORDER = ['wall', 'board', 'outdoor'];
