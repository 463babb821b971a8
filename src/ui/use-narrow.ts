'use client';

/** Whether the screen is a phone's: drawings are then made for it, not shrunk. */
import { useSyncExternalStore } from 'react';

const QUERY = '(max-width: 760px)';

const subscribe = (changed: () => void): (() => void) => {
  const media = window.matchMedia(QUERY);
  media.addEventListener('change', changed);
  return () => media.removeEventListener('change', changed);
};

export const useNarrow = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => window.matchMedia(QUERY).matches,
    () => false,
  );
