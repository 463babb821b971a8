/** What a survey may leave open about the system, and the one look or measurement that settles it. */
import type { Question } from '../findings/finding';

export const fuelQuestion: Question = {
  code: 'fuel',
  stop: 'decide',
  about: ['equipment'],
  ask: 'What does the heating burn?',
  how: 'Nameplate, or look for a gas pipe, an oil line and flue, or only thick electric cables.',
  answers: [
    { value: 'gas', label: 'Gas', means: 'The furnace starts its own fan.' },
    { value: 'propane', label: 'Bottled gas', means: 'The furnace starts its own fan.' },
    { value: 'oil', label: 'Oil', means: 'The furnace starts its own fan.' },
    { value: 'electric', label: 'Electric', means: 'The thermostat must run the fan with heat.' },
  ],
  needed: true,
};

export const withoutFanQuestion: Question = {
  code: 'y-without-g',
  stop: 'decide',
  about: ['terminal:G'],
  ask: 'Y is landed but G is not. What starts the indoor fan with cooling?',
  how: 'At the board: is G empty, joined to Y, or does the old conductor for G land on C?',
  answers: [
    {
      value: 'joined',
      label: 'G joined to Y at the board',
      means: 'The fan runs with cooling; fan alone is not possible.',
    },
    { value: 'own', label: 'Air handler starts its own', means: 'Nothing to wire.' },
    {
      value: 'missing',
      label: 'Nothing does',
      means: 'A conductor is missing: cooling must not run until the fan does.',
    },
  ],
  needed: true,
};

export const commonOrValveQuestion: Question = {
  code: 'b-common',
  stop: 'decide',
  about: ['terminal:B'],
  ask: 'Is B the common here, or the reversing valve?',
  how: 'With the old thermostat calling heat, measure R to B at the board. With nothing calling it reads 24 V either way, through the idle coil, and proves nothing.',
  answers: [
    { value: 'common', label: 'About 24 V', means: 'B is the common. There is no reversing valve on it.' },
    { value: 'valve', label: 'About 0 V', means: 'B is the reversing valve: a heat pump.' },
  ],
  needed: true,
};

export const outdoorQuestion: Question = {
  code: 'outdoor-unit',
  stop: 'decide',
  about: ['equipment'],
  ask: 'Is the outdoor unit a heat pump?',
  how: 'Read its nameplate: a heat pump states a heating capacity.',
  answers: [
    { value: 'heat-pump', label: 'Heat pump', means: 'The O/B conductor drives its reversing valve.' },
    { value: 'air-conditioner', label: 'Cooling only', means: 'The O/B conductor is something else: trace it.' },
    { value: 'none', label: 'No outdoor unit', means: 'Y is not cooling: trace it.' },
  ],
  needed: true,
};

export const threeWireQuestion: Question = {
  code: 'three-wire',
  stop: 'decide',
  about: ['terminal:Y'],
  ask: 'R, W and Y alone: is Y cooling, or does it close a zone valve?',
  how: 'Look for an outdoor unit, and for a motor valve in the pipe. Or, with the old thermostat satisfied, measure Y to C at the board: a closing output is live, a cooling call is dead.',
  answers: [
    {
      value: 'closes',
      label: 'A motor valve, no outdoor unit',
      means: 'W opens the valve and Y closes it: heat only.',
    },
    { value: 'cooling', label: 'An outdoor unit', means: 'Y is cooling, and the fan’s conductor is missing.' },
  ],
  needed: true,
};

export const unclearQuestion: Question = {
  code: 'x-terminal',
  stop: 'decide',
  about: ['terminal:X'],
  ask: 'What is X on this equipment?',
  how: 'Read the board’s diagram. R to X reads 24 V for a common and through any idle coil alike: on its own it proves nothing.',
  answers: [
    { value: 'common', label: 'The diagram says common', means: 'X is the common.' },
    { value: 'aux', label: 'The diagram says auxiliary heat', means: 'X calls auxiliary heat.' },
    { value: 'fault', label: 'The diagram says lamp or fault', means: 'X lights a fault lamp: not a call.' },
  ],
  needed: true,
};
