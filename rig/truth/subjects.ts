/** Houses and plants described from outside, each with its job, its faults and its proof. */
import { derive } from '../../src/core/derive';
import { ownOf } from '../../src/core/family/registry';
import type { Job } from '../../src/core/job/schema';
import type { TruthNamed, TruthSubject } from './campaign';
import { truthFaults } from './faults';
import { TRUTH_CASES } from './houses';
import { landingsOf, PLANT_SITES, plantFaultsOf, proveOnPlant } from './plants';
import { landedOf, proveOnTruth } from './prove';

/** Reads the job of a text file as the application does. */
type ReadJob = (value: object) => Job;

/** Faults by the names a campaign has for them. */
const among =
  <F extends TruthNamed>(all: readonly F[]) =>
  (faults: readonly TruthNamed[]): F[] =>
    all.filter((f) => faults.some((x) => x.id === f.id));

/** 24 V houses. */
export const houseSubjects = (read: ReadJob): TruthSubject[] =>
  TRUTH_CASES.map((of) => {
    const job = read(of.job);
    const { installed } = ownOf(derive(job), '24v');
    const all = truthFaults(
      of,
      landedOf(job),
      (screw) => installed?.loads.find((l) => l.terminal === screw)?.id ?? screw,
    );
    const chosen = among(all);
    return {
      name: of.name,
      job,
      faults: all,
      prove: (faults, seed) => proveOnTruth(job, of, chosen(faults), seed),
    };
  });

/** Plants with a boiler. */
export const plantSubjects = (read: ReadJob): TruthSubject[] =>
  PLANT_SITES.map((site) => {
    const job = read(site.job);
    const all = plantFaultsOf(site, landingsOf(job));
    const chosen = among(all);
    return {
      name: site.name,
      job,
      faults: all,
      prove: (faults, seed) => proveOnPlant(job, site, chosen(faults), seed),
    };
  });
