/** Findings of what was found on wall and board, and what system it makes. */
import { fixed, listed } from '../units/units';
import { entry, type None } from './entry';

interface At {
  place: string;
  terminal: string;
}

export const SURVEY_FINDINGS = {
  // Survey
  'survey.unknown-terminal': entry<At>('blocker', 'survey', 'Letters on a plate that no rule here knows.', (f) => ({
    message: `“${f.terminal}” at the ${f.place} is not a terminal known here.`,
    fix: 'Read the letters again, or look the terminal up on the equipment’s own diagram before landing it.',
  })),
  'survey.two-on-one-screw': entry<At & { conductors: string[] }>(
    'caution',
    'survey',
    'Two conductors under one screw.',
    (f) => ({
      message: `${f.terminal} at the ${f.place} holds ${listed(f.conductors)}.`,
      fix: 'Find out where each goes. Only one of them may be the thermostat’s.',
    }),
  ),
  'survey.colour-differs': entry<{ terminal: string; wall: string; board: string }>(
    'caution',
    'survey',
    'A conductor has another colour at the other end: a splice or a relabelling somewhere.',
    (f) => ({
      message: `${f.terminal} is ${f.wall} at the wall and ${f.board} at the board. There is a splice somewhere.`,
      fix: 'Trace it before trusting either colour.',
    }),
  ),
  'survey.terminal-differs': entry<{ colour: string; wall: string; board: string }>(
    'caution',
    'survey',
    'One conductor lands on differently lettered terminals at its ends.',
    (f) => ({
      message: `${f.colour} is on ${f.wall} at the wall but on ${f.board} at the board.`,
      fix: 'The board’s letter says what it does. Land it by the board, not by the old plate.',
    }),
  ),
  'survey.board-unknown': entry<{ terminals: string[] }>(
    'note',
    'survey',
    'Conductors seen at the wall only; the board is taken to match.',
    (f) => ({
      message: `Not yet seen at the board: ${listed(f.terminals)}. Taken to land on the same letters there.`,
      fix: 'Look at the board before landing anything.',
    }),
  ),
  'survey.splices-untraced': entry<{ colours: string[]; noCommon: boolean }>(
    'caution',
    'survey',
    'At equipment without letters a core is not traced to what it meets.',
    (f) => ({
      message:
        f.colours.length > 0
          ? `Not traced at the splices: ${listed(f.colours)}. What ${f.colours.length === 1 ? 'it is' : 'they are'} there is only taken from the old plate.`
          : 'Something goes outdoors, but no core is found at the transformer’s other lead: without it nothing returns.',
      fix: 'Dead, follow the pair that goes outdoors: of its two cores the one that also meets the transformer is C, the other is Y.',
    }),
  ),
  'survey.splices-twice': entry<{ letter: string; colours: string[] }>(
    'caution',
    'survey',
    'At equipment without letters two cores are said to meet the same.',
    (f) => ({
      message: `${listed(f.colours)} are both said to be ${f.letter} at the splices.`,
      fix: 'Trace both again, dead: one of them meets something else, or is a second stage.',
    }),
  ),
  'survey.no-other-end': entry<{ colour: string; terminal: string; place: string; other: string }>(
    'caution',
    'survey',
    'A conductor is landed at one end and unlanded at the other.',
    (f) => ({
      message: `${f.colour} is on ${f.terminal} at the ${f.place} but not landed at the ${f.other}.`,
      fix: `Find it at the ${f.other}, or take it as a spare.`,
    }),
  ),
  'survey.jumper-stays': entry<{ a: string; b: string }>(
    'note',
    'survey',
    'A jumper on the old plate stays with the old plate.',
    (f) => ({
      message: `The jumper ${f.a} to ${f.b} stays with the old plate.`,
      fix: 'Do not carry it over unless the connection plan says so.',
    }),
  ),

  // Decide: system
  'system.none': entry<None>('note', 'decide', 'Nothing is landed yet, so there is nothing to read.', () => ({
    message: 'Nothing landed yet.',
    fix: 'Land the conductors on the strip in Survey.',
  })),
  'system.line-voltage': entry<{ why: string }>(
    'blocker',
    'decide',
    'The survey shows a line-voltage system.',
    (f) => ({
      message: `This is line voltage: ${f.why}.`,
      fix: 'A 24 V thermostat must not go here. Stop and call a licensed electrician.',
    }),
  ),
  'system.millivolt': entry<{ millivolts: number }>('blocker', 'decide', 'A self-powered (millivolt) heater.', (f) => ({
    message: `${fixed(f.millivolts, 0)} mV DC across two conductors: a millivolt heater that makes its own supply.`,
    fix: 'No 24 V thermostat here. Use a thermostat made for millivolt systems.',
  })),
  'system.no-candidate': entry<{ readings: string[] }>(
    'caution',
    'decide',
    'No reading of the letters explains the readings taken.',
    (f) => ({
      message: `Neither reading of the letters explains ${listed(f.readings)}.`,
      fix: 'Measure those again, with the state they were taken in; then trace the conductors at the board.',
    }),
  ),
  'system.serial': entry<{ why: string }>(
    'blocker',
    'decide',
    'The equipment is controlled over a proprietary data pair.',
    (f) => ({
      message: `Proprietary serial control (${f.why}): the conductors carry data, not 24 V calls.`,
      fix: 'No 24 V thermostat here. Use the control made for this equipment, or ask its maker for a 24 V interface.',
    }),
  ),
  'system.no-outdoor-unit': entry<None>('blocker', 'decide', 'Y is landed and there is no outdoor unit.', () => ({
    message: 'There is no outdoor unit, so Y is not cooling.',
    fix: 'Trace Y at the board: a zone valve’s closing side, a second heat stage or an accessory. Land nothing on Y until it is known.',
  })),
  'system.two-hots-tied': entry<None>(
    'blocker',
    'decide',
    'Two R conductors with the jumper left in ties two transformers together.',
    () => ({
      message: 'Two R conductors and the jumper still in: two transformers tied together.',
      fix: 'Take the jumper out before anything is powered.',
    }),
  ),
  'system.no-hot': entry<None>('blocker', 'decide', 'No conductor on R, Rc or Rh.', () => ({
    message: 'Nothing is landed on R: no call can be made.',
    fix: 'Find the conductor that carries the transformer’s hot side.',
  })),
  'system.outdoor-needed': entry<None>(
    'caution',
    'decide',
    'Dual fuel needs an outdoor temperature and a changeover point.',
    () => ({
      message: 'Heat pump with a fuel furnace: the two must never heat together.',
      fix: 'The device must be set to dual fuel, with an outdoor temperature and a changeover point.',
    }),
  ),
  'system.no-fan-with-cooling': entry<None>('caution', 'decide', 'A Y conductor without G.', () => ({
    message: 'Y without G: nothing here can start the indoor fan with cooling.',
    fix: 'Answer the question about G before cooling is called.',
  })),
  'system.not-this-family': entry<{ what: string }>(
    'blocker',
    'decide',
    'The system is read, but not yet planned for by this family’s rules.',
    (f) => ({
      message: `Read as ${f.what}, which Augerset does not plan yet.`,
      fix: 'Plan this job by the device’s and the equipment’s own instructions.',
    }),
  ),

  // The second cable
  'outdoor.missing-conductor': entry<{ terminals: string[] }>(
    'caution',
    'decide',
    'The cable to the outdoor unit lacks a conductor its loads need.',
    (f) => ({
      message: `No conductor to the outdoor unit was seen for ${listed(f.terminals)}.`,
      fix: 'Look at the outdoor unit and at what else sits under the board’s screws.',
    }),
  ),

  'detected.missing': entry<{ terminals: string[] }>(
    'blocker',
    'set-up',
    'The device reports fewer terminals than are wired.',
    (f) => ({
      message: `The device does not see ${listed(f.terminals)}, which ${f.terminals.length === 1 ? 'is' : 'are'} in the plan.`,
      fix: 'A conductor is not fully seated. Supply off, pull it, strip it fresh, push it home and tug.',
    }),
  ),
  'detected.by-hand': entry<{ terminals: string[] }>(
    'caution',
    'set-up',
    'Terminals behind a diode piece that the device cannot detect.',
    (f) => ({
      message: `Behind the diode piece the device does not see ${listed(f.terminals)} for itself.`,
      fix: 'Enter them by hand in the device’s list of terminals; that is as it should be.',
    }),
  ),
  'detected.extra': entry<{ terminals: string[] }>(
    'caution',
    'set-up',
    'The device reports terminals that are not in the plan.',
    (f) => ({
      message: `The device sees ${listed(f.terminals)}, which the plan does not use.`,
      fix: 'Compare the plate with the plan: a conductor is on another screw.',
    }),
  ),
} as const;
