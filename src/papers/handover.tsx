/** The handover papers: a page for the customer in plain words, then the technical pages. */

import { netsOf, terminalOf } from '@core/boiler/wiring';
import type { Derived } from '@core/derive';
import { pointWords } from '@core/job/points';
import type { Job } from '@core/job/schema';
import { DEFECTS } from '@core/lowvoltage/parts';
import { bandText, valueText } from '@core/proof/proof-run';
import { followUps, handoverTopics } from '@core/record/handover';
import { verifySeal } from '@core/record/seal';
import { STOPS } from '@core/run';
import { celsiusToFahrenheit, clock, fixed } from '@core/units/units';
import { DAYS } from '@core/week/week';
import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';
import { checkRecord } from '../signing/signature';
import { FloorRecord } from './floor';
import { css, Foot, registerFaces, Table } from './parts';
import { SquareCode } from './square-code';
import { StripPaper } from './strip-paper';
import { WiringCentrePaper } from './wiring-centre';

const VERDICT = {
  pass: 'as predicted',
  fail: 'NOT as predicted',
  inconclusive: 'too close to tell',
  skipped: 'skipped',
  open: 'not read',
} as const;

const nameOf = (job: Job): string => [job.site.name, job.zone].filter(Boolean).join(', ') || 'Unnamed job';

function temperatureText(job: Job, celsius: number): string {
  return job.units === 'us' ? `${fixed(celsiusToFahrenheit(celsius), 0)} °F` : `${fixed(celsius, 1)} °C`;
}

/** Days that are alike, together: "Monday to Friday". */
function weekRows(job: Job): string[][] {
  const { days, profiles } = job.week;
  if (!days) return [];
  const rows: string[][] = [];
  for (let d = 0; d < 7; ) {
    let end = d;
    while (end < 6 && JSON.stringify(days[end + 1]) === JSON.stringify(days[d])) end++;
    const name = d === end ? (DAYS[d] ?? '') : `${DAYS[d]} to ${DAYS[end]}`;
    const events = days[d] ?? [];
    rows.push([
      name,
      events
        .map((e) => {
          const p = profiles[e.profile];
          return `${clock(e.minute)} ${p?.name ?? e.profile}${p ? ` (${p.coolCelsius === undefined ? temperatureText(job, p.heatCelsius) : `heat ${temperatureText(job, p.heatCelsius)}, cool ${temperatureText(job, p.coolCelsius)}`})` : ''}`;
        })
        .join('; '),
    ]);
    d = end + 1;
  }
  return rows;
}

function CustomerPage({ job, derived, size }: { job: Job; derived: Derived; size: 'A4' | 'LETTER' }): ReactNode {
  const later = followUps(job, derived).filter((f) => f.owner === 'customer');
  return (
    <Page size={size} style={css.page}>
      <Text style={css.title}>Your thermostat</Text>
      <Text style={css.sub}>
        {nameOf(job)}
        {job.site.customer ? ` · ${job.site.customer}` : ''}
      </Text>
      {handoverTopics(job, derived).map((t) => (
        <View key={t.id} style={{ marginBottom: 8 }} wrap={false}>
          <Text style={{ fontWeight: 700, fontSize: 12 }}>
            {t.what}
            {job.handOver.shown[t.id] === 'did'
              ? ' · you did this with us'
              : job.handOver.shown[t.id] === 'shown'
                ? ' · shown to you'
                : ''}
          </Text>
          <Text style={{ fontSize: 11.5 }}>{t.words}</Text>
        </View>
      ))}
      {job.week.days ? (
        <View>
          <Text style={css.h2}>Your week</Text>
          <Table
            columns={[
              { head: 'Days', width: 24 },
              { head: 'From', width: 76 },
            ]}
            rows={weekRows(job)}
          />
        </View>
      ) : null}
      {later.length > 0 ? (
        <View>
          <Text style={css.h2}>For you to do</Text>
          {later.map((f) => (
            <Text key={f.what}>• {f.what}</Text>
          ))}
        </View>
      ) : null}
      <Foot text={`${nameOf(job)} · made with Augerset`} />
    </Page>
  );
}

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

/** The layout breaks when hundreds of lines run over pages: beyond sixty they are set as one paragraph. */
function noteLines(note: string): string[] {
  const lines = note.split('\n').filter((line) => line.trim() !== '');
  return lines.length <= 60 ? lines : [...lines.slice(0, 60), lines.slice(60).join(' / ')];
}

