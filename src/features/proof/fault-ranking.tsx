'use client';

/** What is wrong, by likelihood, and what to read next: entered right here. */
import { AS_PLANNED } from '@core/evidence/hypothesis';
import type { Ranked, Ranking } from '@core/evidence/ranked';
import { withMended } from '@core/proof/mended';
import { valueText } from '@core/proof/proof-run';
import { dangersOf } from '@core/safe/danger';
import { count, fixed } from '@core/units/units';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { author } from '../../sync/author';
import { ReadingEntry } from '../../ui/reading-entry';
import { useJob } from '../shell/job-context';
import './fault-ranking.css';

const SHOWN = 5;
/** Above this somebody may act on it. */
const LIKELY = 0.5;

const percent = (v: number): string => `${Math.round(v * 100)} %`;

export function FaultRanking({ ranking }: { ranking: Ranking }): ReactNode {
  const { job, light } = useJob();
  const stop = dangersOf(job).length > 0;
  const [open, setOpen] = useState<string | null>(null);
  const top = ranking.ranked.slice(0, SHOWN).filter((r) => r.probability >= 0.005);
  const rest = 1 - top.reduce((s, r) => s + r.probability, 0) - ranking.none;
  const unlisted = ranking.none > Math.max(LIKELY, top[0]?.probability ?? 0);
  return (
    <section className="stack ranking" aria-label="What is wrong">
      <h2>Most likely</h2>
      {unlisted ? (
        <p className="none-of-these">
          <b>None of these, {percent(ranking.none)}.</b> No fault on the list explains what was read. Repeat the
          readings that contradict the first fault. Then look at the board and both plates for what the survey does not
          show: a wire of another cable, a second supply, a part that is not listed.
        </p>
      ) : null}
      <ol>
        {top.map((r) => (
          <li key={r.hypothesis.id}>
            <button
              type="button"
              aria-expanded={open === r.hypothesis.id}
              onClick={() => {
                setOpen(open === r.hypothesis.id ? null : r.hypothesis.id);
                light(r.hypothesis.about);
              }}
            >
              <span className="fill" style={{ width: percent(r.probability) }} aria-hidden="true" />
              <span className="what">{r.hypothesis.name}</span>
              <span className="mono">{percent(r.probability)}</span>
            </button>
            {open === r.hypothesis.id || (r === top[0] && !unlisted) ? (
              <div className="why">
                <p>
                  <b>Look:</b> {r.hypothesis.look}
                </p>
                <p>
                  <b>Mend:</b> {r.hypothesis.fix}
                </p>
                {r.against.length > 0 ? <p className="soft">Against it: {r.against.join('; ')}</p> : null}
                {r.hypothesis.id === AS_PLANNED ? null : <Mended fault={r} />}
              </div>
            ) : null}
          </li>
        ))}
        <li className="soft rest">
          other faults {percent(Math.max(0, rest))}, none of these {percent(ranking.none)}
          {ranking.pairs > 0 ? `; ${ranking.pairs} pairs looked at` : ''}
        </li>
      </ol>
      {stop ? (
        <p className="problem">No reading with the supply on: a sign of danger was reported in Arrive.</p>
      ) : ranking.next ? (
        <Next key={ranking.next.candidate.key} next={ranking.next} />
      ) : top[1] && top[1].probability > 0.1 ? (
        <p className="soft">No single measurement tells these apart: on a meter they are alike. Look at both plates.</p>
      ) : null}
    </section>
  );
}

/** Mended: what was read before is set aside, and the tests that would show it again are open. */
function Mended({ fault }: { fault: Ranked }): ReactNode {
  const { job, derived, change, sealed } = useJob();
  const { tests } = derived.shared.proof;
  const again = tests.filter((t) => t.verdict === 'fail' || (fault.shownBy ?? []).includes(t.id));
  const quickest = tests.find((t) => t.id === fault.shownBy?.[0]);
  const take = (): void => {
    change(`Mended: ${fault.hypothesis.name}`, (j) =>
      withMended(j, nanoid(10), {
        at: new Date().toISOString(),
        by: author().name || author().client,
        what: fault.hypothesis.name,
        tests: again.map((t) => t.id),
      }),
    );
  };
  // In a drill a fault is mended in its house, by the name it was given.
  if (sealed || job.drill || again.length === 0) return null;
  return (
    <div className="row">
      <Button onClick={take}>It is mended</Button>
      <span className="soft">
        Then again: {count(again.length, 'test')}
        {quickest ? `, first ${quickest.title.toLowerCase()}` : ''}
        {Object.keys(job.proof.mended ?? {}).length > 0
          ? ` (${count(Object.keys(job.proof.mended ?? {}).length, 'thing')} mended before)`
          : ''}
        .
      </span>
    </div>
  );
}

/** The next reading: what each answer would mean, and the answer itself. */
function Next({ next }: { next: NonNullable<Ranking['next']> }): ReactNode {
  const { job, read, sealed } = useJob();
  const { candidate, outcomes, bits } = next;
  const { enter } = candidate;
  const words = enter.yes && enter.no ? { yes: enter.yes, no: enter.no } : undefined;
  const say = (value: number): string => valueText(enter.quantity, value, job.units, words);
  const take = (value: number, said: string): void => {
    read(`${candidate.text}: ${said}`, {
      quantity: enter.quantity,
      value,
      state: enter.state,
      stop: 'proof',
      ...(enter.a && enter.b ? { a: enter.a, b: enter.b } : {}),
      ...(enter.test ? { test: enter.test } : {}),
      ...(enter.measure ? { measure: enter.measure } : {}),
    });
  };
  return (
    <article className="question">
      <h3>Next: {candidate.text}</h3>
      <ul className="outcomes">
        {outcomes.slice(0, 4).map((o) => (
          <li key={o.value}>
            <span className="mono">{say(o.value)}</span> {o.names.slice(0, 2).join(', or ')}
          </li>
        ))}
      </ul>
      {sealed ? null : enter.quantity === 'seen' ? (
        <div className="row">
          <Button onClick={() => take(1, enter.yes ?? 'yes')}>{enter.yes ?? 'Yes'}</Button>
          <Button onClick={() => take(0, enter.no ?? 'no')}>{enter.no ?? 'No'}</Button>
        </div>
      ) : (
        <ReadingEntry
          label="It reads"
          of={candidate.key}
          at={enter}
          quantity={enter.quantity}
          units={job.units}
          onRead={(v) => take(v, say(v))}
        />
      )}
      <p className="soft">
        About {fixed(candidate.minutes, 0)} min; settles {fixed(bits, 1)} bits.
      </p>
    </article>
  );
}
