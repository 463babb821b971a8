/** A copy fit for passing on: ids and codes masked, an expired code dropped. */
import type { Job } from '../job/schema';

const masked = (text: string | undefined): string | undefined =>
  text === undefined ? undefined : text.length <= 4 ? '••••' : `${'•'.repeat(text.length - 2)}${text.slice(-2)}`;

export function maskedCopy(job: Job): Job {
  return {
    ...job,
    device: { ...job.device, serial: masked(job.device.serial), hardwareAddress: masked(job.device.hardwareAddress) },
    join: {
      ...job.join,
      code: undefined,
      codeExpires: undefined,
      account: masked(job.join.account),
      networkName: masked(job.join.networkName),
    },
  };
}
