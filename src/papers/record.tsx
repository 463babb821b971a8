/** The technical record, block by block: seal, wiring, settings, readings against predictions, what was found, what is left. */

import { CENTRE, centreLayout } from '@core/boiler/centre-layout';
import { netsOf, terminalOf } from '@core/boiler/wiring';
import type { Derived } from '@core/derive';
import { pointWords } from '@core/job/points';
import { allReadings } from '@core/job/readings';
import type { Job } from '@core/job/schema';
import { DEFECTS } from '@core/lowvoltage/parts';
import { bandText, valueText } from '@core/proof/proof-run';
import { followUps } from '@core/record/handover';
import { verifySeal } from '@core/record/seal';
import { STOPS } from '@core/run';
import { Text, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';
import { checkRecord } from '../signing/signature';
import { floorBlocks } from './floor';
import type { Block, Line } from './pages';
import { css } from './parts';
import { SquareCode } from './square-code';
import { StripPaper, stripHeight } from './strip-paper';
import { PAPER_WIDTH, WiringCentrePaper } from './wiring-centre';

const VERDICT = {
  pass: 'as predicted',
  fail: 'NOT as predicted',
  inconclusive: 'too close to tell',
  skipped: 'skipped',
  open: 'not read',
} as const;

const minute = (at: string): string => at.slice(0, 16).replace('T', ' ');

/** The public key as text and as a square code: a copy of the file is held against it with `augerset verify`. */
function SignedWith({ signature }: { signature: NonNullable<Job['signature']> }): ReactNode {
  return (
    <View style={{ flexDirection: 'row', gap: 10, alignItems: 'center', marginTop: 4 }}>
      <SquareCode text={`augerset-key ${signature.key} ${signature.of.slice(0, 16)}`} size={78} />
      <View style={{ flex: 1 }}>
        <Text>Signed with this key. A copy of the record is checked with: augerset verify FILE --key</Text>
        <Text style={css.mono}>{signature.key}</Text>
        <Text>Digest</Text>
        <Text style={css.mono}>{signature.of}</Text>
      </View>
    </View>
  );
}

function sealBlocks(job: Job): Block[] {
  if (!job.seal) return [{ kind: 'lines', heading: 'Seal', lines: [{ text: 'Not sealed.' }] }];
  const seal = verifySeal(job);
  const signed = checkRecord(job);
  const blocks: Block[] = [
    {
      kind: 'lines',
      heading: 'Seal',
      lines: [
        {
          text: `Sealed ${minute(job.seal.at)} UTC by ${job.seal.by}. ${seal.ok ? 'The seal holds.' : seal.message} ${
            seal.ok ? (signed.ok ? 'So does its signature.' : signed.message) : ''
          }`,
        },
        { text: job.seal.contentHash, tone: 'mono' },
        ...job.amendments.map((a) => ({ text: `Amended ${minute(a.at)} UTC by ${a.by}: ${a.reason}` })),
      ],
    },
  ];
  if (job.signature && signed.ok)
    blocks.push({ kind: 'drawing', height: 84, node: <SignedWith signature={job.signature} /> });
  return blocks;
}

function stripBlocks(_job: Job, derived: Derived): Block[] {
  const { wiring, sheet } = derived;
  const blocks: Block[] = [];
  if (wiring)
    blocks.push(
      {
        kind: 'drawing',
        heading: 'Terminals',
        height: stripHeight(wiring),
        node: <StripPaper wiring={wiring} device={sheet?.name ?? 'device'} />,
      },
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
  return blocks;
}

function plantBlocks(job: Job, derived: Derived): Block[] {
  const { boiler } = derived;
  const blocks: Block[] = [];
  if (boiler && boiler.nets.length > 0) {
    const nets = boiler.traced ? netsOf(boiler.traced) : boiler.nets;
    blocks.push(
      {
        kind: 'drawing',
        heading: 'Wiring centre',
        height: (PAPER_WIDTH * centreLayout(boiler.parts, nets, false).height) / CENTRE.width,
        node: <WiringCentrePaper parts={boiler.parts} nets={nets} />,
      },
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

/** What each family draws and tables of its wiring. */
const WIRING: Readonly<Record<Job['family'], (job: Job, derived: Derived) => Block[]>> = {
  '24v': stripBlocks,
  boiler: plantBlocks,
  floor: (job, { floor }) => (floor ? floorBlocks(job, floor) : []),
};

function settingBlocks(job: Job, derived: Derived): Block[] {
  const { wiring, budget, settings } = derived;
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

function readingBlocks(job: Job, derived: Derived): Block[] {
  const { proof } = derived;
  const blocks: Block[] = [];
  const readings = proof.tests.flatMap((t) =>
    t.verdict === 'skipped'
      ? [[t.title, 'skipped', '', '', t.skipReason ?? '']]
      : t.measures.map((m) => {
          const last = m.readings.at(-1);
          if (!last) return [t.title, m.what, bandText(m, job.units), '–', 'not read'];
          return [
            t.title,
            m.what,
            bandText(m, job.units),
            valueText(m.quantity, last.value, job.units, m.seen),
            `${VERDICT[m.verdict]}${m.readings.length > 1 ? ` (${m.readings.length} readings)` : ''}${last.source === 'rig' ? ', rig' : ''}`,
          ];
        }),
  );
  if (readings.length > 0)
    blocks.push({
      kind: 'table',
      heading: 'Readings against predictions',
      columns: [
        { head: 'Test', width: 19 },
        { head: 'What', width: 30 },
        { head: 'Predicted', width: 17, mono: true },
        { head: 'Read', width: 12, mono: true },
        { head: 'Verdict', width: 22 },
      ],
      rows: readings,
    });
  const others = allReadings(job)
    .filter((r) => r.test === undefined)
    .map((r) => [
      minute(r.at),
      STOPS.find((s) => s.id === r.stop)?.name ?? '',
      r.a && r.b ? `${pointWords(job, r.a)} to ${pointWords(job, r.b)}` : (r.measure ?? ''),
      r.state ?? '',
      `${valueText(r.quantity, r.value, job.units)}${r.struck ? ' (struck)' : ''}`,
    ]);
  if (others.length > 0)
    blocks.push({
      kind: 'table',
      heading: 'Other readings',
      columns: [
        { head: 'When, UTC', width: 22, mono: true },
        { head: 'Where', width: 18 },
        { head: 'Between', width: 32 },
        { head: 'State', width: 12 },
        { head: 'Read', width: 16, mono: true },
      ],
      rows: others,
    });
  return blocks;
}

function foundBlocks(job: Job, derived: Derived): Block[] {
  const blocks: Block[] = [];
  const defects = Object.values(job.connect.defects);
  if (defects.length > 0)
    blocks.push({
      kind: 'table',
      heading: 'Defects met',
      columns: [
        { head: 'What', width: 30 },
        { head: 'Where', width: 24 },
        { head: 'Remedy', width: 34 },
        { head: 'State', width: 12 },
      ],
      rows: defects.map((d) => [
        d.note ?? DEFECTS[d.kind]?.name ?? d.kind,
        d.where,
        DEFECTS[d.kind]?.remedy ?? '',
        d.mended ? 'mended' : 'open',
      ]),
    });
  const open = derived.findings.filter((f) => f.severity !== 'note');
  if (open.length > 0)
    blocks.push({
      kind: 'lines',
      heading: 'Found',
      lines: open.map(
        (f): Line => ({ text: `${f.message} ${f.fix}`, tone: f.severity === 'blocker' ? 'wrong' : 'plain' }),
      ),
    });
  const left = followUps(job, derived);
  if (left.length > 0)
    blocks.push({
      kind: 'lines',
      heading: 'Follow-ups',
      lines: left.map((f) => ({ text: `• ${f.what} (${f.owner})` })),
    });
  if (job.handOver.note) blocks.push({ kind: 'lines', heading: 'Note', lines: [{ text: job.handOver.note }] });
  return blocks;
}

export const recordBlocks = (job: Job, derived: Derived): Block[] => [
  ...sealBlocks(job),
  ...WIRING[job.family](job, derived),
  ...settingBlocks(job, derived),
  ...readingBlocks(job, derived),
  ...foundBlocks(job, derived),
];
