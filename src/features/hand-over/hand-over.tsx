'use client';

import { diff } from '@core/job/changes';
import { followUps, handoverTopics } from '@core/record/handover';
import { verifySeal, sealed as withSeal } from '@core/record/seal';
/** Hand over: shown and done by the customer, papers, file, seal; after the seal only amendments. */
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import Link from 'next/link';
import { type ReactNode, useEffect, useState } from 'react';
import { author, setAuthorName } from '../../sync/author';
import { Choice, TextField } from '../../ui/fields';
import { useHalfTyped } from '../../ui/half-typed';
import { Labelled } from '../../ui/labelled';
import { More } from '../../ui/more';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { SignatureField } from './signature-field';
import './hand-over.css';

export function HandOver(): ReactNode {
  const { id, job, derived, change, sealed, session } = useJob();
  const topics = handoverTopics(job, derived);
  const later = followUps(job, derived);
  const shown = topics.filter((t) => job.handOver.shown[t.id]).length;
  const did = topics.filter((t) => job.handOver.shown[t.id] === 'did').length;
  const blockers = derived.shared.findings.filter((f) => f.severity === 'blocker').length;
  const { proof } = derived.shared;
  const check = sealed ? verifySeal(job) : null;
  const sentence = sealed
    ? check?.ok
      ? `Sealed ${new Date(job.seal?.at ?? '').toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })}; the seal holds${job.amendments.length > 0 ? `, ${job.amendments.length} amended since` : ''}.`
      : `The seal does not hold: ${check?.message ?? ''}`
    : blockers > 0
      ? `${blockers} ${blockers === 1 ? 'thing still stops' : 'things still stop'} the work. It can be sealed as it stands, and the record will say so.`
      : proof.verdict === 'pass'
        ? `Proved, ${proof.passed} of ${proof.tests.length} shown. Show the customer, then seal.`
        : `${proof.passed} of ${proof.tests.length} tests shown. Show the customer, then seal.`;
  return (
    <>
      <Bench title="Hand over" note={`${shown} of ${topics.length} shown, ${did} done by the customer`}>
        <section className="panel">
          <h2>Show it, then have them do it once</h2>
          <ul className="topics">
            {topics.map((t) => (
              <li key={t.id}>
                <span>{t.what}</span>
                <Choice
                  label={t.what}
                  value={job.handOver.shown[t.id]}
                  disabled={sealed}
                  options={[
                    { value: 'shown', label: 'shown' },
                    { value: 'did', label: 'they did it' },
                  ]}
                  onChoose={(v) =>
                    change(`${t.what}: ${v === 'did' ? 'done by the customer' : 'shown'}`, (j) => {
                      const { [t.id]: old, ...rest } = j.handOver.shown;
                      return { ...j, handOver: { ...j.handOver, shown: old === v ? rest : { ...rest, [t.id]: v } } };
                    })
                  }
                />
              </li>
            ))}
          </ul>
          <TextField
            label="Note for the record"
            value={job.handOver.note}
            disabled={sealed}
            maxLength={4000}
            onCommit={(v) =>
              change('Note for the record', (j) => ({ ...j, handOver: { ...j.handOver, note: v || undefined } }))
            }
          />
        </section>
        {later.length > 0 ? (
          <section className="panel">
            <h2>What stays to be done</h2>
            <ul className="later">
              {later.map((f) => (
                <li key={f.what}>
                  {f.what} <span className="soft">{f.owner}</span>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        <section className="panel stack">
          <h2>Papers and file</h2>
          <div className="row">
            <Button
              className="primary"
              component="a"
              href={`/api/jobs/${id}/handover`}
              target="_blank"
              rel="noreferrer"
            >
              Handover papers, PDF
            </Button>
            <Button component="a" href={`/api/jobs/${id}/export`}>
              Job file, JSON
            </Button>
            <Button component="a" href={`/api/jobs/${id}/export?masked=1`}>
              Masked copy, JSON
            </Button>
            <Button component={Link} href={`/jobs/${id}/journal`}>
              Journal
            </Button>
          </div>
        </section>
        <SignatureField />
        {sealed ? (
          <Sealed />
        ) : (
          <SealIt
            onSeal={(name) => {
              setAuthorName(name);
              return session.change('Seal the record', (j) => withSeal(j, new Date().toISOString(), name), {
                kind: 'seal',
              });
            }}
          />
        )}
      </Bench>
      <ReadingSide here="hand-over" sentence={sentence} />
    </>
  );
}

function SealIt({ onSeal }: { onSeal: (name: string) => boolean }): ReactNode {
  const { state } = useJob();
  const [name, setName] = useState(() => (typeof window === 'undefined' ? '' : author().name));
  const [sure, setSure] = useState(false);
  return (
    <section className="panel stack">
      <h2>Seal the record</h2>
      <p>
        A hash over the whole content closes the record. Later changes are amendments with a reason, and both stay
        visible.
      </p>
      <div className="row seal-row">
        <TextField label="Your name" value={name} maxLength={80} onCommit={setName} />
        {sure ? (
          <>
            <Button className="copper" onClick={() => onSeal(name)}>
              Seal it now
            </Button>
            <Button onClick={() => setSure(false)}>Not yet</Button>
          </>
        ) : (
          <Button className="primary" disabled={name.trim() === '' || state.waiting > 0} onClick={() => setSure(true)}>
            Seal
          </Button>
        )}
      </div>
      {name.trim() === '' ? <p className="soft">A seal carries a name.</p> : null}
    </section>
  );
}

interface SignatureCheck {
  ok: boolean;
  own: boolean;
  key?: string;
  message?: string;
}

/** Who signs for the record: checked by the store, shown by its key. */
function Signed(): ReactNode {
  const { id, job } = useJob();
  const [check, setCheck] = useState<SignatureCheck | null>(null);
  const [said, setSaid] = useState('The signature is looked at …');
  const over = job.signature?.of;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another digest is another record to be checked
  useEffect(() => {
    let here = true;
    fetch(`/api/jobs/${id}/seal`)
      .then((r) => r.json())
      .then((found: SignatureCheck) => {
        if (here) setCheck(found);
      })
      .catch(() => {
        if (here) setSaid('The server does not answer. Signature not checked.');
      });
    return () => {
      here = false;
    };
  }, [id, over]);
  // As high as the answer: what stands below must not move under a finger.
  if (!check)
    return (
      <>
        <p className="soft">{said}</p>
        <p className="mono seal-hash">{'\u00a0'}</p>
      </>
    );
  if (!check.ok) return <p className="problem">{check.message}</p>;
  return (
    <>
      <p>Signed by {check.own ? 'this store' : 'another store'}, with the key</p>
      <p className="mono seal-hash">{check.key}</p>
    </>
  );
}

function Sealed(): ReactNode {
  const { job, session } = useJob();
  const [what, setWhat] = useState<'handOver' | 'zone' | 'arrive'>('handOver');
  const [text, setText] = useHalfTyped('amendment');
  const [reason, setReason] = useHalfTyped('amendment reason');
  const edited = {
    handOver: {
      name: 'Note for the record',
      edit: (j: typeof job) => ({ ...j, handOver: { ...j.handOver, note: text } }),
    },
    zone: { name: 'Zone or room', edit: (j: typeof job) => ({ ...j, zone: text }) },
    arrive: { name: 'Note on arrival', edit: (j: typeof job) => ({ ...j, arrive: { ...j.arrive, note: text } }) },
  } as const;
  const ready = text.trim() !== '' && reason.trim().length >= 3 && diff(job, edited[what].edit(job)).length > 0;
  return (
    <section className="panel stack">
      <h2>Sealed</h2>
      <p>
        by {job.seal?.by},{' '}
        {new Date(job.seal?.at ?? '').toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
      </p>
      <p className="mono seal-hash">{job.seal?.contentHash}</p>
      <Signed />
      {job.amendments.map((a) => (
        <p key={a.at + a.reason} className="amendment">
          <b>Amended</b> {new Date(a.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })} by {a.by}
          : {a.reason}
          <span className="soft"> ({a.changes.map((c) => c.path.join(' ')).join(', ')})</span>
        </p>
      ))}
      <More summary={'Amend with a reason'}>
        <form
          className="stack"
          onSubmit={(e) => {
            e.preventDefault();
            if (!ready) return;
            session.change(`Amend: ${edited[what].name}`, edited[what].edit, { kind: 'amend', reason: reason.trim() });
            setText('');
            setReason('');
          }}
        >
          <Choice
            label="What"
            value={what}
            options={(Object.keys(edited) as (keyof typeof edited)[]).map((value) => ({
              value,
              label: edited[value].name,
            }))}
            onChoose={setWhat}
          />
          <Labelled id="amend-text" label="Should read">
            <OutlinedInput
              id="amend-text"
              value={text}
              inputProps={{ maxLength: 4000 }}
              onChange={(e) => setText(e.target.value)}
            />
          </Labelled>
          <Labelled id="amend-reason" label="Reason">
            <OutlinedInput
              id="amend-reason"
              value={reason}
              inputProps={{ maxLength: 400 }}
              onChange={(e) => setReason(e.target.value)}
            />
          </Labelled>
          <div className="row">
            <Button type="submit" className="primary" disabled={!ready}>
              Amend the record
            </Button>
          </div>
        </form>
      </More>
    </section>
  );
}
