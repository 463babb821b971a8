/**
 * Families by name, and what follows from them: the shape of everything derived. A page loads the one its job is of;
 * whoever serves every job imports `all.ts`.
 */
import type { BoilerDerived } from '../boiler/family';
import type { ContactDerived } from '../contact/family';
import type { FloorDerived } from '../floor/family';
import type { HeaterDerived } from '../heater/family';
import { seen } from '../job/measured';
import type { Family, Job } from '../job/schema';
import type { LowVoltageDerived } from '../lowvoltage/family';
import type { StopId } from '../run';
import type { FamilyModule, Shared, StopProgress } from './contract';

/** What each family derives: the only list of families in the core beside their surveys and `all.ts`. */
interface Owns {
  '24v': LowVoltageDerived;
  boiler: BoilerDerived;
  floor: FloorDerived;
  heater: HeaterDerived;
  contact: ContactDerived;
}

const modules = new Map<Family, FamilyModule<Family, unknown>>();

/** Makes a family known. Registered twice it is the same one. */
export function register<F extends Family>(module: FamilyModule<F, Owns[F]>): void {
  // Which goes with which is kept by the name both have.
  modules.set(module.id, module as unknown as FamilyModule<Family, unknown>);
}

/** Whether a page has loaded this family. */
export const isRegistered = (family: Family): boolean => modules.has(family);

export type OwnOf<F extends Family> = Owns[F];

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
  const module = modules.get(job.family);
  if (!module) throw new RangeError(`the ${job.family} family was not loaded`);
  return {
    module,
    // Read by the module of its own family only.
    job: seen(job as never) as never,
  };
}
