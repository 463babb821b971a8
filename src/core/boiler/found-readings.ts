/**
 * Volts read anywhere on the plant as it is wired, in any demand: beside what the wires give there. A reading that
 * contradicts them is named; it is never taken as a calibration.
 *
 *   entry = PART TERMINAL ["-"] PART TERMINAL VOLTS ["v"] [demand | "off"]      `rx 4 - rx n 231 hot water alone`
 */

import { pointLabel } from '../circuit/point';
import { type Finding, finding } from '../findings/finding';
import { readingEvidence, readingsInTime } from '../job/readings';
import type { BoilerJob, Reading } from '../job/schema';
import { takeFigure } from '../units/typed-figure';
import type { DemandRow } from './demand';
import { type Plant, plantParts } from './parts';
import { wirePoint } from './wire-lines';

/** Between these a meter shows neither a live conductor nor a dead one. */
const DEAD_VOLTS = 50;
const LIVE_VOLTS = 180;
export const OFF = 'off';

export type BoilerReadingLine =
  | { ok: true; text: string; reading: Pick<Reading, 'a' | 'b' | 'value' | 'quantity' | 'state'> }
  | { ok: false; text: string; problem: string };

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');

/** Never throws. Without a demand it was read with none: the first of the list. */
export function parseBoilerReadings(line: string, plant: Plant, demands: readonly DemandRow[]): BoilerReadingLine[] {
  return line
    .slice(0, 2000)
    .split(/[,;\n]/)
    .map((t) => t.trim())
    .filter((t) => t !== '')
    .map((text): BoilerReadingLine => {
      const no = (problem: string): BoilerReadingLine => ({ ok: false, text, problem });
      const words = text.split(/\s+/).filter((w) => w !== '-' && w.toLowerCase() !== 'to');
      const a = wirePoint(words, plant);
      if ('problem' in a) return no(a.problem);
      const b = wirePoint(words, plant);
      if ('problem' in b) return no(b.problem);
      if (a.point === b.point) return no('The two points are the same.');
      if (words.length === 0) return no('Which volts? rx 4 - rx n 231');
      const figure = takeFigure(words, { quantities: ['volts-ac'], bare: ['volts-ac', 'V'] });
      if (!figure.ok) return no(`${figure.problem} rx 4 - rx n 231`);
      const { value } = figure;
      if (value < 0) return no('Below zero: volts AC have no sign.');
      if (value > 1000) return no(`${value} V is beyond anything here.`);
      const said = plain(words.join(' '));
      const state =
        said === OFF
          ? OFF
          : said === ''
            ? demands[0]?.id
            : demands.find((d) => plain(d.name) === said || plain(d.id) === said)?.id;
      if (state === undefined)
        return no(
          `Called then: ${demands.map((d) => d.name).join(', ') || 'say what the plant is and what calls it'}, or off.`,
        );
      return { ok: true, text, reading: { a: a.point, b: b.point, value, quantity: 'volts-ac', state } };
    });
}

/** What the wires as traced give between two points; off it is dead whatever is joined; null where nobody traced them. */
export function voltsByWires(a: string, b: string, state: string, demands: readonly DemandRow[]): number | null {
  if (state === OFF) return 0;
  return demands.find((d) => d.id === state)?.wired?.reads(a, b)?.volts ?? null;
}

/** Readings that the wires as traced could not have given, each a finding. */
export function foundReadings(job: BoilerJob, plant: Plant, demands: readonly DemandRow[]): Finding[] {
  const points = new Set(plantParts(plant).flatMap((p) => p.terminals.map((t) => `${p.id}.${t}`)));
  const findings: Finding[] = [];
  for (const r of readingsInTime(job)) {
    if (r.quantity !== 'volts-ac' || r.test !== undefined || r.stop === 'make-safe') continue;
    if (!r.a || !r.b || !points.has(r.a) || !points.has(r.b)) continue;
    const row = demands.find((d) => d.id === r.state);
    const byWires = voltsByWires(r.a, r.b, r.state ?? '', demands);
    if (byWires === null) continue;
    const agrees = byWires > LIVE_VOLTS ? r.value >= LIVE_VOLTS : byWires < DEAD_VOLTS ? r.value <= DEAD_VOLTS : true;
    if (!agrees)
      findings.push(
        finding(
          'boiler.reading-contradicts',
          {
            a: pointLabel(r.a),
            b: pointLabel(r.b),
            volts: r.value,
            called: row ? (row.id === 'none' ? 'nothing called' : row.name) : 'the supply off',
            implied: byWires,
          },
          [`point:${r.a}`, `point:${r.b}`],
          readingEvidence(r),
        ),
      );
  }
  return findings;
}
