/**
 * A wired room or outdoor sensor on two terminals of its own. Both leads are planned together or not at all: one lead
 * alone reads as open. Which lead is which does not matter; neither may meet the 24 V cores or run in one sheath with
 * them, whose hum is read as degrees.
 */
import type { DeviceSheet } from '../devices/sheet';
import { type Finding, finding } from '../findings/finding';
import type { LowVoltageJob } from '../job/schema';
import { type Core, roleOf } from './cores';
import type { PlanRow } from './work-steps';

/** A lead of a sensor, by its letter at either end. */
export const isSensorLead = (core: Core): boolean => roleOf(core) === 'sensor';

/** The device's terminals for a wired sensor. */
const sensorScrews = (sheet: DeviceSheet): string[] =>
  sheet.terminals.filter((t) => t.role === 'sensor').map((t) => t.label);

/** The sheaths that 24 V runs in, and the leads of the pair that share one. */
function besideControl(job: LowVoltageJob, cores: readonly Core[]): Core[] {
  const sheath = (c: Core): string | undefined => job.survey.conductors[c.id]?.sheath;
  const control = new Set(cores.filter((c) => !isSensorLead(c) && !c.spare).flatMap((c) => sheath(c) ?? []));
  return cores.filter((c) => isSensorLead(c) && (control.has(sheath(c) ?? '') || c.board !== undefined));
}

/** Rows for the leads found, and what is wrong with them; nothing where there are none. */
export function planSensorPair(
  job: LowVoltageJob,
  sheet: DeviceSheet,
  cores: readonly Core[],
): { rows: PlanRow[]; findings: Finding[] } {
  const leads = cores.filter(isSensorLead);
  const wanted = Object.values(job.sensors ?? {}).filter((s) => s.kind === 'wired').length > 0;
  const findings: Finding[] = [];
  const screws = sensorScrews(sheet);
  if (leads.length === 0) {
    if (wanted && screws.length < 2)
      findings.push(finding('sensor.no-terminals', { device: sheet.name }, ['device'], `sheet ${sheet.id}`));
    return { rows: [], findings };
  }
  const about = leads.map((c) => `conductor:${c.id}`);
  const colours = leads.map((c) => c.colour);
  const whole = leads.length === 2 && leads.every((c) => !c.cut);
  if (leads.length > 2)
    findings.push(finding('sensor.pair-of-many', { points: colours }, about, 'letters as surveyed'));
  else if (!whole) findings.push(finding('sensor.half-pair', { points: colours }, about, 'letters as surveyed'));
  if (screws.length < 2)
    findings.push(finding('sensor.no-terminals', { device: sheet.name }, ['device', ...about], `sheet ${sheet.id}`));
  const beside = besideControl(job, cores);
  if (beside.length > 0)
    findings.push(
      finding(
        'sensor.beside-control',
        { points: beside.map((c) => c.colour) },
        beside.map((c) => `conductor:${c.id}`),
        beside.some((c) => c.board !== undefined) ? 'it goes to the board' : 'one sheath',
      ),
    );
  const lands = whole && screws.length >= 2;
  const rows = leads.map(
    (core, i): PlanRow => ({
      conductor: core.id,
      colour: core.colour,
      oldWall: core.wall ?? null,
      newWall: lands ? (screws[i] ?? null) : null,
      oldBoard: core.board ?? null,
      newBoard: null,
      pair: true,
      function: 'sensor pair',
      why: lands ? 'either lead on either screw; with its fellow or not at all' : 'not a whole pair on two screws',
    }),
  );
  return { rows, findings };
}
