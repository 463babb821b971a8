'use client';

/** Other jobs at this place, the last one first: several devices of one house, or what was done here before. */
import { type JobListItem, Listing } from '@core/contract/listing';
import Link from 'next/link';
import { type ReactNode, useEffect, useState } from 'react';
import { useJob } from '../shell/job-context';

const SHOWN = 5;

export function SameSite(): ReactNode {
  const { id, job } = useJob();
  const { name, address } = job.site;
  const place = (address || name).trim();
  const [others, setOthers] = useState<readonly JobListItem[]>([]);
  useEffect(() => {
    let current = true;
    if (place.length < 4) {
      setOthers([]);
      return;
    }
    void fetch(`/api/jobs?${new URLSearchParams({ q: place, limit: '12' })}`)
      .then(async (r): Promise<unknown> => r.json())
      .then((answer) => {
        const found = Listing.safeParse(answer);
        if (current && found.success) setOthers(found.data.items.filter((x) => x.id !== id).slice(0, SHOWN));
      })
      // Without a server there is nothing to tell of other jobs.
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [place, id]);
  if (others.length === 0) return null;
  return (
    <section className="panel stack" aria-label="Also at this place">
      <h2>Also at this place</h2>
      <ul className="same-site">
        {others.map((o) => (
          <li key={o.id}>
            <Link href={`/jobs/${o.id}/${o.sealed ? 'hand-over' : o.nextId}`} prefetch={false}>
              {[o.site, o.zone].filter(Boolean).join(', ')}
            </Link>
            <span className="soft">
              {' '}
              {o.device ? `${o.device}, ` : ''}
              {o.sealed ? 'sealed' : `${o.done} of ${o.of} stops done`}, last changed {o.updatedAt.slice(0, 10)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
