/**
 * The card read back: what stands in the device, held beside what should. Many settings change no call, and no meter
 * shows them; a look at the menu does.
 */
import type { Shared } from '../family/contract';
import type { Job } from '../job/schema';
import type { TestPlan } from '../proof/proof-run';
import { withTests } from '../proof/with-tests';
import { count } from '../units/units';

export const CARD_TEST = 'card';
const CARD_MEASURE = 'same';
/** Opening the menu, and a glance at each row. */
const SECONDS = { open: 20, row: 4 } as const;

/** The test; none without a card, or where the record was sealed without it. */
function readBackTest(job: Job, card: Shared['settings']['card']): TestPlan[] {
  if (card.length === 0) return [];
  if (job.seal && !Object.values(job.readings).some((r) => r.test === CARD_TEST)) return [];
  return [
    {
      id: CARD_TEST,
      title: 'The card, read back',
      state: 'idle',
      set: 'Open the installer’s menu once more and hold each row beside the card.',
      must: 'Every row stands as on the card.',
      why: 'A slip in a setting that changes no call shows on no meter.',
      place: 'wall',
      seconds: SECONDS.open + SECONDS.row * card.length,
      wait: null,
      measures: [
        {
          id: CARD_MEASURE,
          what: `What stands in the device, ${count(card.length, 'row')}`,
          quantity: 'seen',
          state: 'idle',
          predicted: { low: 1, high: 1 },
          tolerance: 0,
          seen: { yes: 'as on the card', no: 'not all as on the card' },
          source: 'the card of this device',
          told: {
            ask: 'Which stand otherwise?',
            keep: 'Keep these',
            among: card.map((row) => ({ id: row.key, label: row.label })),
          },
        },
      ],
      machine: [{ wait: 240 }, { take: CARD_MEASURE, from: { shows: 'card.same' }, words: 'card.others' }],
    },
  ];
}

/** The card read back is a part of every proof that has a card. */
export const withReadBack = (job: Job, shared: Shared): Shared =>
  withTests(job, shared, readBackTest(job, shared.settings.card));
