'use client';

import { isUnaided } from '@core/drill/drill';
import { count } from '@core/units/units';
/** Proof: the tests of this job on a time axis, each reading against its prediction. */
import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { FAMILY_SCREENS } from '../families';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { CannotShow } from './cannot-show';
import { FaultRanking } from './fault-ranking';
import { Lanes, TestList } from './lanes';
import { ReadAny } from './read-any';
import { RigPanel } from './rig-panel';
import { TestCard } from './test-card';
import { useRanking } from './use-ranking';
import './proof.css';

export function Proof(): ReactNode {
  const api = useJob();
  const Beside = FAMILY_SCREENS[api.job.family].besideProof;
  const { derived, sealed, job } = api;
  const { proof } = derived.shared;
  const diagnosis = useRanking(
    job,
    !isUnaided(job.drill) && (proof.failed > 0 || (job.arrive.complaints ?? []).length > 0),
  );
  const [rigOpen, setRigOpen] = useState(false);
  const firstOpen =
    proof.tests.find((t) => t.verdict === 'open') ?? proof.tests.find((t) => t.verdict === 'fail') ?? proof.tests[0];
  // The card stays until the installer moves on: a verdict that flies away is not seen.
  const [chosen, setChosen] = useState<string | null>(
    (proof.tests.find((t) => t.verdict === 'fail') ?? firstOpen)?.id ?? null,
  );
  const test = proof.tests.find((t) => t.id === chosen) ?? firstOpen;
  const next = (): void => {
    const at = proof.tests.findIndex((t) => t.id === test?.id);
    const waiting = [...proof.tests.slice(at + 1), ...proof.tests.slice(0, at)].find((t) => t.verdict === 'open');
    setChosen((waiting ?? firstOpen)?.id ?? null);
  };
  // What a family's own findings say of a reading that is wrong.
  const cause = derived.shared.findings.find((f) => f.code === 'floor.probe-setting');
  const sentence =
    proof.tests.length === 0
      ? 'No tests yet: they are written from the terminal plan.'
      : proof.failed > 0
        ? diagnosis?.ranked[0] && diagnosis.ranked[0].hypothesis.id !== 'as-planned'
          ? `${count(proof.failed, 'test')} shown wrong. Most likely: ${diagnosis.ranked[0].hypothesis.name}.`
          : `${count(proof.failed, 'test')} shown wrong.${cause ? ` Most likely: ${cause.message}` : ''}`
        : proof.verdict === 'pass'
          ? `Proved: ${proof.passed} of ${proof.tests.length} shown${proof.skipped > 0 ? `, ${proof.skipped} skipped with a reason` : ''}.`
          : proof.open === 0 && proof.heldBy.length > 0
            ? `All ${proof.tests.length} passed. Not proved until this is resolved: ${proof.heldBy[0]}`
            : `${proof.passed} of ${proof.tests.length} shown. Next: ${firstOpen?.title.toLowerCase() ?? ''}.`;
  if (!test) {
    return (
      <>
        <Bench title="Proof run">
          <p>Survey, device and power must be settled before there is anything to prove.</p>
        </Bench>
        <ReadingSide here="proof" sentence={sentence} />
      </>
    );
  }
  return (
    <>
      <Bench
        title="Proof run"
        note={`${proof.passed} of ${proof.tests.length} shown, about ${proof.minutes} min in all`}
        tools={
          sealed || job.drill ? null : (
            <Button aria-expanded={rigOpen} onClick={() => setRigOpen(!rigOpen)}>
              Rig
            </Button>
          )
        }
      >
        <Lanes tests={proof.tests} here={test.id} />
        <TestList tests={proof.tests} here={test.id} onChoose={setChosen} className="across" />
        {rigOpen && !sealed ? <RigPanel tests={proof.tests} test={test} /> : null}
        {Beside ? <Beside state={test.state} /> : null}
        <TestCard key={test.id} test={test} number={proof.tests.indexOf(test) + 1} onNext={next} />
        <ReadAny />
        <CannotShow />
      </Bench>
      <ReadingSide here="proof" sentence={sentence}>
        <TestList tests={proof.tests} here={test.id} onChoose={setChosen} className="down" />
        {diagnosis ? <FaultRanking ranking={diagnosis} /> : null}
      </ReadingSide>
    </>
  );
}
