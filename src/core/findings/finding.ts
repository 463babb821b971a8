/** Findings and questions: what every stage returns beside its result. */

import type { SettingKey } from '../devices/sheet';
import type { StopId } from '../run';
import { CATALOGUE, type FindingCode, type FindingFacts } from './catalogue';
import type { Severity } from './severity';

export interface Finding {
  code: FindingCode;
  severity: Severity;
  stop: StopId;
  /** What it is about: "wall.R", "conductor:k3", "setting:fan.heating", "supply:s1". */
  about: string[];
  /** What was read, seen or computed that led here. */
  evidence: string;
  message: string;
  fix: string;
}

/** A result the input cannot support: what to look at or measure, and what each answer would mean. */
export interface Question {
  code: string;
  stop: StopId;
  about: string[];
  ask: string;
  how: string;
  answers: { value: string; label: string; means: string }[];
  /** Field of the survey that an answer fills: the question is that nobody filled it. Without one a reading answers it. */
  field?: readonly string[];
  /** Something later cannot go on without the answer. */
  needed: boolean;
  /** Settings that would assert an answer: none of them is proposed while the question is open. */
  decides?: readonly SettingKey[];
}

/** Settings that no open question would decide: the rest wait for their answer. */
export const undecided = <S extends { key: SettingKey }>(settings: readonly S[], open: readonly Question[]): S[] => {
  const waiting = new Set(open.flatMap((q) => q.decides ?? []));
  return settings.filter((s) => !waiting.has(s.key));
};

/** A finding by its code and facts: the wording is the catalogue’s. */
export function finding<C extends FindingCode>(
  code: C,
  facts: FindingFacts<C>,
  about: string[] = [],
  evidence = '',
): Finding {
  const entry = CATALOGUE[code];
  // Each entry's wording takes exactly the facts of its own code; the map type cannot say so per key.
  const wording = entry.words as (facts: FindingFacts<C>) => { message: string; fix: string };
  const { message, fix } = wording(facts);
  return { code, severity: entry.severity, stop: entry.stop, about, evidence, message, fix };
}

const ORDER: Record<Severity, number> = { blocker: 0, caution: 1, note: 2 };

/** Blockers first, then cautions, then notes; alike by code. */
export const bySeverity = (a: Finding, b: Finding): number =>
  ORDER[a.severity] - ORDER[b.severity] || a.code.localeCompare(b.code);
