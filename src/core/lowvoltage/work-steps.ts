/** What is done with the conductors and jumpers, step by step, in the order of standing at board and wall. */
import type { DeviceSheet } from '../devices/sheet';
import type { LowVoltageJob } from '../job/schema';
import { MET } from '../survey/splices';
import type { LowVoltageSystem } from './system';

export interface PlanRow {
  conductor: string;
  colour: string;
  oldWall: string | null;
  /** null: under no screw of the device: capped and kept, or joined. */
  newWall: string | null;
  /** Joined to a lead behind the plate instead of landed. */
  joined?: true;
  /** One lead of a sensor’s pair: no part of the 24 V circuit. */
  pair?: true;
  oldBoard: string | null;
  newBoard: string | null;
  function: string;
  why: string;
}

export interface JumperAction {
  id: string;
  what: string;
  why: string;
}

export interface WorkStep {
  id: string;
  /** Where the installer stands. */
  place: 'wall' | 'board';
  what: string;
  /** "conductor:k1" or a screw, for lighting it up. */
  about: string;
}

/** Links to leave, add or take off. */
export function jumperActions(job: LowVoltageJob, system: LowVoltageSystem, sheet: DeviceSheet): JumperAction[] {
  const actions: JumperAction[] = Object.entries(job.survey.jumpers)
    .filter(([, j]) => j.place === 'wall')
    .map(([id, j]) => ({
      id: `leave-${id}`,
      what: `Leave the jumper ${j.a} to ${j.b} on the old plate`,
      why: 'It belongs to the old thermostat.',
    }));
  const between = sheet.jumper.between.join(' to ');
  if (sheet.jumper.kind === 'internal') {
    actions.push(
      system.transformers === 1
        ? { id: 'internal', what: `Fit no jumper: the device joins ${between} itself`, why: 'One transformer.' }
        : {
            id: 'separate',
            what: `Set ${between} to separate in the device`,
            why: 'Two transformers must stay apart.',
          },
    );
  } else if (sheet.jumper.kind === 'link') {
    actions.push(
      system.transformers === 1
        ? { id: 'link', what: `Leave the factory link ${between} whole`, why: 'One transformer feeds both sides.' }
        : {
            id: 'cut-link',
            what: `Cut the factory link ${between} and bend its ends apart`,
            why: 'Two transformers must stay apart. It cannot be joined again: note it on the device.',
          },
    );
  } else if (sheet.jumper.kind === 'wire') {
    actions.push(
      system.transformers === 1
        ? { id: 'fit', what: `Leave the device’s own jumper ${between} in`, why: 'One transformer feeds both sides.' }
        : {
            id: 'remove',
            what: `Take the device’s own jumper ${between} out`,
            why: 'Two transformers must stay apart.',
          },
    );
  }
  return actions;
}

const metWords = (letter: string): string => Object.values(MET).find((m) => m.letter === letter)?.label ?? 'as traced';

/** The work in its order. @param splicesOnly the equipment has no screws to land on */
export function workSteps(
  rows: readonly PlanRow[],
  jumpers: readonly JumperAction[],
  boardLinks: readonly [string, string][],
  more: readonly WorkStep[],
  splicesOnly = false,
): WorkStep[] {
  const steps: WorkStep[] = [];
  const landed = rows.filter((r) => r.newWall !== null);
  for (const r of rows) {
    if (r.oldWall)
      steps.push({
        id: `label-${r.conductor}`,
        place: 'wall',
        what: `Label ${r.colour} “${r.oldWall}”, take it off`,
        about: `conductor:${r.conductor}`,
      });
  }
  for (const r of rows) {
    if (r.newBoard !== r.oldBoard && r.newBoard !== null && (r.newWall !== null || r.joined)) {
      steps.push({
        id: `board-${r.conductor}`,
        place: 'board',
        what: splicesOnly
          ? `At the equipment join ${r.colour} to the splice that is ${r.newBoard} (${metWords(r.newBoard)}), under a connector for one core more, tug each`
          : `Land ${r.colour} on ${r.newBoard} at the board, tug it`,
        about: `conductor:${r.conductor}`,
      });
    }
  }
  for (const [a, b] of boardLinks) {
    steps.push({
      id: `join-${a}-${b}`,
      place: 'board',
      what: `Join ${a} to ${b} at the board with a short jumper, tug it`,
      about: `board.${a}`,
    });
  }
  steps.push(...more.filter((m) => m.place === 'board'));
  for (const j of jumpers) steps.push({ id: `jumper-${j.id}`, place: 'wall', what: j.what, about: 'jumper' });
  for (const r of landed) {
    steps.push({
      id: `land-${r.conductor}`,
      place: 'wall',
      what: `Land ${r.colour} on ${r.newWall}, tug it, no bare copper showing`,
      about: `conductor:${r.conductor}`,
    });
  }
  steps.push(...more.filter((m) => m.place === 'wall'));
  for (const r of rows) {
    if (r.newWall === null && !r.joined)
      steps.push({
        id: `cap-${r.conductor}`,
        place: 'wall',
        what: `Cap ${r.colour} and coil it, reachable`,
        about: `conductor:${r.conductor}`,
      });
  }
  steps.push({
    id: 'tuck',
    place: 'wall',
    what: 'Tuck the slack back, seal the hole, level the plate',
    about: 'plate',
  });
  return steps;
}
