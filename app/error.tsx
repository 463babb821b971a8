'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { ReactNode } from 'react';
import '@/src/features/shell/notices.css';

/** A screen that could not be drawn: what is kept, what to try, what to pass on. */
export default function ScreenError({ error, reset }: { error: Error; reset: () => void }): ReactNode {
  return (
    <main className="alone" role="alert">
      <h1>This screen could not be drawn.</h1>
      <p>Every change up to now is kept. Try it again; the other stops go on without it.</p>
      <p className="mono">{error.message.slice(0, 300)}</p>
      <div className="row">
        <Button className="primary" onClick={reset}>
          Try again
        </Button>
        <Link href="/">All jobs</Link>
      </div>
    </main>
  );
}
