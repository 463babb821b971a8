'use client';

import type { StopId } from '@core/run';
/** One stop's screen, fetched when it is first opened: a phone in a cellar should not load all ten. */
import dynamic from 'next/dynamic';
import type { ComponentType, ReactNode } from 'react';
import { FAMILY_SCREENS } from './families';
import { useJob } from './shell/job-context';

/** Stops every family has in one form, unless it has its own. */
const SCREENS: Partial<Record<StopId, ComponentType>> = {
  arrive: dynamic(() => import('./arrive/arrive').then((m) => m.Arrive)),
  'make-safe': dynamic(() => import('./mains/make-safe').then((m) => m.MainsMakeSafe)),
  'set-up': dynamic(() => import('./plain/set-up').then((m) => m.PlainSetUp)),
  week: dynamic(() => import('./week/week').then((m) => m.Week)),
  proof: dynamic(() => import('./proof/proof').then((m) => m.Proof)),
  'hand-over': dynamic(() => import('./hand-over/hand-over').then((m) => m.HandOver)),
};

export function StopScreen({ stop }: { stop: StopId }): ReactNode {
  const { job } = useJob();
  const Screen = FAMILY_SCREENS[job.family].stops[stop] ?? SCREENS[stop];
  return Screen ? <Screen /> : null;
}
