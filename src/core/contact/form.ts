/** The survey of a contact as fields. */
import type { Field, Rows, SurveyForm } from '../family/field';
import type { StopId } from '../run';
import type { ContactSurvey } from './survey';

const is =
  (kind: ContactSurvey['appliance']) =>
  (s: ContactSurvey): boolean =>
    s.appliance === kind;
const millivolt = is('millivolt');
const dry = is('dry-pair');
const own = is('own-24v');

const ask = (
  code: string,
  stop: StopId,
  words: string,
  how: string,
  about: string[],
): NonNullable<Field<ContactSurvey>['ask']> => ({
  code,
  stop,
  ask: words,
  how,
  about,
});

const SWITCHES: Rows<ContactSurvey> = {
  at: 'switches',
  title: 'Contacts in the circuit',
  one: 'contact',
  fresh: {},
  fields: [
    { path: ['name'], label: 'Called' },
    { path: ['millivolts'], label: 'Closed, across it', quantity: 'millivolts' },
    {
      path: ['kind'],
      label: 'It is a',
      words: {
        limit: 'limit',
        'wall-switch': 'wall switch',
        thermostat: 'old thermostat',
        remote: 'remote’s relay',
        pressure: 'pressure switch',
      },
    },
  ],
};

export const CONTACT_FORM: SurveyForm<ContactSurvey> = {
  groups: [
    {
      title: 'The appliance',
      fields: [
        {
          path: ['appliance'],
          label: 'What the thermostat closes',
          words: {
            millivolt: 'a loop that makes its own millivolts',
            'dry-pair': 'a pair that the appliance feeds',
            'own-24v': 'a small 24 V control',
          },
          means: {
            millivolt: 'A pile in a pilot flame; no mains, no transformer.',
            'dry-pair': 'TT, or a volt-free call: 5 to 24 V on the open pair.',
            'own-24v': 'R and W of its own transformer, often 10 to 20 VA.',
          },
          ask: ask(
            'contact-appliance',
            'survey',
            'What does the thermostat close?',
            'Two thin leads to a gas valve with a standing pilot; or two terminals on a board, marked T T or as a call; or R and W.',
            ['appliance'],
          ),
        },
        {
          path: ['looks'],
          label: 'It is a',
          words: {
            fireplace: 'fireplace',
            'room-heater': 'room heater',
            'wall-furnace': 'wall furnace',
            boiler: 'boiler',
            'unit-heater': 'garage or unit heater',
          },
        },
        {
          path: ['region'],
          label: 'Code of the region',
          words: { NA: 'North America', EU: 'Europe', UK: 'UK, Ireland', AU: 'Australia, NZ' },
        },
      ],
    },
    {
      title: 'The loop',
      fields: [
        {
          path: ['pilot'],
          label: 'The pilot',
          words: { lit: 'is lit', out: 'is out', none: 'there is none' },
          means: {
            lit: 'Nothing to do; its pile can be measured after three minutes.',
            out: 'The valve makes nothing of its own.',
            none: 'Nothing to wait for.',
          },
          shown: millivolt,
          ask: ask(
            'contact-pilot',
            'survey',
            'Is the pilot lit?',
            'Look through its window. Three minutes must pass after lighting.',
            ['pile'],
          ),
        },
        {
          path: ['openMillivolts'],
          label: 'Pile, loop open',
          quantity: 'millivolts',
          shown: millivolt,
          ask: ask(
            'contact-pile',
            'survey',
            'What does the pile give, loop open?',
            'Millivolts DC across the pile with one lead off: 450 to 850.',
            ['pile'],
          ),
        },
        { path: ['loadedMillivolts'], label: 'Pile, loop closed', quantity: 'millivolts', shown: millivolt },
        { path: ['coilMillivolts'], label: 'Coil, loop closed', quantity: 'millivolts', shown: millivolt },
        { path: ['loopOhms'], label: 'Leads and contacts, off the loop', quantity: 'ohms', shown: millivolt },
        { path: ['metres'], label: 'Length of the leads', quantity: 'metres' },
        { path: ['pileOhms'], label: 'Pile inside', quantity: 'ohms', shown: millivolt },
        { path: ['coilOhms'], label: 'Coil', quantity: 'ohms', shown: millivolt },
        { path: ['pullMillivolts'], label: 'Coil pulls in at', quantity: 'millivolts', shown: millivolt },
        { path: ['gauge'], label: 'The leads are' },
      ],
    },
    {
      title: 'The pair',
      fields: [
        { path: ['pairAc'], label: 'Open, AC', quantity: 'volts', shown: dry },
        { path: ['pairDc'], label: 'Open, DC', quantity: 'volts', shown: dry },
        { path: ['pairClosed'], label: 'Closed', quantity: 'volts', shown: dry },
        { path: ['zones'], label: 'Zones that close it', quantity: 'plain', shown: dry },
        {
          path: ['answers'],
          label: 'Joined by a wire, the appliance',
          words: { yes: 'runs', no: 'does not run' },
          means: { yes: 'Nothing is wrong with the appliance itself.', no: 'The fault is in the appliance.' },
          shown: (s) => dry(s) || millivolt(s),
          ask: ask(
            'contact-answers',
            'survey',
            'Does the appliance run with the pair joined by a wire?',
            'At its own terminals, old thermostat off: a piece of wire for a minute.',
            ['pair'],
          ),
        },
        {
          path: ['polarity'],
          label: 'Its polarity',
          words: { any: 'does not matter', matters: 'matters' },
          shown: dry,
        },
        {
          path: ['zonesIsolated'],
          label: 'Each zone has a contact of its own',
          shown: (s) => dry(s) && (s.zones ?? 1) > 1,
        },
        { path: ['secondSupply'], label: 'Another supply is joined to it', shown: dry },
      ],
    },
    {
      title: 'Its transformer',
      fields: [
        { path: ['secondaryVolts'], label: 'R to C', quantity: 'volts', shown: own },
        {
          path: ['transformerVA'],
          label: 'Transformer',
          quantity: 'va',
          shown: own,
          ask: ask(
            'contact-va',
            'survey',
            'How large is the appliance’s transformer?',
            'On its plate, often 10 to 20 VA.',
            ['transformer'],
          ),
        },
        { path: ['valveVA'], label: 'The call draws', quantity: 'va', shown: own },
        {
          path: ['common'],
          label: 'A C terminal',
          words: { yes: 'is there', no: 'there is none' },
          means: {
            yes: 'Nothing stands against a device that lives on it, within its VA.',
            no: 'Batteries, or a transformer of its own.',
          },
          shown: own,
          ask: ask(
            'contact-common',
            'decide',
            'Is there a C on its board?',
            'The transformer’s other side, by its letter or traced.',
            ['transformer'],
          ),
        },
      ],
    },
    {
      title: 'Between device and appliance',
      fields: [
        { path: ['isolatingRelay'], label: 'A relay with a contact of its own stands between' },
        { path: ['separateTransformer'], label: 'The device has a transformer of its own' },
      ],
    },
  ],
  rows: [SWITCHES],
};
