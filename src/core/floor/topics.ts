/** What the customer of a heated floor is shown. */
import type { FloorJob } from '../job/schema';
import type { Topic } from '../record/topic';
import { fixed, temperature } from '../units/units';
import type { FloorDerived } from './family';

/** What the customer of a floor is shown. */
export function floorTopics(job: FloorJob, floor: FloorDerived): Topic[] {
  const { limit, warmUp, week } = floor;
  const topics: Topic[] = [];
  if (limit)
    topics.push({
      id: 'floor-limit',
      what: 'How warm the floor may be',
      words: `The floor is never heated above ${temperature(limit.celsius, job.units)}: ${limit.why}. Leave that limit as it is.`,
    });
  topics.push({
    id: 'floor-covers',
    what: 'What not to lay on the floor',
    words:
      'No thick rugs, mattresses, beanbags or furniture without legs on the heated part: heat that cannot leave spoils covering and cable. Drill or nail nothing into it.',
  });
  if (warmUp)
    topics.push({
      id: 'floor-slow',
      what: 'How long it takes',
      words:
        warmUp.target.minutes === null
          ? 'This floor warms over many hours: leave it at one temperature.'
          : `From cold it takes about ${fixed(Math.ceil(warmUp.target.minutes / 10) * 10, 0)} minutes. It stays warm for a while after it is off.`,
    });
  topics.push({
    id: 'ground-fault-test',
    what: 'Test the ground-fault protection',
    words:
      'Press its test button once a month: it must switch off. Press reset. If it ever trips by itself, leave it off and call.',
  });
  topics.push({
    id: 'lock',
    what: 'How to lock it',
    words:
      floor.sheet?.settings.find((s) => s.setting === 'lock') === undefined
        ? 'This thermostat has no lock.'
        : `It can be locked against small hands: ${where(floor)}.`,
  });
  if (week && week.use.costPerDay !== null && job.survey.price)
    topics.push({
      id: 'floor-cost',
      what: 'What it costs',
      words: `As the week is set, about ${fixed(week.use.kilowattHoursPerDay, 1)} kWh or ${fixed(week.use.costPerDay, 2)} ${job.survey.price.currency} a day in weather like today’s, at ${job.survey.price.perKwh} ${job.survey.price.currency} a kWh.`,
    });
  return topics;
}

function where(floor: FloorDerived): string {
  const row = floor.settings.card.find((r) => r.key === 'lock');
  return row ? row.where : 'see its own manual';
}
