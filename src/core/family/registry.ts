/** The only list of families in the core. */
import { boilerFamily } from '../boiler/module';
import { floorFamily } from '../floor/module';
import type { Family } from '../job/schema';
import { lowVoltageFamily } from '../lowvoltage/module';
import type { FamilyModule } from './contract';

const FAMILIES: Readonly<Record<Family, FamilyModule>> = {
  '24v': lowVoltageFamily,
  boiler: boilerFamily,
  floor: floorFamily,
};

export const familyOf = (job: { family: Family }): FamilyModule => FAMILIES[job.family];
