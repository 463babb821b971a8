/** What the customer is shown, and the follow-ups that stay. One list for the screen and the papers. */

import type { Derived } from '../derive';
import { familyOf } from '../family/registry';
import type { Job } from '../job/schema';
import type { FollowUp, Topic } from './topic';

/** What the customer is shown, in order. */
export function handoverTopics(job: Job, derived: Derived): Topic[] {
  const { module, job: seen } = familyOf(job);
  const topics: Topic[] = [
    {
      id: 'setpoint',
      what: 'Change a setpoint',
      words: 'Turn the setting up or down at the thermostat. The equipment answers within a few minutes.',
    },
    {
      id: 'hold',
      what: 'Hold and resume',
      words:
        'A change by hand lasts until the next time in the schedule, unless you choose hold. Choose resume to return to the schedule.',
    },
  ];
  topics.push(...module.topics(seen, derived.own));
  topics.push({
    id: 'schedule',
    what: 'The schedule',
    words: 'The week is set as shown below. It can be changed at the thermostat at any time.',
  });
  topics.push({
    id: 'call',
    what: 'When to call',
    words: module.callWhen,
  });
  if (job.join.internet === 'yes')
    topics.push({
      id: 'app',
      what: 'The account on the customer’s phone',
      words: 'The account is yours. Change its password if a phone is lost.',
    });
  return topics;
}

export type { FollowUp };

/** Open tasks, defects and skipped tests: what somebody still has to do. */
export function followUps(job: Job, derived: Derived): FollowUp[] {
  const tasks = Object.values(job.join.tasks)
    .filter((t) => !t.done)
    .map((t): FollowUp => ({ what: t.what, owner: t.owner }));
  const skipped = derived.shared.proof.tests
    .filter((t) => t.verdict === 'skipped')
    .map(
      (t): FollowUp => ({ what: `Prove later: ${t.title.toLowerCase()} (${t.skipReason ?? ''})`, owner: 'installer' }),
    );
  const defects = derived.shared.findings
    .filter((f) => f.code === 'connect.defect-open')
    .map((f): FollowUp => ({ what: `${f.message} ${f.fix}`, owner: 'installer' }));
  const { module, job: seen } = familyOf(job);
  return [...tasks, ...skipped, ...defects, ...module.followUps(seen, derived.own)];
}
