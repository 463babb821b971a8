import Link from 'next/link';
import type { ReactNode } from 'react';
import '@/src/features/shell/notices.css';

export default function NotFound(): ReactNode {
  return (
    <main className="alone">
      <h1>There is nothing at this address.</h1>
      <p>A job’s address begins with /jobs; its stops run from arrive to hand-over. The page could not be found.</p>
      <Link href="/">All jobs</Link>
    </main>
  );
}
