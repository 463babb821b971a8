/**
 * A chosen value is judged always. While the question that decides its setting is open, it is judged under every answer that
 * is still possible: what any of them forbids is a finding, and the value stays on the card, marked with what it hangs on.
 */
import type { SettingKey } from '../devices/sheet';
import type { Shared } from '../family/contract';
import { answered } from '../findings/answer';
import { type Finding, finding, type Question } from '../findings/finding';
import type { Job } from '../job/schema';
import { type CardRow, conflictFindings } from './card';

/** Questions answered one after another, at most; and ways of answering them. */
const MOST_DEEP = 3;
const MOST_WAYS = 40;

interface Judged {
  conflicts: { finding: Finding; when: string }[];
  row: CardRow | null;
  /** Some way of answering leaves nothing to judge it by. */
  unknown: boolean;
}

const decides = (shared: Shared, key: string): Question[] =>
  shared.questions.filter((q) => q.decides?.some((k) => k === key) ?? false);

/** A chosen setting under every answer of the questions that decide it. */
function judge(job: Job, key: string, shared: Shared, deriveOf: (job: Job) => Shared): Judged {
  const out: Judged = { conflicts: [], row: null, unknown: false };
  let ways = 0;
  const under = (at: Job, seen: Shared, when: readonly string[]): void => {
    const setting = seen.settings.canonical.find((s) => s.key === key);
    if (setting) {
      for (const f of conflictFindings(at, [setting])) out.conflicts.push({ finding: f, when: when.join(', ') });
      out.row ??= seen.settings.card.find((r) => r.key === key) ?? null;
      return;
    }
    const [q] = decides(seen, key).filter((x) => x.field && x.answers.length > 0);
    if (!q || when.length >= MOST_DEEP || ways >= MOST_WAYS) {
      out.unknown = true;
      return;
    }
    for (const a of q.answers) {
      ways += 1;
      const next = answered(at, q, a.value);
      under(next, deriveOf(next), [...when, a.label]);
    }
  };
  under(job, shared, []);
  return out;
}

/**
 * What a family derived, with every chosen value judged and on the card.
 * @param deriveOf what the family derives of the job with a question answered
 */
export function withOpenChoices(job: Job, shared: Shared, deriveOf: (job: Job) => Shared): Shared {
  const settled = new Set<string>(shared.settings.canonical.map((s) => s.key));
  const open = Object.keys(job.setUp.chosen).filter((key) => !settled.has(key) && shared.questions.length > 0);
  if (open.length === 0) return shared;
  const findings: Finding[] = [];
  const rows: CardRow[] = [];
  for (const key of open) {
    const { conflicts, row, unknown } = judge(job, key, shared, deriveOf);
    // Where no question names the setting, it waits for what is open at all.
    const deciding = decides(shared, key);
    const asks = (deciding.length > 0 ? deciding : shared.questions).map((q) => q.ask);
    const [first] = conflicts;
    if (first)
      findings.push({
        ...first.finding,
        message: `${first.finding.message.replace(/\.$/, '')} (if: ${first.when}).`,
        fix: `Answer first: ${asks[0] ?? ''} Or choose a value that holds for every answer.`,
      });
    else if (unknown)
      findings.push(
        finding(
          'settings.depends',
          { setting: row?.name ?? key, value: job.setUp.chosen[key as SettingKey] ?? '', ask: asks[0] ?? '' },
          [`setting:${key}`],
          'chosen before the question was answered',
        ),
      );
    if (row) rows.push({ ...row, dependsOn: asks[0] ?? '' });
  }
  return {
    ...shared,
    findings: [...shared.findings, ...findings],
    settings: { ...shared.settings, card: [...shared.settings.card, ...rows] },
  };
}
