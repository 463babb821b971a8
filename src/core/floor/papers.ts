/** The floor's part of the technical record: mats in three stages, load, probe, limit, first start, warm-up. */

import type { FloorJob } from '../job/schema';
import { settingsPart } from '../record/common-parts';
import type { PaperLine, PaperPart } from '../record/paper-part';
import { fixed, temperature } from '../units/units';
import type { FloorDerived } from './family';
import { expectedText, type StartItem } from './first-start';
import { matName, STAGES } from './load';
import { CORE_WORDS } from './terminals';
import { ohmsAt, probeName } from './thermistor';

type Show = (celsius: number) => string;
type Ohms = { ohms?: number | undefined; megohms?: number | undefined };

const lines = (...texts: (string | null)[]): PaperLine[] => texts.flatMap((t) => (t ? [{ text: t }] : []));

function readingText(r: Ohms | undefined): string {
  if (r === undefined) return '–';
  const { ohms, megohms } = r;
  return [
    ohms === undefined ? '' : ohms >= 1e6 ? 'open' : `${fixed(ohms, 1)} Ω`,
    megohms === undefined ? '' : `${fixed(megohms, megohms < 10 ? 1 : 0)} MΩ`,
  ]
    .filter(Boolean)
    .join(', ');
}

function saidText({ said, kind, options }: StartItem, show: Show): string {
  if (said === null) return '–';
  if (kind === 'choice') return options.find((o) => o.value === said)?.label ?? said;
  return kind === 'watts' ? `${fixed(Number(said), 0)} W` : show(Number(said));
}

function matsPart({ survey }: FloorJob, load: FloorDerived['load']): PaperPart {
  return {
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
        ...STAGES.map((s) => readingText(m[s.id])),
      ];
    }),
  };
}

/** Load, limit, probe, price and what the device obeys, in one paragraph. */
function loadLine({ survey }: FloorJob, floor: FloorDerived, show: Show): string {
  const { load, limit, probe, sheet } = floor;
  return [
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
    .join(' ');
}

function warmUpLine({ warmUp }: FloorDerived, show: Show): string | null {
  if (!warmUp) return null;
  const { target, points, fit, hold } = warmUp;
  const minutes = target.minutes === null ? 'more than four hours' : `${fixed(target.minutes, 0)} min`;
  const from =
    points.length > 0
      ? `, from ${points.length} logged points (mass × ${fixed(fit.massFactor, 2)}, losses × ${fixed(fit.lossFactor, 2)})`
      : ', forecast from the form';
  return `Warm-up: ${show(target.celsius)} in ${minutes}${from}; ${fixed(hold.watts, 0)} W hold it.`;
}

/** What the display would show with each type set, and the probe's ohms by temperature. */
function probeParts({ probe }: FloorDerived, show: Show): PaperPart[] {
  const { type, fits } = probe;
  if (fits.length === 0 || !type) return [];
  return [
    {
      kind: 'table',
      heading: 'Probe',
      columns: [
        { head: 'Set to', width: 20 },
        { head: 'Display would show', width: 30, mono: true },
        { head: 'Off by', width: 20, mono: true },
        { head: '', width: 30 },
      ],
      rows: fits.map((f) => [
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
  ];
}

function startPart(start: readonly StartItem[], show: Show): PaperPart[] {
  if (start.every((s) => s.said === null)) return [];
  return [
    {
      kind: 'table',
      heading: 'First start',
      columns: [
        { head: 'The device asks', width: 40 },
        { head: 'Expected', width: 30, mono: true },
        { head: 'It was', width: 30, mono: true },
      ],
      rows: start.map((s) => [s.ask, expectedText(s, show), saidText(s, show)]),
    },
  ];
}

/** The floor’s part of the record. */
export function floorPapers(job: FloorJob, floor: FloorDerived): PaperPart[] {
  const show: Show = (c) => temperature(c, job.units);
  const terminals = floor.terminals.map((t) => `${t.terminal} ${t.found ? CORE_WORDS[t.found] : 'not looked at'}`);
  const looked = floor.terminals.some((t) => t.found !== null);
  const earlier = floor.week !== null && floor.week.leads.length > 0 && floor.sheet?.schedule.times === 'start-at';
  return [
    matsPart(job, floor.load),
    {
      kind: 'lines',
      lines: lines(
        loadLine(job, floor, show),
        looked ? `Terminals: ${terminals.join('; ')}.` : null,
        warmUpLine(floor, show),
      ),
    },
    ...probeParts(floor, show),
    ...startPart(floor.start, show),
    ...settingsPart(floor.settings.card, job.setUp.entered),
    ...(earlier
      ? [
          {
            kind: 'lines' as const,
            lines: lines(
              'The times on the device are earlier than in the customer’s week by the warm-up; it starts at each time.',
            ),
          },
        ]
      : []),
  ];
}
