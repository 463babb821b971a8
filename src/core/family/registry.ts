/** The only list of families in the core, and what follows from it: the shape of everything derived. */
import { boilerFamily } from '../boiler/module';
import { contactFamily } from '../contact/module';
import { floorFamily } from '../floor/module';
import { heaterFamily } from '../heater/module';
import { seen } from '../job/measured';
import type { Family, Job } from '../job/schema';
import { lowVoltageFamily } from '../lowvoltage/module';
import type { StopId } from '../run';
import type { FamilyModule, Shared, StopProgress } from './contract';

const MODULES = {
  '24v': lowVoltageFamily,
  boiler: boilerFamily,
  floor: floorFamily,
  heater: heaterFamily,
  contact: contactFamily,
} as const;

export type OwnOf<F extends Family> = ReturnType<(typeof MODULES)[F]['derive']>['own'];

interface DerivedOf<F extends Family> {
  family: F;
  /** The family's own results. */
  own: OwnOf<F>;
  shared: Shared;
  stops: StopProgress[];
  next: StopId;
}

/** Everything a job implies; which family it is of says what `own` is. */
export type Derived = { [F in Family]: DerivedOf<F> }[Family];
export type ResultsOf<F extends Family> = DerivedOf<F>;

/** The family's own results of a job known to be of it; throws a RangeError for another. */
export function ownOf<F extends Family>(d: Derived, family: F): OwnOf<F> {
  if (d.family !== family) throw new RangeError(`a ${d.family} job has no ${family} results`);
  // Just checked: the family says what its results are.
  return d.own as OwnOf<F>;
}

/**
 * The module of a job's family with the job as it reads it. Which goes with which is the registry's own knowledge:
 * whoever uses the two together need not know the family.
 */
export function familyOf<J extends Job>(job: J): { module: FamilyModule<Family, unknown>; job: never } {
  return {
    module: MODULES[job.family] as unknown as FamilyModule<Family, unknown>,
    // Read by the module of its own family only.
    job: seen(job as never) as never,
  };
}
