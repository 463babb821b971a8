import type { ReactNode } from 'react';
import { Drills } from '@/src/features/drill/drills';

export default function DrillPage(): ReactNode {
  return <Drills />;
}
