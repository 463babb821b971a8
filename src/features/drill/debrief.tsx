'use client';

/** How a drill came out: what was hidden, the points and why, the way that was taken beside the best one. */
import { type Drill, type DrillAct, inOrder, isPassed } from '@core/drill/drill';
import { pointWords } from '@core/job/points';
import type { Job } from '@core/job/schema';
import { type TestResult, valueText } from '@core/proof/proof-run';
import { count, fixed, listed } from '@core/units/units';
import Button from '@mui/material/Button';
import type * as Comlink from 'comlink';
import Link from 'next/link';
import { type ReactNode, useEffect, useState } from 'react';
import type { DrillApi } from '../../workers/drill.worker';
import { useJob } from '../shell/job-context';

type Best = Awaited<ReturnType<DrillApi['result']>>['best'];

/** What was done, in the words of this job. */
function actText(act: DrillAct, job: Job, tests: readonly TestResult[]): string {
  const test = (id: string): TestResult | undefined => tests.find((t) => t.id === id);
  switch (act.kind) {
    case 'set':
      return `set: ${tests.find((t) => t.state === act.state)?.title.toLowerCase() ?? act.state}`;
    case 'supply':
      return act.on ? 'supply on' : 'supply off';
    case 'wait':
      return `waited ${Math.round(act.seconds / 60)} min`;
    case 'touch':
      return `read ${pointWords(job, act.a)} to ${pointWords(job, act.b)}`;
    case 'measure': {
      const of = test(act.test);
      const what = of?.measures.find((m) => m.id === act.measure)?.what ?? act.measure;
      return `${of?.title ?? act.test}: ${what.charAt(0).toLowerCase()}${what.slice(1)}`;
    }
    case 'name':
      return `named ${act.name}, ${Math.round(act.probability * 100)} % by the readings: ${act.is.length > 0 ? 'right' : 'wrong'}`;
    case 'mend':
      return 'mended what was named';
  }
}

export function Debrief({ job, api }: { job: Job & { drill: Drill }; api: () => Comlink.Remote<DrillApi> }): ReactNode {
  const { id, derived } = useJob();
  const [best, setBest] = useState<Best | null>(null);
  const [open, setOpen] = useState(true);
  const { drill } = job;
  // The best order hangs on the case alone.
  // biome-ignore lint/correctness/useExhaustiveDependencies: see above
  useEffect(() => {
    let current = true;
    void api()
      .result(job)
      .then((r) => {
        if (current) setBest(r.best);
      });
    return () => {
      current = false;
    };
  }, [api]);
  const r = drill.finished?.result;
  if (!r) return null;
  const passed = isPassed(r);
  return (
    <section className="drill-bar debrief" aria-label="How the drill came out">
      <div className="drill-top">
        <b>
          {r.points} of 100, {passed ? 'passed' : 'not passed'}
        </b>
        <span>
          {r.found} of {r.hidden.length} found{r.proved ? ', mended and proved' : ', not proved after'}
        </span>
        <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Put away' : 'Debrief'}
        </button>
      </div>
      {open ? (
        <>
          <p>Hidden in this house: {listed(r.hidden)}.</p>
          <ul className="drill-reasons">
            <li>
              Found after {count(r.readings, 'reading')} and {fixed(r.minutes, 0)} min; the best order takes{' '}
              {count(r.best.readings, 'reading')} and {fixed(r.best.minutes, 0)} min.
            </li>
            {r.wrongClaims > 0 ? (
              <li className="bad">{count(r.wrongClaims, 'claim')} named what was not there.</li>
            ) : null}
            {r.unsupported.map((u) => (
              <li key={u} className="bad">
                Named without support: {u}.
              </li>
            ))}
            {r.unsafe.length === 0 ? <li>Nothing unsafe.</li> : null}
            {r.unsafe.map((u) => (
              <li key={u} className="bad">
                Unsafe: {u}.
              </li>
            ))}
          </ul>
          <div className="drill-paths">
            <div>
              <h3>Your way</h3>
              <ol>
                {inOrder(drill).map((s) => (
                  <li key={s.n}>{actText(s.act, job, derived.shared.proof.tests)}</li>
                ))}
              </ol>
            </div>
            <div>
              <h3>The best order</h3>
              {best === null ? <p role="status">Worked out …</p> : null}
              <ol>
                {(best?.steps ?? []).map((s) => (
                  <li key={s.text}>
                    {s.text}:{' '}
                    <b className="mono">
                      {s.value === null ? 'nothing' : valueText(s.quantity, s.value, job.units, undefined)}
                    </b>{' '}
                    <span className="soft">
                      then {s.leads}, {Math.round(s.probability * 100)} %
                    </span>
                  </li>
                ))}
              </ol>
            </div>
          </div>
          <div className="row">
            {passed ? (
              <Button className="copper" href={`/api/jobs/${id}/certificate`} target="_blank">
                Certificate
              </Button>
            ) : null}
            <Link href="/drill">All drills</Link>
          </div>
        </>
      ) : null}
    </section>
  );
}
