'use client';

/** The open heater job. */
import type { HeaterDerived } from '@core/heater/family';
import { type FamilyApi, useFamily } from '../shell/family-job';

export function useHeater(): FamilyApi<'heater'> & { heater: HeaterDerived } {
  const api = useFamily('heater');
  return { ...api, heater: api.derived };
}
