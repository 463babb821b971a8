/** What the customer says, as evidence: weaker than what is seen, and never against what nobody mentioned. */
import { COMPLAINT_WORDS, type Complaint } from '../job/complaint';
import type { Job } from '../job/schema';
import type { Observation } from './hypothesis';

/** A customer is wrong about what the house does so often: it was seen at another time, or told by another. */
const SAID_WRONGLY = 0.12;

export const complaintKey = (complaint: Complaint): string => `said|${complaint}`;

/** Something was mended since: what the customer noticed was before it. */
const isMended = ({ proof }: Pick<Job, 'proof'>): boolean => Object.keys(proof.mended ?? {}).length > 0;

/** Complaints as observations. */
export const complaintObservations = (job: Pick<Job, 'arrive' | 'proof'>): Observation[] =>
  (isMended(job) ? [] : (job.arrive.complaints ?? [])).map((c) => ({
    id: `said-${c}`,
    key: complaintKey(c),
    value: 1,
    sigma: null,
    error: SAID_WRONGLY,
    text: `the customer says: ${COMPLAINT_WORDS[c]}`,
  }));
