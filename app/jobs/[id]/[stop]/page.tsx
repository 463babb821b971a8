import { STOPS } from '@core/run';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { StopScreen } from '@/src/features/stop-screen';

export default async function StopPage({ params }: { params: Promise<{ stop: string }> }): Promise<ReactNode> {
  const { stop } = await params;
  const known = STOPS.find((s) => s.id === stop);
  if (!known) notFound();
  return <StopScreen stop={known.id} />;
}
