import type { ReactNode } from 'react';
import { Journal } from '@/src/features/journal/journal';

export default function JournalPage(): ReactNode {
  return <Journal />;
}
