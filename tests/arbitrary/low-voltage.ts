/** Any survey a person could enter, for property tests and for the bench that derives ten thousand. */
import fc from 'fast-check';
import { SHIPPED_SHEETS } from '../../src/core/devices/shipped.data';
import type { JobOf, LowVoltageJob } from '../../src/core/job/schema';
import { INSULATION } from '../../src/core/survey/colours.data';
import { TERMINALS } from '../../src/core/survey/terminals.data';
import { jobFile } from '../support/jobs';

const TERMINAL = fc.constantFrom(...TERMINALS.map((t) => t.label));
const USUAL = fc.constantFrom('R', 'Rc', 'Rh', 'C', 'W', 'W1', 'W2', 'Y', 'Y2', 'G', 'O', 'B');
const end = fc.oneof(
  { weight: 8, arbitrary: USUAL },
  { weight: 2, arbitrary: TERMINAL },
  { weight: 1, arbitrary: fc.constant({ state: 'coiled' as const }) },
  { weight: 1, arbitrary: fc.constant({ state: 'cut' as const }) },
);

const conductor = (colour: string): fc.Arbitrary<object> =>
  fc
    .record({ wall: end, same: fc.boolean(), board: end, splice: fc.boolean() })
    .map(({ wall, same, board, splice }) => ({
      colour,
      wall,
      board: same ? wall : board,
      ...(splice ? { splice: 'twisted in the ceiling' } : {}),
    }));

const accessory = fc.record(
  {
    kind: fc.constantFrom('humidifier', 'dehumidifier', 'ventilator'),
    power: fc.constantFrom('own', 'system'),
    va: fc.constantFrom(5, 10, 20),
    returns: fc.constantFrom('wall', 'board'),
    output: fc.constantFrom('normal', 'reversed'),
    tiedTo: fc.constantFrom('R', 'C'),
  },
  { requiredKeys: ['kind'] },
);

export const surveyJob: fc.Arbitrary<LowVoltageJob & JobOf<'24v'>> = fc
  .record({
    device: fc.constantFrom(...SHIPPED_SHEETS.map((s) => s.id)),
    conductors: fc
      .shuffledSubarray([...INSULATION.map((i) => i.name)], { minLength: 2, maxLength: 12 })
      .chain((colours) => fc.tuple(...colours.map(conductor))),
    jumper: fc.option(fc.tuple(USUAL, USUAL)),
    answers: fc.record(
      {
        fuel: fc.constantFrom('gas', 'oil', 'electric'),
        'outdoor-unit': fc.constantFrom('heat-pump', 'air-conditioner', 'none'),
        'b-common': fc.constantFrom('common', 'valve'),
        'three-wire': fc.constantFrom('closes', 'cooling'),
        'y-without-g': fc.constantFrom('joined', 'own', 'missing'),
      },
      { requiredKeys: [] },
    ),
    equipment: fc.record(
      {
        kind: fc.constantFrom('furnace', 'boiler', 'zone-valve', 'hydronic-air-handler', 'steam-boiler'),
        transformerVA: fc.constantFrom(20, 40, 75),
        transformers: fc.constantFrom(1 as const, 2 as const),
      },
      { requiredKeys: [] },
    ),
    gauge: fc.constantFrom('AWG 18', 'AWG 22', 'AWG 24'),
    metres: fc.integer({ min: 1, max: 120 }),
    accessories: fc.array(accessory, { maxLength: 3 }),
    zones: fc.array(fc.record({ name: fc.constantFrom('hall', 'loft', 'store') }), { maxLength: 3 }),
    powering: fc.option(
      fc.constantFrom('common', 'spare-core', 'reuse-g', 'splitter', 'extender', 'separate-transformer', 'new-cable'),
    ),
  })
  .map(({ device, conductors, jumper, answers, equipment, gauge, metres, accessories, zones, powering }) =>
    jobFile({
      device,
      answers,
      ...(powering ? { decide: { powering } } : {}),
      survey: {
        conductors,
        equipment,
        jumpers: jumper && jumper[0] !== jumper[1] ? [jumper] : [],
        cables: { main: { gauge, metres } },
        accessories,
        zones,
      },
    }),
  );
