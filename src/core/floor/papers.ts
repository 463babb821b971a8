/** The floor's part of the technical record: mats in three stages, load, probe, limit, first start, warm-up. */

import type { FloorJob } from '../job/schema';
import { settingsPart } from '../record/common-parts';
import type { PaperLine, PaperPart } from '../record/paper-part';
import { fixed, temperature } from '../units/units';
import type { FloorDerived } from './family';
import { expectedText } from './first-start';
import { matName, STAGES } from './load';
import { CORE_WORDS } from './terminals';
import { ohmsAt, probeName } from './thermistor';

/** The floor’s part of the record. */
export function floorPapers(job: FloorJob, floor: FloorDerived): PaperPart[] {
  const { load, limit, probe, warmUp, start, sheet } = floor;
  const { survey } = job;
  const show = (c: number): string => temperature(c, job.units);
  const reading = (r: { ohms?: number | undefined; megohms?: number | undefined } | undefined): string =>
    r === undefined
      ? '–'
      : [
          r.ohms === undefined ? '' : r.ohms >= 1e6 ? 'open' : `${fixed(r.ohms, 1)} Ω`,
          r.megohms === undefined ? '' : `${fixed(r.megohms, r.megohms < 10 ? 1 : 0)} MΩ`,
        ]
          .filter(Boolean)
          .join(', ');
  const said = (value: string | null, kind: string, options: { value: string; label: string }[]): string =>
    value === null
      ? '–'
      : kind === 'choice'
        ? (options.find((o) => o.value === value)?.label ?? value)
        : kind === 'watts'
          ? `${fixed(Number(value), 0)} W`
          : show(Number(value));
  const lines = (...texts: (string | null)[]): PaperLine[] => texts.flatMap((t) => (t ? [{ text: t }] : []));
  const blocks: PaperPart[] = [
    {
      kind: 'table',
      heading: 'Mats and cables',
      columns: [
        { head: 'Mat', width: 16 },
        { head: 'Nameplate', width: 18, mono: true },
        { head: 'Band', width: 18, mono: true },
        ...STAGES.map((s) => ({ head: s.name, width: 16, mono: true })),
      ],
      rows: Object.entries(survey.mats).map(([id, m], i) => {
        const l = load?.mats.find((x) => x.id === id);
        return [
          matName(m, i),
          `${fixed(m.ratedWatts, 0)} W ${m.ratedVolts === undefined ? '?' : fixed(m.ratedVolts, 0)} V`,
          l ? `${fixed(l.ohms.low, 1)}–${fixed(l.ohms.high, 1)} Ω` : '–',
          ...STAGES.map((s) => reading(m[s.id])),
        ];
      }),
    },
    {
      kind: 'lines',
      lines: lines(
        [
          load
            ? `Load ${fixed(load.watts, 0)} W, ${fixed(load.amps, 2)} A at ${fixed(load.supplyVolts, 0)} V${load.wattsPerSquareMetre === null ? '' : `, ${fixed(load.wattsPerSquareMetre, 0)} W/m²`}${floor.contactor ? ', through a contactor; watts entered by hand' : ', directly on the device'}.`
            : '',
          survey.togetherOhms === undefined ? '' : `All mats together ${fixed(survey.togetherOhms, 1)} Ω.`,
          limit ? `Floor limit ${show(limit.celsius)}: ${limit.why}.` : '',
          `${probe.type ? `Probe ${probeName(probe.type)}` : 'Probe type not known'}${
            survey.probe.ohms === undefined
              ? ''
              : `, ${fixed(survey.probe.ohms, 0)} Ω${survey.probe.floorCelsius === undefined ? '' : ` at ${show(survey.probe.floorCelsius)}`}`
          }.`,
          survey.price ? `Price set ${survey.price.perKwh} ${survey.price.currency} a kWh.` : '',
          sheet
            ? `It obeys: ${floor.mode === 'both' ? 'room air, floor capped' : floor.mode === 'air' ? 'room air' : 'the floor'}.`
            : '',
        ]
          .filter(Boolean)
          .join(' '),
        floor.terminals.some((t) => t.found !== null)
          ? `Terminals: ${floor.terminals.map((t) => `${t.terminal} ${t.found ? CORE_WORDS[t.found] : 'not looked at'}`).join('; ')}.`
          : null,
        warmUp
          ? `Warm-up: ${show(warmUp.target.celsius)} in ${
              warmUp.target.minutes === null ? 'more than four hours' : `${fixed(warmUp.target.minutes, 0)} min`
            }${
              warmUp.points.length > 0
                ? `, from ${warmUp.points.length} logged points (mass × ${fixed(warmUp.fit.massFactor, 2)}, losses × ${fixed(warmUp.fit.lossFactor, 2)})`
                : ', forecast from the form'
            }; ${fixed(warmUp.hold.watts, 0)} W hold it.`
          : null,
      ),
    },
  ];
  const { type } = probe;
  if (probe.fits.length > 0 && type)
    blocks.push(
      {
        kind: 'table',
        heading: 'Probe',
        columns: [
          { head: 'Set to', width: 20 },
          { head: 'Display would show', width: 30, mono: true },
          { head: 'Off by', width: 20, mono: true },
          { head: '', width: 30 },
        ],
        rows: probe.fits.map((f) => [
          probeName(f.type),
          `${show(f.celsius)} ±${fixed(f.tolerance, 1)} K`,
          `${fixed(f.off, 1)} K`,
          f.type === type ? 'this one' : '',
        ]),
      },
      {
        kind: 'lines',
        lines: lines(
          `${probeName(type)} at ${[5, 10, 15, 20, 25, 30, 35, 40]
            .map((c) => `${show(c)} ${fixed(ohmsAt(type, c) / 1000, 2)} kΩ`)
            .join(', ')}.`,
        ),
      },
    );
  if (start.some((s) => s.said !== null))
    blocks.push({
      kind: 'table',
      heading: 'First start',
      columns: [
        { head: 'The device asks', width: 40 },
        { head: 'Expected', width: 30, mono: true },
        { head: 'It was', width: 30, mono: true },
      ],
      rows: start.map((s) => [s.ask, expectedText(s, show), said(s.said, s.kind, s.options)]),
    });
  blocks.push(...settingsPart(floor.settings.card, job.setUp.entered));
  if (floor.week && floor.week.leads.length > 0 && sheet?.schedule.times === 'start-at')
    blocks.push({
      kind: 'lines',
      lines: lines(
        'The times on the device are earlier than in the customer’s week by the warm-up; it starts at each time.',
      ),
    });
  return blocks;
}
