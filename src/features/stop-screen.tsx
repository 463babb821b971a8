'use client';

import type { StopId } from '@core/run';
/** One stop's screen, fetched when it is first opened: a phone in a cellar should not load all ten. */
import dynamic from 'next/dynamic';
import type { ComponentType, ReactNode } from 'react';
import { useJob } from './shell/job-context';

const SCREENS: Record<StopId, ComponentType> = {
  arrive: dynamic(() => import('./arrive/arrive').then((m) => m.Arrive)),
  'make-safe': dynamic(() => import('./make-safe/make-safe').then((m) => m.MakeSafe)),
  survey: dynamic(() => import('./survey/survey').then((m) => m.Survey)),
  decide: dynamic(() => import('./decide/decide').then((m) => m.Decide)),
  connect: dynamic(() => import('./connect/connect').then((m) => m.Connect)),
  'power-up': dynamic(() => import('./power-up/power-up').then((m) => m.PowerUp)),
  'set-up': dynamic(() => import('./set-up/set-up').then((m) => m.SetUp)),
  week: dynamic(() => import('./week/week').then((m) => m.Week)),
  proof: dynamic(() => import('./proof/proof').then((m) => m.Proof)),
  'hand-over': dynamic(() => import('./hand-over/hand-over').then((m) => m.HandOver)),
};

/** The stops a boiler job has in its own form; the others serve every family. */
const BOILER: Partial<Record<StopId, ComponentType>> = {
  'make-safe': dynamic(() => import('./mains/make-safe').then((m) => m.MainsMakeSafe)),
  survey: dynamic(() => import('./boiler/survey').then((m) => m.BoilerSurveyScreen)),
  decide: dynamic(() => import('./boiler/decide').then((m) => m.BoilerDecide)),
  connect: dynamic(() => import('./boiler/connect').then((m) => m.BoilerConnect)),
  'power-up': dynamic(() => import('./boiler/start').then((m) => m.BoilerStart)),
  'set-up': dynamic(() => import('./boiler/set-up').then((m) => m.BoilerSetUp)),
  week: dynamic(() => import('./boiler/week').then((m) => m.BoilerWeek)),
};

export function StopScreen({ stop }: { stop: StopId }): ReactNode {
  const { job } = useJob();
  const Screen = (job.family === 'boiler' ? BOILER[stop] : undefined) ?? SCREENS[stop];
  return <Screen />;
}
