'use client';

/** What could switch it from this wall, with the devices that can to take from here. */
import type { Way } from '@core/family/way';
import type { Family } from '@core/job/schema';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { useFamily } from '../shell/family-job';
import './ways.css';

const SAID: Record<Way['works'], string> = { yes: 'works', no: 'does not', open: 'not known' };

export function Ways<F extends Family>({
  family,
  title,
  ways,
}: {
  family: F;
  title: string;
  ways: readonly Way[];
}): ReactNode {
  const { job, sealed, change } = useFamily(family);
  const chosen = job.device.inline === undefined ? job.device.sheet : undefined;
  return (
    <section className="panel">
      <h2>{title}</h2>
      <ul className="way-list">
        {ways.map((w) => (
          <li key={w.id}>
            <b className={w.works}>{SAID[w.works]}</b>
            <div>
              {w.name}
              <div className="soft">{w.why}</div>
            </div>
            <div className="way-devices">
              {w.devices.map((d) => (
                <Button
                  key={d.id}
                  aria-pressed={d.id === chosen}
                  disabled={sealed}
                  onClick={() =>
                    change(`Device: ${d.name}`, (j) => ({
                      ...j,
                      device: { ...j.device, sheet: d.id, inline: undefined },
                    }))
                  }
                >
                  {d.id === chosen ? `${d.name}, chosen` : `Take ${d.name}`}
                </Button>
              ))}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
