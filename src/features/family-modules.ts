/** Fetches what a family derives: a page loads the family of its job and no other. */
import { isRegistered, register } from '@core/family/registry';
import type { Family } from '@core/job/schema';

const MODULES: Readonly<Record<Family, () => Promise<void>>> = {
  '24v': () => import('@core/lowvoltage/module').then((m) => register(m.lowVoltageFamily)),
  boiler: () => import('@core/boiler/module').then((m) => register(m.boilerFamily)),
  heater: () => import('@core/heater/module').then((m) => register(m.heaterFamily)),
  contact: () => import('@core/contact/module').then((m) => register(m.contactFamily)),
  floor: () => import('@core/floor/module').then((m) => register(m.floorFamily)),
};

export const loadFamily = (family: Family): Promise<void> =>
  isRegistered(family) ? Promise.resolve() : MODULES[family]();
