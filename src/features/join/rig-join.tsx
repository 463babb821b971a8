'use client';

/** The path tried at the rig: its network, account and service, with something wrong in them or nothing. */
import type { JoinStep } from '@core/join/path';
import type { JoiningTroubles } from '@core/rig/protocol';
import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { TextField } from '../../ui/fields';
import { More } from '../../ui/more';
import { SelectField } from '../../ui/select-field';
import { DEFAULT_RIG, joiningAt, RigFailure, rigAddress, setRigAddress } from '../rig/rig-client';
import { useJob } from '../shell/job-context';

interface Props {
  way: string;
  path: readonly JoinStep[];
  /** The step that is next, by the job. */
  next: JoinStep | undefined;
}

export function RigJoin({ way, path, next }: Props): ReactNode {
  const { job, change, sealed } = useJob();
  const [address, setAddress] = useState(() => (typeof window === 'undefined' ? DEFAULT_RIG : rigAddress()));
  const [known, setKnown] = useState<JoiningTroubles | null>(null);
  const [trouble, setTrouble] = useState('');
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const rig = joiningAt(address);
  const act = async (run: () => Promise<string>): Promise<void> => {
    setBusy(true);
    try {
      setSaid(await run());
    } catch (e) {
      setSaid(e instanceof RigFailure ? e.message : 'The rig answered something unexpected.');
    }
    setBusy(false);
  };
  const failed = path.find((s) => job.join.steps?.[s.id]?.failed !== undefined);
  const keep = (step: JoinStep, sees: string | undefined): void => {
    change(sees ? `Seen instead: ${sees}` : `Seen: ${step.sees}`, (j) => ({
      ...j,
      join: {
        ...j.join,
        steps: { ...j.join.steps, [step.id]: { at: new Date().toISOString(), ...(sees ? { failed: sees } : {}) } },
      },
    }));
  };
  const doStep = (step: JoinStep): Promise<void> =>
    act(async () => {
      const { ok, sees } = await rig.step(step.id);
      keep(step, ok ? undefined : (sees ?? 'something else'));
      return ok ? `${step.sees}` : `Seen instead: ${sees ?? 'something else'}.`;
    });
  const fits = known?.troubles.filter((t) => path.some((s) => s.id === t.step)) ?? [];
  return (
    <More summary="Try this path at the rig">
      <div className="field-grid">
        <TextField
          label="Address of the rig"
          mono
          value={address}
          onCommit={(v) => {
            setAddress(v);
            setRigAddress(v);
            setKnown(null);
          }}
        />
        <SelectField
          label="What is wrong there"
          value={trouble}
          none="nothing"
          options={fits.map((t) => ({ value: t.id, label: t.id.replaceAll('-', ' ') }))}
          onChoose={setTrouble}
        />
      </div>
      <div className="row">
        <Button
          disabled={busy}
          onClick={() =>
            void act(async () => {
              setKnown(await rig.troubles(way));
              await rig.begin(way, trouble ? [trouble] : []);
              return `Ready to be joined${trouble ? ', with something wrong' : ''}.`;
            })
          }
        >
          Begin at the rig
        </Button>
        {next && !failed ? (
          <Button className="copper" disabled={busy || sealed || known === null} onClick={() => void doStep(next)}>
            Do the next step there
          </Button>
        ) : null}
        {failed ? (
          <Button disabled={busy || sealed || known === null} onClick={() => void doStep(failed)}>
            Do it again there
          </Button>
        ) : null}
      </div>
      {failed && known ? (
        <div className="row" role="group" aria-label="Done about it">
          {known.cures.map((c) => (
            <Button
              key={c.id}
              size="small"
              disabled={busy}
              onClick={() =>
                void act(async () =>
                  (await rig.cure(c.id)).ok ? `Done: ${c.what}.` : `Done: ${c.what}. Nothing is different.`,
                )
              }
            >
              {c.what}
            </Button>
          ))}
        </div>
      ) : null}
      {said ? <p role="status">{said}</p> : null}
    </More>
  );
}