function TechnicalPages({ job, derived, size }: { job: Job; derived: Derived; size: 'A4' | 'LETTER' }): ReactNode {
  const { wiring, settings, proof, sheet, system, budget, boiler, floor } = derived;
  const seal = job.seal ? verifySeal(job) : null;
  const signed = job.seal ? checkRecord(job) : null;
  const readings = proof.tests.flatMap((t) =>
    t.verdict === 'skipped'
      ? [[t.title, 'skipped', '', '', t.skipReason ?? '']]
      : t.measures.flatMap((m) => {
          const last = m.readings[m.readings.length - 1];
          return last
            ? [
                [
                  t.title,
                  m.what,
                  bandText(m, job.units),
                  valueText(m.quantity, last.value, job.units, m.seen),
                  `${VERDICT[m.verdict]}${m.readings.length > 1 ? ` (${m.readings.length} readings)` : ''}${last.source === 'rig' ? ', rig' : ''}`,
                ],
              ]
            : [[t.title, m.what, bandText(m, job.units), '–', 'not read']];
        }),
  );
  const open = derived.findings.filter((f) => f.severity !== 'note');
  const others = Object.values(job.readings)
    .filter((r) => r.test === undefined)
    .sort((a, b) => a.at.localeCompare(b.at))
    .map((r) => [
      r.at.slice(0, 16).replace('T', ' '),
      STOPS.find((s) => s.id === r.stop)?.name ?? '',
      r.a && r.b ? `${pointWords(job, r.a)} to ${pointWords(job, r.b)}` : (r.measure ?? ''),
      r.state ?? '',
      `${valueText(r.quantity, r.value, job.units)}${r.struck ? ' (struck)' : ''}`,
    ]);
  return (
    <Page size={size} style={css.page}>
      <Text style={css.title}>Technical record</Text>
      <Text style={css.sub}>
        {[
          nameOf(job),
          job.number ? `job ${job.number}` : '',
          job.site.address ?? '',
          (boiler?.sheet ?? floor?.sheet ?? sheet)?.name ?? 'no device',
        ]
          .filter(Boolean)
          .join(' · ')}
      </Text>
      <Text style={{ fontSize: 12 }}>{system.sentence}</Text>
      <Text>
        Proof: {proof.passed} of {proof.tests.length} shown, {proof.failed} wrong, {proof.skipped} skipped, {proof.open}{' '}
        not done.{proof.heldBy.length > 0 ? ` Not proved while this stands: ${proof.heldBy[0]}` : ''}
      </Text>
      <View wrap={false}>
        <Text style={css.h2}>Seal</Text>
        {job.seal && seal ? (
          <>
            <Text>
              Sealed {job.seal.at.slice(0, 16).replace('T', ' ')} UTC by {job.seal.by}.{' '}
              {seal.ok ? 'The seal holds.' : seal.message}{' '}
              {seal.ok && signed ? (signed.ok ? 'So does its signature.' : signed.message) : ''}
            </Text>
            <Text style={css.mono}>{job.seal.contentHash}</Text>
            {job.signature && signed?.ok ? <SignedWith signature={job.signature} /> : null}
            {job.amendments.map((a) => (
              <Text key={a.at}>
                Amended {a.at.slice(0, 16).replace('T', ' ')} UTC by {a.by}: {a.reason}
              </Text>
            ))}
          </>
        ) : (
          <Text>Not sealed.</Text>
        )}
      </View>
      {wiring ? (
        <View>
          <Text style={css.h2}>Terminals</Text>
          <StripPaper wiring={wiring} device={sheet?.name ?? 'device'} />
          <Table
            columns={[
              { head: 'Conductor', width: 22 },
              { head: 'Old wall', width: 13, mono: true },
              { head: 'New wall', width: 13, mono: true },
              { head: 'Board', width: 16, mono: true },
              { head: 'Why', width: 36 },
            ]}
            rows={wiring.rows.map((r) => [
              r.colour,
              r.oldWall ?? '–',
              r.newWall ?? (r.joined ? 'joined' : 'capped'),
              r.newBoard === r.oldBoard ? (r.newBoard ?? '–') : `${r.oldBoard ?? '–'} → ${r.newBoard ?? '–'}`,
              r.why,
            ])}
          />
          {wiring.jumpers.map((j) => (
            <Text key={j.id} style={css.soft}>
              {j.what}. {j.why}
            </Text>
          ))}
        </View>
      ) : null}
      {boiler && boiler.nets.length > 0 ? (
        <View>
          <Text style={css.h2}>Wiring centre</Text>
          <WiringCentrePaper parts={boiler.parts} nets={boiler.traced ? netsOf(boiler.traced) : boiler.nets} />
          <Table
            columns={[
              { head: 'Terminal', width: 12, mono: true },
              { head: 'Carries', width: 24 },
              { head: 'Joins', width: 64, mono: true },
            ]}
            rows={(boiler.traced ? netsOf(boiler.traced) : boiler.nets).map((n, i) => [
              String(terminalOf(n, i)),
              n.name,
              n.points.join(', '),
            ])}
          />
          <Table
            columns={[
              { head: 'Demand', width: 34 },
              { head: 'Boiler', width: 16 },
              { head: 'Heats', width: 50 },
            ]}
            rows={boiler.demands.map((d) => {
              const r = d.wired ?? d.planned;
              return [
                d.name,
                r.boilerFires ? 'fires' : 'off',
                [r.toCylinder ? 'cylinder' : '', r.toRadiators ? 'radiators' : ''].filter(Boolean).join(', ') || '–',
              ];
            })}
          />
          <Text>
            Receiver {job.device.serial ? `serial ${job.device.serial}` : 'serial not noted'}
            {job.device.hardwareAddress ? `, pairing id ${job.device.hardwareAddress}` : ''}.
            {boiler.cores
              .map((c) => ` Core ${c.colour}: ${c.can.join(' or ') || 'not known'}, kept and sleeved.`)
              .join('')}
          </Text>
          {boiler.settings.card.map((r) => (
            <Text key={r.key}>
              {r.name}: {r.enter} ({r.where})
            </Text>
          ))}
        </View>
      ) : null}
      {floor ? <FloorRecord job={job} floor={floor} /> : null}
      {wiring && wiring.accessories.length > 0 ? (
        <View>
          <Text style={css.h2}>Accessories</Text>
          <Table
            columns={[
              { head: 'What', width: 22 },
              { head: 'Output', width: 20, mono: true },
              { head: 'Power', width: 40 },
              { head: 'Told “fed”', width: 18 },
            ]}
            rows={wiring.accessories.map((a) => [
              a.accessory.kind,
              a.terminals.join(' '),
              a.fed
                ? `from R, returning to C at the ${a.returns}`
                : a.isolated
                  ? 'its own, by isolating relay'
                  : 'its own',
              a.answerFed === null ? 'not asked' : a.answerFed ? 'yes' : 'no',
            ])}
          />
        </View>
      ) : null}
      {budget ? (
        <Text style={css.soft}>
          Transformer: {budget.va.toFixed(1)} of {budget.ratedVA} VA in the worst state ({budget.state}).
        </Text>
      ) : null}
      {settings.card.length > 0 ? (
        <View>
          <Text style={css.h2}>Settings</Text>
          <Table
            columns={[
              { head: 'Where', width: 30, mono: true },
              { head: 'Entered', width: 14, mono: true },
              { head: 'Means', width: 26 },
              { head: 'Why', width: 30 },
            ]}
            rows={settings.card.map((r) => [
              r.where,
              r.enter,
              `${r.name}: ${r.value}${job.setUp.entered[r.key] ? '' : ' (not ticked)'}`,
              r.why,
            ])}
          />
        </View>
      ) : null}
      {readings.length > 0 ? (
        <View>
          <Text style={css.h2}>Readings against predictions</Text>
          <Table
            columns={[
              { head: 'Test', width: 19 },
              { head: 'What', width: 30 },
              { head: 'Predicted', width: 17, mono: true },
              { head: 'Read', width: 12, mono: true },
              { head: 'Verdict', width: 22 },
            ]}
            rows={readings}
          />
        </View>
      ) : null}
      {others.length > 0 ? (
        <View>
          <Text style={css.h2}>Other readings</Text>
          <Table
            columns={[
              { head: 'When, UTC', width: 22, mono: true },
              { head: 'Where', width: 18 },
              { head: 'Between', width: 32 },
              { head: 'State', width: 12 },
              { head: 'Read', width: 16, mono: true },
            ]}
            rows={others}
          />
        </View>
      ) : null}
      {Object.keys(job.connect.defects).length > 0 ? (
        <View>
          <Text style={css.h2}>Defects met</Text>
          <Table
            columns={[
              { head: 'What', width: 30 },
              { head: 'Where', width: 24 },
              { head: 'Remedy', width: 34 },
              { head: 'State', width: 12 },
            ]}
            rows={Object.values(job.connect.defects).map((d) => [
              d.note ?? DEFECTS[d.kind]?.name ?? d.kind,
              d.where,
              DEFECTS[d.kind]?.remedy ?? '',
              d.mended ? 'mended' : 'open',
            ])}
          />
        </View>
      ) : null}
      {open.length > 0 ? (
        <View>
          <Text style={css.h2}>Found</Text>
          {open.map((f, i) => (
            <Text key={`${f.code}-${i}`} style={f.severity === 'blocker' ? css.wrong : {}}>
              {f.message} {f.fix}
            </Text>
          ))}
        </View>
      ) : null}
      {followUps(job, derived).length > 0 ? (
        <View>
          <Text style={css.h2}>Follow-ups</Text>
          {followUps(job, derived).map((f) => (
            <Text key={f.what}>
              • {f.what} ({f.owner})
            </Text>
          ))}
        </View>
      ) : null}
      {noteLines(job.handOver.note ?? '').map((line, i) => (
        <Text key={`${i}-${line.slice(0, 20)}`} style={i === 0 ? { marginTop: 10 } : {}}>
          {line}
        </Text>
      ))}
      <Foot text={`${nameOf(job)} · technical record`} />
    </Page>
  );
}

export async function handoverPdf(job: Job, derived: Derived): Promise<Uint8Array> {
  registerFaces();
  const size = job.units === 'us' || job.survey.region === 'NA' ? 'LETTER' : 'A4';
  return renderToBuffer(
    <Document title={`Handover: ${nameOf(job)}`} creator="Augerset" producer="Augerset">
      <CustomerPage job={job} derived={derived} size={size} />
      <TechnicalPages job={job} derived={derived} size={size} />
    </Document>,
  );
}
