/** The settings of a device as somebody entered them: the card's, with what may have gone wrong in any of its rows. */
import { derive } from '../src/core/derive';
import type { Job } from '../src/core/job/schema';
import { toldWords } from '../src/core/proof/told';
import { type CardRow, settledValue } from '../src/core/settings/card';
import { CARD_TEST } from '../src/core/settings/read-back';
import { RigError } from './rig-error';

const PREFIX = 'card:';

/** Whether a fault is one of the card. */
export const isCardFault = (id: string): boolean => id.startsWith(PREFIX);

export class CardBench {
  private readonly card: readonly CardRow[];
  /** What each setting should stand at, by key. */
  private readonly meant: ReadonlyMap<string, string>;
  private readonly otherwise: ReadonlySet<string>;

  constructor(job: Job, faultIds: readonly string[]) {
    const { settings, proof } = derive(job).shared;
    this.card = proof.tests.some((t) => t.id === CARD_TEST) ? settings.card : [];
    this.meant = new Map(settings.canonical.map((s) => [s.key, settledValue(job, s)]));
    const wrong = faultIds.filter(isCardFault).map((id) => id.slice(PREFIX.length));
    for (const key of wrong)
      if (!this.card.some((row) => row.key === key))
        throw new RigError(`faults: the card of this house has no "${PREFIX}${key}"`);
    this.otherwise = new Set(wrong);
  }

  faults(): { id: string; name: string }[] {
    return this.card.map((row) => ({ id: `${PREFIX}${row.key}`, name: `${row.label} entered otherwise` }));
  }

  hiddenCount(): number {
    return this.otherwise.size;
  }

  /** Whether every row stands as on the card, and which do not. @param settings as a device that has them shows them */
  shows(settings: Readonly<Record<string, string>>): Record<string, number | string> {
    if (this.card.length === 0) return {};
    const others = this.card
      .map((row) => row.key)
      .filter((key) => this.otherwise.has(key) || (settings[key] ?? this.meant.get(key)) !== this.meant.get(key));
    return { 'card.same': others.length === 0 ? 1 : 0, 'card.others': toldWords(others) };
  }
}
