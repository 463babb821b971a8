/** What a survey may leave open about the system, and the one look or measurement that settles it. */
import type { Question } from '../findings/finding';

export const fuelQuestion: Question = {
  code: 'fuel',
  field: ['equipment', 'fuel'],
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
  decides: ['equipment.fuel', 'aux.fuel', 'fan.heating', 'cycles.heat'],
  needed: true,
};

export const withoutFanQuestion: Question = {
  code: 'y-without-g',
  field: ['equipment', 'fanWithCooling'],
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
      means: 'Cooling is held until a conductor for the fan is found: a spare core is planned for it.',
    },
  ],
  decides: ['fan.circulation'],
  needed: true,
};

export const commonOrValveQuestion: Question = {
  code: 'b-common',
  field: ['seen', 'letterB'],
  stop: 'decide',
  about: ['terminal:B'],
  ask: 'Is B the common here, or the reversing valve?',
  how: 'With the old thermostat calling heat, measure R to B at the board. With nothing calling it reads 24 V either way, through the idle coil, and proves nothing.',
  answers: [
    { value: 'common', label: 'About 24 V', means: 'B is the common. There is no reversing valve on it.' },
    { value: 'valve', label: 'About 0 V', means: 'B is the reversing valve: a heat pump.' },
  ],
  decides: ['equipment.kind', 'valve.active', 'stages.aux', 'stages.heat', 'stages.cool', 'aux.fuel'],
  needed: true,
};

export const outdoorQuestion: Question = {
  code: 'outdoor-unit',
  field: ['equipment', 'outdoorUnit'],
  stop: 'decide',
  about: ['equipment'],
  ask: 'Is the outdoor unit a heat pump?',
  how: 'Read its nameplate: a heat pump states a heating capacity.',
  answers: [
    { value: 'heat-pump', label: 'Heat pump', means: 'The O/B conductor drives its reversing valve.' },
    { value: 'air-conditioner', label: 'Cooling only', means: 'The O/B conductor is something else: trace it.' },
    { value: 'none', label: 'No outdoor unit', means: 'Y is not cooling: trace it.' },
  ],
  decides: [
    'equipment.kind',
    'valve.active',
    'stages.aux',
    'aux.fuel',
    'aux.lockout',
    'compressor.lockout',
    'aux.differential',
  ],
  needed: true,
};

export const threeWireQuestion: Question = {
  code: 'three-wire',
  field: ['seen', 'letterY'],
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
  decides: ['equipment.kind', 'stages.cool', 'cycles.cool', 'compressor.rest', 'deadband', 'changeover', 'cycles.heat'],
  needed: true,
};

export const unclearQuestion: Question = {
  code: 'x-terminal',
  field: ['seen', 'letterX'],
  stop: 'decide',
  about: ['terminal:X'],
  ask: 'What is X on this equipment?',
  how: 'Read the board’s diagram. R to X reads 24 V for a common and through any idle coil alike: on its own it proves nothing.',
  answers: [
    { value: 'common', label: 'The diagram says common', means: 'X is the common.' },
    { value: 'aux', label: 'The diagram says auxiliary heat', means: 'X calls auxiliary heat.' },
    { value: 'fault', label: 'The diagram says lamp or fault', means: 'X lights a fault lamp: not a call.' },
  ],
  decides: ['equipment.kind', 'stages.heat', 'stages.aux'],
  needed: true,
};

export const commonAtBoardQuestion: Question = {
  code: 'common-at-board',
  field: ['seen', 'commonAtBoard'],
  stop: 'decide',
  about: ['terminal:C'],
  ask: 'C is landed at the wall. Is the same core landed on C at the board?',
  how: 'Open the board and look, or land it there on the strip. A C that hangs loose at the board powers nothing.',
  answers: [
    { value: 'yes', label: 'Yes, on C', means: 'A common reaches the thermostat.' },
    { value: 'no', label: 'No', means: 'It has to be landed there first, or another way found.' },
  ],
  decides: ['power.source'],
  needed: true,
};

export const commonOwnerQuestion: Question = {
  code: 'common-of',
  field: ['seen', 'commonOf'],
  stop: 'decide',
  about: ['terminal:C'],
  ask: 'Two transformers: whose common is C?',
  how: 'Measure Rc to C and Rh to C at the wall with both supplies on: the pair that reads about 24 V belongs together, the other reads stray volts.',
  answers: [
    { value: 'cool', label: 'Of the cooling side (Rc to C reads)', means: 'Rc and C power the device.' },
    {
      value: 'heat',
      label: 'Of the heating side (Rh to C reads)',
      means: 'Rh and C power the device, where it can be fed there.',
    },
  ],
  decides: ['power.source'],
  needed: true,
};

export const valveModeQuestion: Question = {
  code: 'valve-mode',
  field: ['equipment', 'reversingValve'],
  stop: 'decide',
  about: ['setting:valve.active'],
  ask: 'The plate says O/B. In which mode does this equipment energise its reversing valve?',
  how: 'The outdoor unit’s diagram; or the old thermostat’s own setting. The direction test proves it either way.',
  answers: [
    { value: 'O', label: 'In cooling (O)', means: 'The device is set to O.' },
    { value: 'B', label: 'In heating (B)', means: 'The device is set to B.' },
  ],
  decides: ['valve.active'],
  needed: true,
};

export const heatFanQuestion: Question = {
  code: 'heat-fan',
  field: ['equipment', 'fanStartedBy'],
  stop: 'decide',
  about: ['terminal:G'],
  ask: 'There is no fan conductor, and this heat must never run without air. Does the equipment start its own blower with heat?',
  how: 'Call heat on the old thermostat with the fan on auto and watch the blower, or read the board’s diagram for a fan interlock with heat.',
  answers: [
    {
      value: 'equipment',
      label: 'Seen: it starts by itself',
      means: 'Heat may run; the proof asks for the blower all the same.',
    },
    { value: 'thermostat', label: 'It does not', means: 'Heat is held until a conductor for the fan is found.' },
  ],
  decides: ['fan.heating'],
  needed: true,
};
