'use client';

/** Defects met on the way: where, then what, each with its remedy until it is mended. */
import type { Defect } from '@core/job/schema';
import { DEFECTS } from '@core/mount/defects';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { TextField, Tick } from '../../ui/fields';
import { useHalfTyped } from '../../ui/half-typed';
import { useJob } from '../shell/job-context';

const KINDS = Object.keys(DEFECTS) as Defect['kind'][];

export function Defects(): ReactNode {
  const { job, change, sealed } = useJob();
  const [where, setWhere] = useHalfTyped('defect where');
  const defects = Object.entries(job.connect.defects);
  return (
    <section className="panel stack">
      <h2>Defects met on the way</h2>
      {defects.map(([key, d]) => (
        <Tick
          key={key}
          checked={d.mended === true}
          disabled={sealed}
          note={d.mended ? 'mended' : DEFECTS[d.kind].remedy}
          onToggle={(mended) =>
            change(`${mended ? 'Mended' : 'Not mended'}: ${DEFECTS[d.kind].name}`, (j) => ({
              ...j,
              connect: { ...j.connect, defects: { ...j.connect.defects, [key]: { ...d, mended } } },
            }))
          }
        >
          {DEFECTS[d.kind].name}, {d.where}
        </Tick>
      ))}
      {sealed ? null : (
        <>
          <TextField
            label="Where"
            value={where}
            onCommit={setWhere}
            {...(defects.length === 0 ? { hint: 'Say where, then touch what it is' } : {})}
          />
          <div className="row">
            {KINDS.map((kind) => (
              <Button
                key={kind}
                size="small"
                onClick={() => {
                  change(`Defect: ${DEFECTS[kind].name}`, (j) => ({
                    ...j,
                    connect: {
                      ...j.connect,
                      defects: { ...j.connect.defects, [nanoid(6)]: { kind, where: where || 'the wall' } },
                    },
                  }));
                  setWhere('');
                }}
              >
                {DEFECTS[kind].name}
              </Button>
            ))}
          </div>
        </>
      )}
    </section>
  );
}
