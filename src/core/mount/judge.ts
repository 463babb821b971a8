/** What speaks against how and where a device hangs, and defects still open: the same for every family. */
import type { Shared } from '../family/contract';
import { bySeverity, type Finding, finding } from '../findings/finding';
import type { Job } from '../job/schema';
import { blockersOf } from '../proof/proof-findings';
import { runProof } from '../proof/proof-run';
import { fixed, listed } from '../units/units';
import { DEFECTS } from './defects';
import { NEAR_WORDS } from './mount';

/** The usual height of what measures a room's air, m, and how far off it is still that. */
const USUAL_METRES = 1.5;
const HEIGHT_OFF = 0.35;

const coresOf = (job: Job): number | null =>
  'conductors' in job.survey ? Object.keys(job.survey.conductors).length : null;

function mountFindings(job: Job): Finding[] {
  const { mount } = job;
  if (!mount) return [];
  const about = ['mount'];
  const out: Finding[] = [];
  const { heightMetres: height } = mount;
  if (height !== undefined && Math.abs(height - USUAL_METRES) > HEIGHT_OFF + 1e-9)
    out.push(finding('mount.height', { height: `${fixed(height, 2)} m` }, about, `${fixed(height, 2)} m`));
  if (mount.wall === 'outside') out.push(finding('mount.outside-wall', {}, about));
  if (mount.near && mount.near.length > 0)
    out.push(
      finding('mount.near', { what: listed(mount.near.map((n) => NEAR_WORDS[n])) }, about, mount.near.join(', ')),
    );
  if (mount.hole === 'open') out.push(finding('mount.hole-open', {}, about));
  if (mount.plate === 'crooked') out.push(finding('mount.crooked', {}, about));
  const cores = coresOf(job);
  if (mount.cores !== undefined && cores !== null && mount.cores !== cores)
    out.push(finding('mount.cores', { through: mount.cores, surveyed: cores }, about, `${mount.cores} counted`));
  if (mount.head === 'pinches') out.push(finding('mount.pinched', {}, about));
  if (mount.batteryTab === 'in') out.push(finding('mount.battery-tab', {}, about));
  return out;
}

const defectFindings = (job: Job): Finding[] =>
  Object.entries(job.connect.defects).flatMap(([id, d]) => {
    const known = DEFECTS[d.kind];
    return d.mended
      ? []
      : [
          finding(
            'connect.defect-open',
            { defect: d.note && d.kind === 'other' ? d.note : known.name, where: d.where, remedy: known.remedy },
            [`defect:${id}`],
            d.note ?? '',
          ),
        ];
  });

/** What every stop reads, with what speaks against the mounting; as it was where nothing does. */
export function withMount(job: Job, shared: Shared): Shared {
  const findings = [...mountFindings(job), ...defectFindings(job)];
  if (findings.length === 0) return shared;
  const all = [...shared.findings, ...findings].sort(bySeverity);
  // Nothing is proved beside a blocker, whoever found it.
  const proof = findings.some((f) => f.severity === 'blocker')
    ? runProof(job, shared.proof.tests, blockersOf(all))
    : shared.proof;
  return { ...shared, proof, findings: all };
}
