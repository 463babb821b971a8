/** The technical record, block by block: seal, wiring, settings, readings against predictions, what was found, what is left. */

import type { Derived } from '@core/derive';
import { coverageOfJob } from '@core/evidence/of-job';
import { familyOf } from '@core/family/registry';
import { measuredWords } from '@core/job/measured';
import { pointWords } from '@core/job/points';
import { allReadings } from '@core/job/readings';
import type { Job, Reading } from '@core/job/schema';
import { joinParts } from '@core/join/links';
import { DEFECTS } from '@core/mount/defects';
import { bandText, readText, valueText } from '@core/proof/proof-run';
import { coverageParts } from '@core/record/common-parts';
import { followUps } from '@core/record/handover';
import { verifySeal } from '@core/record/seal';
import { timeParts } from '@core/record/time-parts';
import { STOPS } from '@core/run';
import { checkRecord } from '../signing/signature';
import { drawnRecord } from './families';
import type { Block, Line } from './pages';
import { type Pictures, pictureBlocks } from './pictures';
import { say } from './print';
import { drawSquareCode } from './square-code';
import { INK, linesOf, TONES } from './type';

const VERDICT = {
  pass: 'as predicted',
  fail: 'NOT as predicted',
  inconclusive: 'too close to tell',
  skipped: 'skipped',
  open: 'not read',
} as const;

const minute = (at: string): string => at.slice(0, 16).replace('T', ' ');

/** The public key as text and as a square code: a copy of the file is held against it with `augerset verify`. */
function signedWith({ key, of }: NonNullable<Job['signature']>): Block {
  const side = 84;
  return {
    kind: 'drawing',
    height: side,
    alt: `Signed with the key ${key}, digest ${of}. A copy of the record is checked with: augerset verify FILE --key`,
    draw: (doc, x, y) => {
      drawSquareCode(doc, `augerset-key ${key} ${of.slice(0, 16)}`, x, y, side);
      const lines = (
        [
          ['plain', 'Signed with this key. A copy of the record is checked with: augerset verify FILE --key'],
          ['mono', key],
          ['plain', 'Digest'],
          ['mono', of],
        ] as const
      ).flatMap(([tone, text]) => linesOf(text, TONES[tone], 410).map((line) => ({ tone, line })));
      lines.forEach(({ tone, line }, i) => {
        say(doc, line, x + side + 8, y + 14 + i * 13.5, TONES[tone]);
      });
    },
  };
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
  if (job.signature && signed.ok) blocks.push(signedWith(job.signature));
  return blocks;
}

/** What a reading that is not between two points is of. */
const readingOf = (job: Job, r: Reading): string =>
  [r.of, measuredWords(job, r) ?? r.measure].filter(Boolean).join(', ');

function readingBlocks(job: Job, derived: Derived): Block[] {
  const { proof } = derived.shared;
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
            readText(m, last, job.units),
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
      r.a && r.b ? `${pointWords(job, r.a)} to ${pointWords(job, r.b)}` : readingOf(job, r),
      r.state ?? '',
      `${r.words ?? valueText(r.quantity, r.value, job.units)}${r.struck ? ' (struck)' : ''}`,
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
  const mended = Object.values(job.proof.mended ?? {}).sort((a, b) => a.at.localeCompare(b.at));
  if (mended.length > 0)
    blocks.push({
      kind: 'table',
      heading: 'Faults mended',
      columns: [
        { head: 'What', width: 50 },
        { head: 'When, UTC', width: 24 },
        { head: 'By', width: 24 },
      ],
      rows: mended.map((m) => [m.what, minute(m.at), m.by]),
    });
  const open = derived.shared.findings.filter((f) => f.severity !== 'note');
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

/** What the customer drew, and when. */
function signatureBlocks(job: Job): Block[] {
  const { signature } = job.handOver;
  if (!signature) return [];
  return [
    {
      kind: 'drawing',
      heading: 'Signed by the customer',
      height: 74,
      alt: `Drawn by ${signature.name}`,
      draw: (doc, x, y) => {
        doc.save();
        // The pad is 400 wide and 120 high.
        doc.translate(x, y).scale(0.55).path(signature.strokes).lineWidth(2.2).stroke(INK);
        doc.restore();
      },
    },
    { kind: 'lines', lines: [{ text: `${signature.name}, ${minute(signature.at)} UTC` }] },
  ];
}

export function recordBlocks(job: Job, derived: Derived, pictures: Pictures = {}): Block[] {
  const { module, job: seen } = familyOf(job);
  return [
    ...drawnRecord(job, derived),
    ...module.papers(seen, derived.own),
    ...timeParts(job, derived.shared),
    ...joinParts(job),
    ...pictureBlocks(job, pictures),
    ...coverageParts(coverageOfJob(job, derived)),
    ...readingBlocks(job, derived),
    ...foundBlocks(job, derived),
    // Last, and never on a page of its own.
    ...[...signatureBlocks(job), ...sealBlocks(job)].map((b): Block => ({ ...b, closing: true })),
  ];
}
