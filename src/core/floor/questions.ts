/** What the floor's survey cannot say yet, and what would settle it. */
import { fieldQuestions } from '../family/field';
import type { Question } from '../findings/finding';
import { FloorSurvey } from '../job/floor-schema';
import type { FloorJob } from '../job/schema';
import { listed } from '../units/units';
import { type FloorFacts, floorParts, floorSupply, matsJoined } from './form';
import { latestMegohms, latestOhms, matName } from './load';

const measure = (code: string, about: string[], ask: string, how: string): Question => ({
  code,
  stop: 'survey',
  about,
  ask,
  how,
  answers: [],
  needed: true,
});

/** What mats there are, and what each reads. */
function matQuestions({ survey }: FloorJob): Question[] {
  const mats = Object.entries(survey.mats);
  if (mats.length === 0)
    return [
      measure(
        'floor-mats',
        ['mats'],
        'Which mats or cables lie in the floor?',
        'The nameplate or the tag on each cold lead: watts and volts.',
      ),
    ];
  const unread = mats.flatMap(([id, mat], i) =>
    latestOhms(mat) === null || latestMegohms(mat) === null ? [{ id, name: matName(mat, i) }] : [],
  );
  if (unread.length === 0) return [];
  return [
    measure(
      'floor-mat-readings',
      unread.map((m) => `mat:${m.id}`),
      `What ${unread.length === 1 ? `does ${unread[0]?.name}` : `do ${listed(unread.map((m) => m.name))}`} read: ohms, and megohms to the screen?`,
      'Each mat by itself, off the device: element ohms, and 500 V DC between element and screen. A mat that was not measured is not done.',
    ),
  ];
}

/** What is still to be asked of a floor, where it is asked. */
export function floorQuestions(job: FloorJob, facts: FloorFacts): Question[] {
  const fields = [...floorSupply(facts), ...Object.values(floorParts(facts)).flat(), matsJoined(facts)];
  const form = { groups: [{ title: 'The floor', fields }], rows: [] };
  return [...matQuestions(job), ...fieldQuestions(form, FloorSurvey, job.survey)];
}
