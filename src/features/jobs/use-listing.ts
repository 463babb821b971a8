/** The list as the server has it, page by page; asked again by itself while the server does not answer. */
import { Listing } from '@core/contract/listing';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { problemsOf } from './problems';
import type { Filter } from './views';

const AGAIN_MS = 3000;

export interface Listed {
  listing: Listing | null;
  /** Why the list is not fresh; null while it is. */
  lost: string | null;
  load: (after?: Listing | null) => Promise<void>;
  /** Where the next page begins: it comes before the end is reached. */
  foot: RefObject<HTMLDivElement | null>;
}

export function useListing({ search, view, person, since, until }: Filter): Listed {
  const [lost, setLost] = useState<string | null>(null);
  const [listing, setListing] = useState<Listing | null>(null);
  const asked = useRef(0);
  const load = useCallback(
    async (after: Listing | null = null): Promise<void> => {
      const turn = ++asked.current;
      const last = after?.items.at(-1);
      const query = new URLSearchParams({
        q: search,
        archived: view === 'away' ? '1' : '0',
        ...(view === 'all' || view === 'away' ? {} : { state: view }),
        ...(person ? { person } : {}),
        ...(since ? { since } : {}),
        ...(until ? { until } : {}),
        ...(last ? { before: String(last.turn) } : {}),
      });
      let why = 'The server does not answer.';
      try {
        const response = await fetch(`/api/jobs?${query}`);
        const answer: unknown = await response.json();
        if (turn !== asked.current) return;
        const found = Listing.safeParse(answer);
        if (response.ok && found.success) {
          setListing(after ? { ...found.data, items: [...after.items, ...found.data.items] } : found.data);
          setLost(null);
          return;
        }
        why = problemsOf(answer)[0]?.message ?? 'The server answers with an error.';
      } catch {
        // Said below.
      }
      if (turn === asked.current) setLost(why);
    },
    [search, view, person, since, until],
  );
  useEffect(() => {
    const timer = setTimeout(() => void load(), search ? 120 : 0);
    return () => clearTimeout(timer);
  }, [load, search]);
  useEffect(() => {
    if (lost === null) return;
    const timer = setInterval(() => void load(), AGAIN_MS);
    return () => clearInterval(timer);
  }, [lost, load]);
  const foot = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const end = foot.current;
    if (!end || !listing?.more) return;
    const watch = new IntersectionObserver(
      (seen) => {
        if (seen.some((x) => x.isIntersecting)) void load(listing);
      },
      { rootMargin: '400px' },
    );
    watch.observe(end);
    return () => watch.disconnect();
  }, [listing, load]);
  return { listing, lost, load, foot };
}
