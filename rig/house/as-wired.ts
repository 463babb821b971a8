/**
 * A 24 V house after the work: each core under the screws that the work list has it under, the device on the wall, and
 * at the equipment what stands there. Of the plan only the installer's hands are taken: which core goes where, what is
 * joined, which part is fitted.
 */
import type { DeviceSheet } from '../../src/core/devices/sheet';
import type { LowVoltageJob } from '../../src/core/job/schema';
import type { Installed } from '../../src/core/lowvoltage/installed';
import type { WiringPlan } from '../../src/core/lowvoltage/plan';
import { kitWiring } from '../../src/core/lowvoltage/power-kits';
import { accessoryCircuit } from './accessories';
import { deviceOf } from './device';
import { type Equipment, equipmentOf, hertzThere } from './equipment';
import { coreOhms } from './outdoors';

/** Between a core and the rest of its sheath, F/m. */
const BESIDE_FARADS = 200e-12;
const USUAL_METRES = 15;

export interface House {
  installed: Installed;
  equipment: Equipment;
}

/** @param job with the letters that readings have settled */
export function houseAsWired(job: LowVoltageJob, sheet: DeviceSheet, work: WiringPlan): House {
  const equipment = equipmentOf(job);
  const rows = work.rows.filter((r) => !r.pair);
  const cores = new Set(rows.flatMap((r) => (r.newWall === null ? [] : [r.newWall])));
  const { kit } = work;
  const apart = kit?.kind === 'separate-transformer';
  const device = deviceOf(sheet, {
    cores,
    transformers: equipment.transformers.length,
    commonOfHeat: job.survey.seen.commonOf === 'heat',
    plug: apart ? (kit?.feed ?? sheet.singleR) : undefined,
    coded: kit?.kind === 'extender',
    pump: equipment.valve !== null,
    idleMilliamps: work.trickleMilliamps,
  });
  const on = (role: DeviceSheet['terminals'][number]['role'], usual: string): string =>
    sheet.terminals.find((t) => t.role === role)?.label ?? usual;
  const common = on('common', 'C');
  const fitted = kit
    ? kitWiring(
        kit,
        {
          hot: equipment.hot,
          common: equipment.common,
          cool: equipment.screw('cool1') ?? 'Y',
          fan: equipment.screw('fan') ?? 'G',
        },
        { hot: device.hot, common, cool: on('cool1', 'Y'), fan: on('fan', 'G') },
        on('splitter', 'M1'),
      )
    : null;
  const accessories = work.accessories.map((a) =>
    accessoryCircuit(a, {
      wallCommon: cores.has(common) ? common : null,
      boardCommon: equipment.common,
      hot: device.hot,
    }),
  );
  const metres = job.survey.cables.main.metres ?? USUAL_METRES;
  const installed: Installed = {
    hertz: hertzThere(job),
    conductors: rows.map((r) => ({
      id: r.conductor,
      colour: r.colour,
      wall: r.newWall ?? undefined,
      board: r.newBoard ?? undefined,
      ohms: coreOhms(job, r.conductor),
      farads: BESIDE_FARADS * metres,
    })),
    wallScrews: [...new Set([...sheet.terminals.map((t) => t.label), ...(fitted?.wallScrews ?? [])])],
    boardScrews: [
      ...new Set([
        ...equipment.screws,
        ...(fitted?.boardScrews ?? []),
        ...rows.flatMap((r) => (r.newBoard === null ? [] : [r.newBoard])),
      ]),
    ],
    wallLinks: device.links,
    boardLinks: [...work.boardLinks, ...equipment.links],
    contacts: [...device.contacts, ...(fitted?.contacts ?? []), ...accessories.flatMap((a) => a.contacts)],
    device: device.supply,
    transformers: equipment.transformers,
    loads: equipment.loads,
    extra: [
      ...equipment.parts,
      ...(fitted?.elements ?? []),
      ...device.trickles,
      ...accessories.flatMap((a) => a.elements),
    ],
    points: equipment.points,
    ...(equipment.valve === null ? {} : { valveMarking: equipment.valve }),
  };
  return { installed, equipment };
}
