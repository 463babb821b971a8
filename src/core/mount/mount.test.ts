import { describe, expect, it } from 'vitest';
import '../family/all';
import { FIVE_WIRES, landed } from '../../../tests/support/jobs';
import { derive } from '../derive';
import { familyOf } from '../family/registry';
import { emptyJobOf, Family, type Job } from '../job/schema';
import type { Mount } from './mount';

const codes = (job: Job): string[] =>
  derive(job)
    .shared.findings.map((f) => f.code)
    .filter((c) => c.startsWith('mount.') || c === 'connect.defect-open');
const hung = (mount: Mount, family: Family = 'floor'): string[] => codes({ ...emptyJobOf(family), mount } as Job);

describe('how a device hangs', () => {
  it.each<[string, Mount, string[]]>([
    ['nothing said', {}, []],
    [
      'as it should',
      {
        heightMetres: 1.5,
        wall: 'inside',
        near: [],
        hole: 'sealed',
        plate: 'level',
        head: 'flush',
        batteryTab: 'pulled',
      },
      [],
    ],
    ['at the end of what is usual', { heightMetres: 1.85 }, []],
    ['too high', { heightMetres: 1.9 }, ['mount.height']],
    ['too low', { heightMetres: 0.9 }, ['mount.height']],
    ['beside a door and in the sun', { near: ['draught', 'sun'] }, ['mount.near']],
    [
      'all of it wrong',
      {
        heightMetres: 0.2,
        wall: 'outside',
        near: ['heat'],
        hole: 'open',
        plate: 'crooked',
        head: 'pinches',
        batteryTab: 'in',
      },
      [
        'mount.pinched',
        'mount.height',
        'mount.outside-wall',
        'mount.near',
        'mount.hole-open',
        'mount.battery-tab',
        'mount.crooked',
      ],
    ],
  ])('%s', (_what, mount, found) => {
    expect(hung(mount).sort()).toEqual([...found].sort());
  });
  it.each(Family.options)('is judged for %s, and so are its defects', (family) => {
    expect(hung({ wall: 'outside' }, family)).toContain('mount.outside-wall');
    const job = emptyJobOf(family);
    const defects = { d: { kind: 'frayed', where: 'the wall' } } as const;
    expect(codes({ ...job, connect: { ...job.connect, defects } } as Job)).toEqual(['connect.defect-open']);
    const mended = { d: { ...defects.d, mended: true } };
    expect(codes({ ...job, connect: { ...job.connect, defects: mended } } as Job)).toEqual([]);
  });
  it('cores counted are held against those surveyed, where a survey has some', () => {
    const job = landed(FIVE_WIRES);
    expect(codes({ ...job, mount: { cores: 5 } })).toEqual([]);
    expect(codes({ ...job, mount: { cores: 4 } })).toEqual(['mount.cores']);
    expect(hung({ cores: 3 }, 'boiler')).toEqual([]);
  });
  it('nothing is proved beside a pinched core', () => {
    const job = landed(FIVE_WIRES);
    const heldBy = (mount: Mount): string[] => derive({ ...job, mount }).shared.proof.heldBy;
    expect(heldBy({ head: 'pinches' }).join(' ')).toContain('pinched');
    expect(heldBy({ head: 'flush' }).join(' ')).not.toContain('pinched');
    expect(familyOf(job).module.id).toBe('24v');
  });
});
