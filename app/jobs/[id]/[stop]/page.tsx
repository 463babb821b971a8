import type { StopId } from '@core/run';
import { notFound } from 'next/navigation';
import type { ComponentType, ReactNode } from 'react';
import { Arrive } from '@/src/features/arrive/arrive';
import { Connect } from '@/src/features/connect/connect';
import { Decide } from '@/src/features/decide/decide';
import { HandOver } from '@/src/features/hand-over/hand-over';
import { MakeSafe } from '@/src/features/make-safe/make-safe';
import { PowerUp } from '@/src/features/power-up/power-up';
import { Proof } from '@/src/features/proof/proof';
import { SetUp } from '@/src/features/set-up/set-up';
import { Survey } from '@/src/features/survey/survey';
import { Week } from '@/src/features/week/week';

const STOP_SCREENS: Record<StopId, ComponentType> = {
  arrive: Arrive,
  'make-safe': MakeSafe,
  survey: Survey,
  decide: Decide,
  connect: Connect,
  'power-up': PowerUp,
  'set-up': SetUp,
  week: Week,
  proof: Proof,
  'hand-over': HandOver,
};

const isStop = (value: string): value is StopId => Object.hasOwn(STOP_SCREENS, value);

export default async function StopPage({ params }: { params: Promise<{ stop: string }> }): Promise<ReactNode> {
  const { stop } = await params;
  if (!isStop(stop)) notFound();
  const Screen = STOP_SCREENS[stop];
  return <Screen />;
}
