/** The work list on paper: steps to tick at the board and at the wall, with the terminal table. */
import type { Derived } from '@core/derive';
import type { Job } from '@core/job/schema';
import { workTables } from './families';
import { footOf, nameOf } from './handover';
import type { Block } from './pages';
import { sizeOf } from './paper-size';
import { print } from './print';

function stepBlocks(job: Job, { shared }: Derived): Block[] {
  const places = [...new Set(shared.steps.map((x) => x.place ?? ''))];
  return places.map((place) => ({
    kind: 'lines',
    heading: place === '' ? 'In this order' : `At the ${place}`,
    lines: shared.steps
      .filter((x) => (x.place ?? '') === place)
      .map((x) => ({ text: x.what, tone: 'step', box: Boolean(job.connect.done[x.id]), after: 5 })),
  }));
}

function worklistBlocks(job: Job, derived: Derived): Block[] {
  const { shared } = derived;
  return [
    {
      kind: 'lines',
      lines: [
        { text: 'Work list', tone: 'title', after: 2 },
        { text: `${nameOf(job)} · ${shared.sheet?.name ?? 'no device'}`, tone: 'soft', after: 12 },
        { text: `${shared.sentence} Isolate every supply and prove it dead before any conductor is touched.` },
      ],
    },
    ...(shared.steps.length > 0
      ? [...stepBlocks(job, derived), ...workTables(derived).filter((t) => t.kind === 'table')]
      : [
          {
            kind: 'lines' as const,
            heading: 'No plan yet: the survey, the device or its power is not settled.',
            lines: [],
          },
        ]),
    {
      kind: 'lines',
      heading: 'Parts and tools',
      lines: shared.kit.map((p) => ({ text: `${p.name} (${p.why})`, box: Boolean(job.arrive.packed[p.id]), after: 3 })),
    },
  ];
}

export const worklistPdf = (job: Job, derived: Derived): Promise<Uint8Array> =>
  print(`Work list: ${nameOf(job)}`, sizeOf(job), [
    { foot: footOf(job, 'work list'), blocks: worklistBlocks(job, derived) },
  ]);
