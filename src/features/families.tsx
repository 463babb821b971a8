'use client';

/** The only list of families among the screens. Each screen is fetched when it is first opened. */
import { Family } from '@core/job/schema';
import type { StopId } from '@core/run';
import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import { Plate } from './arrive/plate';

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

const HEATER: Partial<Record<StopId, ComponentType>> = {
  survey: dynamic(() => import('./heater/stops').then((m) => m.HeaterSurveyScreen)),
  decide: dynamic(() => import('./heater/stops').then((m) => m.HeaterDecide)),
  connect: dynamic(() => import('./heater/stops').then((m) => m.HeaterConnect)),
  'power-up': dynamic(() => import('./heater/stops').then((m) => m.HeaterPowerUp)),
};

const CONTACT: Partial<Record<StopId, ComponentType>> = {
  survey: dynamic(() => import('./contact/stops').then((m) => m.ContactSurveyScreen)),
  decide: dynamic(() => import('./contact/stops').then((m) => m.ContactDecide)),
  connect: dynamic(() => import('./contact/stops').then((m) => m.ContactConnect)),
  'power-up': dynamic(() => import('./contact/stops').then((m) => m.ContactPowerUp)),
};

const LOW_VOLTAGE: FamilyScreens['stops'] = {
  'make-safe': dynamic(() => import('./make-safe/make-safe').then((m) => m.MakeSafe)),
  survey: dynamic(() => import('./survey/survey').then((m) => m.Survey)),
  decide: dynamic(() => import('./decide/decide').then((m) => m.Decide)),
  connect: dynamic(() => import('./connect/connect').then((m) => m.Connect)),
  'power-up': dynamic(() => import('./power-up/power-up').then((m) => m.PowerUp)),
  'set-up': dynamic(() => import('./set-up/set-up').then((m) => m.SetUp)),
};

export interface FamilyScreens {
  name: string;
  /** What a job of it is recognised by, standing before the wall. */
  known: string;
  /** Stops in the family's own form; the others are served by the common ones. */
  stops: Partial<Record<StopId, ComponentType>>;
  /** The device in small, where its plate tells it apart. */
  plate?: ComponentType<{ sheet: never }>;
  /** Beside the tests: what the plant does in the state a test asks for. */
  besideProof: ComponentType<{ state: string | undefined }> | null;
}

export const FAMILY_SCREENS: Readonly<Record<Family, FamilyScreens>> = {
  '24v': {
    name: '24 V control',
    known: 'Thin coloured cores under letters: R, C, W, Y, G. A furnace, air handler or heat pump.',
    stops: LOW_VOLTAGE,
    plate: Plate,
    besideProof: null,
  },
  boiler: {
    name: 'Boiler on mains control',
    known: 'A wiring centre, valves and a cylinder, or a wall-hung boiler; 230 V or a dry pair.',
    stops: BOILER,
    besideProof: dynamic(() => import('./boiler/water-panel').then((m) => m.WaterPanel)),
  },
  heater: {
    name: 'Electric heaters',
    known: 'Baseboards, convectors or panels; thick cores in the wall box, no letters, no transformer.',
    stops: HEATER,
    besideProof: null,
  },
  contact: {
    name: 'Millivolt or dry contact',
    known: 'A fireplace, wall furnace, boiler or unit heater that wants one contact closed: two thin leads.',
    stops: CONTACT,
    besideProof: null,
  },
  floor: {
    name: 'Electric floor',
    known: 'A heating mat or cable, a probe in the floor, a box in the wall.',
    stops: FLOOR,
    besideProof: null,
  },
};

/** In the order a new job offers them. */
export const FAMILIES = Family.options.map((family) => ({ family, ...FAMILY_SCREENS[family] }));
