/** What to have in hand before the van is left: from what is known so far, no more. */
import type { DeviceSheet } from '../devices/sheet';
import type { LowVoltageJob } from '../job/schema';
import { count } from '../units/units';
import type { Powering } from './powering';

export interface Part {
  id: string;
  name: string;
  why: string;
}

const ANCHORS: Record<string, string> = {
  plasterboard: 'plasterboard anchors',
  plaster: 'plugs for plaster, 5 mm bit',
  brick: 'masonry plugs, 5 mm masonry bit',
  timber: 'wood screws',
  panelling: 'hollow-wall anchors',
};

/** What to have in hand before the van is left. */
export function partsList(job: LowVoltageJob, sheet: DeviceSheet | null, powering: Powering | null): Part[] {
  const parts: Part[] = [
    { id: 'meter', name: 'Meter with proved leads', why: 'dead is measured, not heard' },
    { id: 'drivers', name: 'Flat and cross drivers, small', why: 'terminal screws' },
    { id: 'stripper', name: 'Stripper, long-nose pliers', why: 'fresh ends' },
    { id: 'level', name: 'Level and pencil', why: 'plate level; pencil to hold the conductors' },
    { id: 'labels', name: 'Labels', why: 'one a conductor' },
  ];
  parts.push({
    id: 'anchors',
    name: job.arrive.wall ? `Drill, ${ANCHORS[job.arrive.wall] ?? 'anchors'}` : 'Drill, anchors for the wall',
    why: job.arrive.wall ? `wall is ${job.arrive.wall}` : 'wall not noted yet',
  });
  if (job.arrive.plateCoversMarks === false)
    parts.push({ id: 'plate', name: 'Larger wall plate', why: 'the new plate does not cover the old marks' });
  if (sheet) parts.push({ id: 'device', name: sheet.name, why: 'the device itself' });
  if (sheet?.supply.kinds.includes('battery'))
    parts.push({ id: 'batteries', name: 'Fresh batteries', why: `${sheet.name} takes them` });
  const way = powering?.ways.find((w) => w.id === powering.chosen) ?? powering?.ways.find((w) => w.works !== 'no');
  for (const p of way?.parts ?? [])
    if (p !== 'labels' && p !== 'batteries')
      parts.push({ id: `way-${p.replace(/[^a-z0-9]+/gi, '-')}`, name: p, why: way?.name.toLowerCase() ?? '' });
  const defects = Object.values(job.connect.defects).filter((d) => !d.mended);
  if (defects.some((d) => d.kind === 'no-slack' || d.kind === 'frayed' || d.kind === 'broken-core')) {
    parts.push({ id: 'connectors', name: 'Connectors and spare cable', why: count(defects.length, 'defect') });
  }
  return parts;
}
