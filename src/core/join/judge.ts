/** What speaks against joining, in every family: the network, the signal, codes that ran out, control not proved. */
import type { Shared } from '../family/contract';
import { bySeverity, type Finding, finding } from '../findings/finding';
import type { Job } from '../job/schema';
import { readCode } from './check-digits';
import { isStale } from './links';
import { readOnboarding } from './onboarding';
import type { SheetJoin } from './sheet';

/** Good and doubtful at the wall, dBm. */
const DOUBTFUL_DBM = -70;
/** A command from afar that takes longer has gone round by something else. */
const SLOW_SECONDS = 30;

function joinFindings(job: Job, sheet: SheetJoin, now: string | null): Finding[] {
  const { join } = job;
  const findings: Finding[] = [];
  if (join.internet === 'no') findings.push(finding('join.no-internet', {}, ['join'], 'no internet today'));
  if (join.signalDbm !== undefined && join.signalDbm < DOUBTFUL_DBM)
    findings.push(finding('join.weak-signal', { dbm: join.signalDbm }, ['join'], `${join.signalDbm} dBm`));
  const { bands } = sheet;
  if (bands.length > 0 && (join.band === '2.4' || join.band === '5') && !bands.includes(join.band))
    findings.push(finding('join.wrong-band', { bands }, ['join'], `network on ${join.band} GHz`));
  const proved = join.controlProof !== undefined || join.control?.followed === true;
  if (now !== null && join.code !== undefined && join.codeExpires !== undefined && join.codeExpires < now && !proved)
    findings.push(finding('join.code-expired', { at: join.codeExpires.slice(11, 16) }, ['join'], join.codeExpires));
  const bad = badCode(join.code, sheet);
  if (bad !== null) findings.push(finding('join.code-wrong', { problem: bad }, ['join'], 'check digit'));
  const { control } = join;
  if (control?.seconds !== undefined && control.seconds > SLOW_SECONDS)
    findings.push(finding('join.control-slow', { seconds: control.seconds }, ['join'], 'as timed'));
  if (control && control.followed === false)
    findings.push(finding('join.control-not', {}, ['join'], 'device showed it, equipment did not follow'));
  for (const [id, link] of Object.entries(join.links ?? {})) {
    if (isStale(link, job.device)) findings.push(finding('join.link-again', { name: link.name }, [`link:${id}`]));
    if (link.followed === false) findings.push(finding('join.link-fails', { name: link.name }, [`link:${id}`]));
  }
  if (join.consents?.terms?.answer === 'no') findings.push(finding('join.terms-refused', {}, ['join']));
  return findings;
}

/** What is wrong with a code as typed; null where nothing is, or nothing is known of it. */
function badCode(code: string | undefined, sheet: SheetJoin): string | null {
  if (code === undefined) return null;
  if (sheet.way === 'square-code') {
    const read = readOnboarding(code);
    return read.ok ? null : read.problem;
  }
  if (!sheet.check) return null;
  const read = readCode(code, sheet.check, sheet.digits);
  return read.ok ? null : read.problem;
}

/** What every stop reads, with what speaks against joining; as it was where a sheet says nothing of it. */
export function withJoin(job: Job, shared: Shared, now: string | null): Shared {
  const sheet = shared.sheet?.registration;
  const findings = sheet ? joinFindings(job, sheet, now) : [];
  return findings.length === 0 ? shared : { ...shared, findings: [...shared.findings, ...findings].sort(bySeverity) };
}
