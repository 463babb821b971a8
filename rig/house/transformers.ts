/** One transformer at the equipment, or two where two R of its board are two. */
import type { LowVoltageJob } from '../../src/core/job/schema';
import type { InstalledTransformer } from '../../src/core/lowvoltage/installed';
import { plateSays } from '../../src/core/lowvoltage/nameplate';
import type { Behind } from './letters';

const RATED_VOLTS = 24;
const USUAL_VA = 40;
/** Idle volts over the rated ones: a tenth. */
const IDLE = 1.1;

/** One transformer, or two where two R of the board are two. */
export function transformersOf(
  job: LowVoltageJob,
  screw: (behind: Behind) => string | undefined,
): { transformers: InstalledTransformer[]; heatCommon: string; coolCommon: string; hot: string } {
  const { equipment } = job.survey;
  const va = equipment.transformerVA ?? plateSays(job).transformerVA ?? USUAL_VA;
  const { primaryTapVolts: tap, mainsVolts: mains } = equipment;
  const openVolts = RATED_VOLTS * IDLE * (tap !== undefined && mains !== undefined ? mains / tap : 1);
  const supply = Object.keys(job.supplies)[0] ?? 'supply';
  const one = { va, openVolts, supply, degrees: 0 };
  const [cool, heat] = [screw('hot-cool'), screw('hot-heat')];
  const common = screw('common') ?? 'C';
  const hot = screw('hot') ?? heat ?? cool ?? 'R';
  if (cool === undefined || heat === undefined || equipment.transformers === 1)
    return {
      transformers: [{ ...one, id: 'T', hot, common }],
      heatCommon: common,
      coolCommon: common,
      hot,
    };
  // The common that reaches the wall is one's; the other's stays at its own equipment.
  const ofHeat = job.survey.seen.commonOf === 'heat';
  const [heatCommon, coolCommon] = ofHeat ? [common, 'C-cool'] : ['C-heat', common];
  return {
    transformers: [
      { ...one, id: 'T-cool', hot: cool, common: coolCommon },
      { ...one, id: 'T-heat', hot: heat, common: heatCommon },
    ],
    heatCommon,
    coolCommon,
    hot,
  };
}
