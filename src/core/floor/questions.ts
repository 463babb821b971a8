/** What the floor's survey cannot say yet, and what would settle it. */
import type { Question } from '../findings/finding';
import { FLOOR_ANSWERS, type ProbeType } from '../job/floor-schema';
import type { FloorJob } from '../job/schema';
import { fixed, listed } from '../units/units';
import { type FloorLoad, latestMegohms, latestOhms, matName } from './load';
import type { FloorSheet } from './sheet';
import { type ProbeFit, probeName } from './thermistor';

interface Facts {
  load: FloorLoad | null;
  sheet: FloorSheet | null;
  fits: readonly ProbeFit[];
  type: ProbeType | null;
}

const measure = (code: string, about: string[], ask: string, how: string): Question => ({
  code,
  stop: 'survey',
  about,
  ask,
  how,
  answers: [],
  needed: true,
});

/** What is still to be asked of a floor, where it is asked. */
export function floorQuestions(job: FloorJob, { load, sheet, fits, type }: Facts): Question[] {
  const survey = job.survey;
  const questions: Question[] = [];
  if (Object.keys(survey.mats).length === 0)
    questions.push(
      measure(
        'floor-mats',
        ['mats'],
        'Which mats or cables lie in the floor?',
        'The nameplate or the tag on each cold lead: watts and volts.',
      ),
    );
  if (survey.supplyVolts === undefined)
    questions.push(
      measure(
        'floor-supply',
        ['supply'],
        'What is the supply?',
        'Volts between the two supply cores, with a proved tester.',
      ),
    );
  if (survey.areaSquareMetres === undefined)
    questions.push(
      measure(
        'floor-area',
        ['area'],
        'How large is the heated area?',
        'Only where cable lies: not under a bath or cupboards.',
      ),
    );
  if (survey.probe.ohms === undefined && survey.probe.absent !== true)
    questions.push(
      measure(
        'floor-probe-ohms',
        ['probe'],
        'What does the probe read?',
        'Ohms between its two cores, off the device; and how warm the floor is just then.',
      ),
    );
  else if (survey.probe.absent !== true && survey.probe.floorCelsius === undefined && !survey.probe.type)
    questions.push(
      measure(
        'floor-celsius',
        ['probe'],
        'How warm is the floor where the probe lies?',
        'A thermometer on the floor beside it: without it the ohms fit every type.',
      ),
    );
  const unread = Object.entries(survey.mats).flatMap(([id, mat], i) =>
    latestOhms(mat) === null || latestMegohms(mat) === null ? [{ id, name: matName(mat, i) }] : [],
  );
  if (unread.length > 0)
    questions.push(
      measure(
        'floor-mat-readings',
        unread.map((m) => `mat:${m.id}`),
        `What ${unread.length === 1 ? `does ${unread[0]?.name}` : `do ${listed(unread.map((m) => m.name))}`} read: ohms, and megohms to the screen?`,
        'Each mat by itself, off the device: element ohms, and 500 V DC between element and screen. A mat that was not measured is not done.',
      ),
    );
  const could = fits.filter((f) => f.fits);
  if (!survey.probe.type && type === null && could.length > 1)
    questions.push({
      code: 'floor-probe',
      field: FLOOR_ANSWERS['floor-probe'] ?? [],
      stop: 'survey',
      about: ['probe'],
      ask: `The probe could be ${could.map((f) => probeName(f.type)).join(' or ')}. Which is printed on it?`,
      how: 'Its bag or the device’s sheet; or lay a thermometer on the floor beside it for ten minutes and put that temperature in.',
      answers: could.map((f) => ({
        value: f.type,
        label: probeName(f.type),
        means: `It would show ${fixed(f.celsius, 1)} °C now.`,
      })),
      decides: ['probe.type'],
      needed: true,
    });
  if (!survey.purpose)
    questions.push({
      code: 'floor-purpose',
      field: FLOOR_ANSWERS['floor-purpose'] ?? [],
      stop: 'decide',
      about: ['floor'],
      ask: 'What is the floor for?',
      how: 'Ask the customer; look for other heating in the room.',
      answers: [
        { value: 'comfort', label: 'Warm underfoot', means: 'The floor is steered; the room has other heating.' },
        { value: 'bath', label: 'Bathroom', means: 'As warm underfoot, up to 33 °C at the surface.' },
        { value: 'sole', label: 'The only heat', means: 'The room is steered and the floor capped.' },
        { value: 'damp', label: 'Keep it dry', means: 'A short warm-up every day in an unheated room.' },
      ],
      decides: ['floor.sensor', 'floor.minimum', 'window.open', 'damp.guard', 'floor.limit'],
      needed: true,
    });
  if (!survey.covering)
    questions.push({
      code: 'floor-covering',
      field: FLOOR_ANSWERS['floor-covering'] ?? [],
      stop: 'decide',
      about: ['floor'],
      ask: 'What lies on it?',
      how: 'Look, and ask what it will be if it is not laid yet.',
      answers: [
        { value: 'tile', label: 'Tile', means: 'Up to 40 °C at the probe.' },
        { value: 'stone', label: 'Stone', means: 'As tile.' },
        { value: 'timber', label: 'Timber', means: 'At most 27 °C and 100 W/m².' },
        { value: 'laminate', label: 'Laminate', means: 'As timber.' },
        { value: 'vinyl', label: 'Vinyl', means: 'As timber.' },
        { value: 'carpet', label: 'Carpet', means: 'As timber, and it warms slowly.' },
      ],
      decides: ['floor.sensor', 'floor.limit'],
      needed: true,
    });
  const modelled =
    load !== null && load.mats.length > 0 && survey.areaSquareMetres !== undefined && survey.covering !== undefined;
  if (modelled && !survey.build)
    questions.push({
      code: 'floor-build',
      field: FLOOR_ANSWERS['floor-build'] ?? [],
      stop: 'survey',
      about: ['floor'],
      ask: 'What does the cable lie in?',
      how: 'Ask who laid it; look at a doorway or a threshold where the layers show.',
      answers: [
        { value: 'board', label: 'Adhesive on insulation board', means: 'Warms in half an hour.' },
        { value: 'concrete', label: 'Adhesive on concrete', means: 'Loses into the concrete; warms slowly.' },
        { value: 'screed', label: 'In screed', means: 'Hours to warm, hours to cool.' },
        { value: 'joists', label: 'Between joists', means: 'Light; loses downwards unless insulated.' },
      ],
      needed: true,
    });
  if (modelled && !survey.beneath)
    questions.push({
      code: 'floor-beneath',
      field: FLOOR_ANSWERS['floor-beneath'] ?? [],
      stop: 'survey',
      about: ['floor'],
      ask: 'What lies beneath the floor?',
      how: 'Go down and look, or ask.',
      answers: [
        { value: 'ground', label: 'Ground', means: 'Always cool.' },
        { value: 'heated', label: 'A heated room', means: 'Little is lost downwards.' },
        { value: 'unheated', label: 'An unheated space', means: 'Cold in winter.' },
      ],
      needed: true,
    });
  if (sheet && load && !sheet.groundFault && survey.groundFault === undefined)
    questions.push({
      code: 'floor-ground-fault',
      field: FLOOR_ANSWERS['floor-ground-fault'] ?? [],
      stop: 'decide',
      about: ['supply'],
      ask: 'Is there ground-fault protection ahead of it?',
      how: `${sheet.name} has none of its own. Look for a test button on its breaker or at the board.`,
      answers: [
        { value: 'upstream', label: 'Yes', means: 'Its test is part of the proof.' },
        { value: 'none', label: 'No', means: 'One has to be fitted first.' },
      ],
      needed: true,
    });
  if (load && load.mats.length > 1 && survey.joined === undefined && survey.togetherOhms === undefined)
    questions.push({
      code: 'floor-joined',
      field: FLOOR_ANSWERS['floor-joined'] ?? [],
      stop: 'survey',
      about: ['mats'],
      ask: 'How are the mats joined?',
      how: `Ohms of all together: ${fixed(load.parallelOhms ?? 0, 1)} Ω in parallel, ${fixed(load.seriesOhms ?? 0, 0)} Ω in series.`,
      answers: [
        {
          value: 'parallel',
          label: 'In parallel',
          means: sheet?.settings.some((x) => x.setting === 'load.watts' || x.setting === 'load.metering')
            ? 'Each has the whole supply.'
            : 'Each has the whole supply, as it is planned: nothing else changes.',
        },
        { value: 'series', label: 'In series', means: 'They share it and hardly warm.' },
      ],
      decides: ['load.watts', 'load.metering'],
      needed: true,
    });
  return questions;
}
