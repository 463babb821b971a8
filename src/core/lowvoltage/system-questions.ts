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
  how: 'With the supply on and nothing calling, measure R to B at the board.',
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
