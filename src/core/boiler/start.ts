/** The start as tasks and waits: hub first, manual override before any pairing, then head, app and proof. */
import type { BoilerSurvey } from '../job/boiler-schema';
import { schedule, type Timeline, type TimelineItem } from '../timeline/timeline';
import type { BoilerSheet } from './sheet';

/** Tasks and waits of the start, in minutes, each after what it needs. */
export function startItems(survey: BoilerSurvey, sheet: BoilerSheet): TimelineItem[] {
  const items: TimelineItem[] = [];
  const task = (id: string, name: string, minutes: number, after: readonly string[] = []): void => {
    items.push({ id, name, minutes, wait: false, after });
  };
  const wait = (id: string, name: string, minutes: number, after: readonly string[]): void => {
    items.push({ id, name, minutes, wait: true, after });
  };
  const online = survey.internet !== false && sheet.hubMinutes > 0;
  if (online) {
    task('hub', 'Hub on the router, powered', 2);
    wait('hub-update', 'Hub fetches its update', sheet.hubMinutes, ['hub']);
  }
  task('isolate', 'Isolate, prove, test, prove', 5, online ? ['hub'] : []);
  task('backplate', 'Swap the backplate, earth first', 10, ['isolate']);
  task('connect', 'Join the cores at the wiring centre', 15, ['backplate']);
  task('supply', 'Supply on', 1, ['connect']);
  const last = ['supply'];
  if (sheet.manualOverride) {
    task('manual', 'Each channel by the receiver’s own buttons: the boiler fires', 5, ['supply']);
    last.splice(0, 1, 'manual');
  }
  const heads = survey.heads ?? 1;
  for (let i = 1; i <= heads; i++) {
    if (sheet.pairMinutes === 0) break;
    const of = heads > 1 ? ` ${i}` : '';
    task(`head-${i}`, `Head${of}: batteries in, pair with the receiver`, 1, [...last]);
    wait(`pair-${i}`, `Head${of} pairs`, sheet.pairMinutes, [`head-${i}`]);
    if (online) task(`register-${i}`, `Register head${of} in the account`, 3, [`pair-${i}`, 'hub-update']);
  }
  const paired = items.filter((i) => /^(pair|register)-/.test(i.id)).map((i) => i.id);
  task('settings', 'Enter the settings', 6, last);
  task('prove', 'Prove each channel', 12, ['settings', ...paired]);
  return items;
}

/** The start as early as it can be done. */
export const startTimeline = (survey: BoilerSurvey, sheet: BoilerSheet): Timeline =>
  schedule(startItems(survey, sheet));

/** What stays to be done where there is no internet today. */
export const offlineFollowUp =
  'Put the hub on the router, wait for its update, then register each head in the account; the heads already run the boiler.';
