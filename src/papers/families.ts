/** What a family draws on paper besides its tables and lines: the only list of families in the papers. */

import { netsOf, terminalOf } from '@core/boiler/wiring';
import type { Derived } from '@core/derive';
import type { ResultsOf } from '@core/family/registry';
import type { Family, Job } from '@core/job/schema';
import { type ConductorLabel, conductorLabels } from '@core/lowvoltage/labels';
import type { Block } from './pages';
import { stripBlocks } from './strip-paper';
import { centreBlock } from './wiring-centre';

function wiringBlocks(job: Job, { own }: ResultsOf<'24v'>): Block[] {
  const { wiring, sheet } = own;
  const blocks: Block[] = [];
  if (wiring)
    blocks.push(
      ...stripBlocks(wiring, sheet?.name ?? 'device'),
      {
        kind: 'table',
        columns: [
          { head: 'Conductor', width: 22 },
          { head: 'Old wall', width: 13, mono: true },
          { head: 'New wall', width: 13, mono: true },
          { head: 'Board', width: 16, mono: true },
          { head: 'Why', width: 36 },
        ],
        rows: wiring.rows.map((r) => [
          r.colour,
          r.oldWall ?? '–',
          r.newWall ?? (r.joined ? 'joined' : 'capped'),
          r.newBoard === r.oldBoard ? (r.newBoard ?? '–') : `${r.oldBoard ?? '–'} → ${r.newBoard ?? '–'}`,
          r.why,
        ]),
      },
      { kind: 'lines', lines: wiring.jumpers.map((j) => ({ text: `${j.what}. ${j.why}`, tone: 'soft' })) },
    );
  return [...blocks, ...settingBlocks(job, own)];
}

function plantBlocks(job: Job, { own: boiler }: ResultsOf<'boiler'>): Block[] {
  const blocks: Block[] = [];
  if (boiler.nets.length > 0) {
    const nets = boiler.traced ? netsOf(boiler.traced) : boiler.nets;
    blocks.push(
      centreBlock(boiler.parts, nets),
      {
        kind: 'table',
        columns: [
          { head: 'Terminal', width: 12, mono: true },
          { head: 'Carries', width: 24 },
          { head: 'Joins', width: 64, mono: true },
        ],
        rows: nets.map((n, i) => [String(terminalOf(n, i)), n.name, n.points.join(', ')]),
      },
      {
        kind: 'table',
        columns: [
          { head: 'Demand', width: 34 },
          { head: 'Boiler', width: 16 },
          { head: 'Heats', width: 50 },
        ],
        rows: boiler.demands.map((d) => {
          const r = d.wired ?? d.planned;
          return [
            d.name,
            r.boilerFires ? 'fires' : 'off',
            [r.toCylinder ? 'cylinder' : '', r.toRadiators ? 'radiators' : ''].filter(Boolean).join(', ') || '–',
          ];
        }),
      },
      {
        kind: 'lines',
        lines: [
          {
            text: `Receiver ${job.device.serial ? `serial ${job.device.serial}` : 'serial not noted'}${
              job.device.hardwareAddress ? `, pairing id ${job.device.hardwareAddress}` : ''
            }.${boiler.cores
              .map((c) => ` Core ${c.colour}: ${c.can.join(' or ') || 'not known'}, kept and sleeved.`)
              .join('')}`,
          },
          ...boiler.settings.card.map((r) => ({ text: `${r.name}: ${r.enter} (${r.where})` })),
        ],
      },
    );
  }
  return blocks;
}

function settingBlocks(job: Job, { wiring, budget, settings }: ResultsOf<'24v'>['own']): Block[] {
  const blocks: Block[] = [];
  if (wiring && wiring.accessories.length > 0)
    blocks.push({
      kind: 'table',
      heading: 'Accessories',
      columns: [
        { head: 'What', width: 22 },
        { head: 'Output', width: 20, mono: true },
        { head: 'Power', width: 40 },
        { head: 'Told “fed”', width: 18 },
      ],
      rows: wiring.accessories.map((a) => [
        a.accessory.kind,
        a.terminals.join(' '),
        a.fed ? `from R, returning to C at the ${a.returns}` : a.isolated ? 'its own, by isolating relay' : 'its own',
        a.answerFed === null ? 'not asked' : a.answerFed ? 'yes' : 'no',
      ]),
    });
  if (budget)
    blocks.push({
      kind: 'lines',
      lines: [
        {
          text: `Transformer: ${budget.va.toFixed(1)} of ${budget.ratedVA} VA in the worst state (${budget.state}).`,
          tone: 'soft',
        },
      ],
    });
  if (settings.card.length > 0)
    blocks.push({
      kind: 'table',
      heading: 'Settings',
      columns: [
        { head: 'Where', width: 30, mono: true },
        { head: 'Entered', width: 14, mono: true },
        { head: 'Means', width: 26 },
        { head: 'Why', width: 30 },
      ],
      rows: settings.card.map((r) => [
        r.where,
        r.enter,
        `${r.name}: ${r.value}${job.setUp.entered[r.key] ? '' : ' (not ticked)'}`,
        r.why,
      ]),
    });
  return blocks;
}

/** Old screws to new, for the work list. */
const oldToNew = ({ own: { wiring } }: ResultsOf<'24v'>): Block[] =>
  wiring
    ? [
        {
          kind: 'table',
          heading: 'Old to new',
          columns: [
            { head: 'Conductor', width: 26 },
            { head: 'Old wall', width: 16, mono: true },
            { head: 'New wall', width: 18, mono: true },
            { head: 'Old board', width: 18, mono: true },
            { head: 'New board', width: 22, mono: true },
          ],
          rows: wiring.rows.map((r) => [
            r.colour,
            r.oldWall ?? '–',
            r.newWall ?? 'capped',
            r.oldBoard ?? '–',
            r.newBoard ?? '–',
          ]),
        },
      ]
    : [];

interface FamilyPapers {
  record?: (job: Job, derived: never) => Block[];
  /** Beside the steps of the work list. */
  work?: (derived: never) => Block[];
  labels?: (job: never, derived: never) => ConductorLabel[];
}

const PAPERS: Readonly<Partial<Record<Family, FamilyPapers>>> = {
  '24v': {
    record: wiringBlocks,
    work: oldToNew,
    // Where each goes is only printed once it is decided.
    labels: (job: Parameters<typeof conductorLabels>[0], { own }: ResultsOf<'24v'>) =>
      conductorLabels(job, own.powering?.chosen ? own.wiring : null),
  },
  boiler: { record: plantBlocks },
};

export const drawnRecord = (job: Job, derived: Derived): Block[] =>
  PAPERS[derived.family]?.record?.(job, derived as never) ?? [];
export const workTables = (derived: Derived): Block[] => PAPERS[derived.family]?.work?.(derived as never) ?? [];
export const labelsOf = (job: Job, derived: Derived): ConductorLabel[] =>
  PAPERS[derived.family]?.labels?.(job as never, derived as never) ?? [];
