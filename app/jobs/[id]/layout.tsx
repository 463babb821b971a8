import type { ReactNode } from 'react';
import { JobFrame } from '@/src/features/shell/frame';

export default async function JobLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ id: string }>;
}): Promise<ReactNode> {
  const { id } = await params;
  return <JobFrame id={id}>{children}</JobFrame>;
}
