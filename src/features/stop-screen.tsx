'use client';

import type { Family } from '@core/job/schema';
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

/** The stops of a floor job in its own form. */
const FLOOR: Partial<Record<StopId, ComponentType>> = {
  'make-safe': dynamic(() => import('./mains/make-safe').then((m) => m.MainsMakeSafe)),
  survey: dynamic(() => import('./floor/survey').then((m) => m.FloorSurveyScreen)),
  decide: dynamic(() => import('./floor/decide').then((m) => m.FloorDecide)),
  connect: dynamic(() => import('./floor/connect').then((m) => m.FloorConnect)),
  'power-up': dynamic(() => import('./floor/start').then((m) => m.FloorStart)),
  'set-up': dynamic(() => import('./floor/set-up').then((m) => m.FloorSetUp)),
  week: dynamic(() => import('./floor/week').then((m) => m.FloorWeek)),
};

const OWN: Record<Family, Partial<Record<StopId, ComponentType>>> = { '24v': {}, boiler: BOILER, floor: FLOOR };

export function StopScreen({ stop }: { stop: StopId }): ReactNode {
  const { job } = useJob();
  const Screen = OWN[job.family][stop] ?? SCREENS[stop];
  return <Screen />;
}
