import type { ReactNode } from 'react';
import { Jobs } from '@/src/features/jobs/jobs';

export default function JobsPage(): ReactNode {
  return <Jobs />;
}
