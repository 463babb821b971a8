'use client';

/** How a drill came out: what was hidden, the points and why, the way that was taken beside the best one. */
import { type Drill, type DrillAct, inOrder, isPassed } from '@core/drill/drill';
import type { Job } from '@core/job/schema';
import { valueText } from '@core/proof/proof-run';
import { count, fixed, listed } from '@core/units/units';
import Button from '@mui/material/Button';
import type * as Comlink from 'comlink';
import Link from 'next/link';
import { type ReactNode, useEffect, useState } from 'react';
import type { DrillApi } from '../../workers/drill.worker';
import { useJob } from '../shell/job-context';

type Best = Awaited<ReturnType<DrillApi['result']>>['best'];

const ACT: { [K in DrillAct['kind']]: (act: Extract<DrillAct, { kind: K }>) => string } = {
  set: (a) => `device set: ${a.state}`,
  supply: (a) => (a.on ? 'supply on' : 'supply off'),
  wait: (a) => `waited ${Math.round(a.seconds / 60)} min`,
  touch: (a) => `read ${a.a} to ${a.b}`,
  measure: (a) => `read ${a.measure} of ${a.test}`,
  name: (a) =>
    `named: ${a.name}, ${Math.round(a.probability * 100)} % by the readings, ${a.is.length > 0 ? 'right' : 'wrong'}`,
  mend: () => 'mended what was named',
};
const actText = (act: DrillAct): string => (ACT[act.kind] as (a: DrillAct) => string)(act);

export function Debrief({ job, api }: { job: Job & { drill: Drill }; api: () => Comlink.Remote<DrillApi> }): ReactNode {
  const { id } = useJob();
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
              {count(r.readings, 'reading')} in {fixed(r.minutes, 0)} min; the best order takes{' '}
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
                  <li key={s.n}>{actText(s.act)}</li>
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
              <Button variant="contained" href={`/api/jobs/${id}/certificate`} target="_blank">
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
