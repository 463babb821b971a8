/** The wiring as it will be once the plan is carried out. */
import type { CircuitElement } from '../circuit/netlist';
import type { DeviceSheet } from '../devices/sheet';
import type { LowVoltageJob } from '../job/schema';
import { HOT_ROLES, terminalInfo } from '../survey/terminals.data';
import { accessoryElements } from './accessories/circuit';
import { conductorFarads, conductorOhmsOf } from './conductors';
import { contactsFor, equipmentCircuit, hertzOf } from './equipment';
import { type Installed, wallNode } from './installed';
import { SECONDARY_VOLTS } from './loads.data';
import { auxTerminals, sharedScrew } from './placing';
import { kitLetters, type WiringPlan } from './plan';
import { kitWiring, SHARED } from './power-kits';
import { isHeatPump, type LowVoltageSystem } from './system';

/**
 * The R terminal that powers the device where there are two transformers: the sheet's; on a device that can be
 * fed on either side the one whose common is C; else the one a single R would land on.
 */
export function feedSide(sheet: DeviceSheet, system: LowVoltageSystem): string | null {
  const { from } = sheet.supply;
  if (from && from !== 'either') return from;
  const of = (role: string): string | null => sheet.terminals.find((t) => t.role === role)?.label ?? null;
  if (from === 'either') return of(system.commonOf === 'heat' ? 'hot-heat' : 'hot-cool');
  const single = sheet.terminals.find((t) => t.label === sheet.singleR)?.role;
  return single === 'hot-heat' || single === 'hot-cool' ? sheet.singleR : of('hot-cool');
}

/** The R that a device lives on where there are two transformers; null where its first R is. */
function feedOf(system: LowVoltageSystem, sheet: DeviceSheet, wired: ReadonlySet<string | null>): string | null {
  if (system.transformers !== 2) return null;
  const side = feedSide(sheet, system);
  if (side && wired.has(side)) return side;
  const coolHot = sheet.terminals.find((t) => t.role === 'hot-cool')?.label;
  return coolHot && wired.has(coolHot) ? coolHot : null;
}

/** The device's own contacts. On a heat pump its auxiliary terminals are called in their order, whatever their letters. */
function contactsOf(system: LowVoltageSystem, sheet: DeviceSheet, plan: WiringPlan): Installed['contacts'] {
  const coded = plan.kit?.kind === 'extender';
  const auxOf = new Map(
    [...(isHeatPump(system) ? auxTerminals(system, sheet) : [])].map(([role, label]) => [label, role]),
  );
  return contactsFor(sheet.terminals)
    .filter((c) => !(coded && (c.role === 'cool1' || c.role === 'fan')))
    .map((c) => (auxOf.has(c.to) ? { ...c, role: auxOf.get(c.to) } : c));
}

/** Living on the idle loads: a trickle from R through each call's coil, and no supply of its own. */
function tricklesOf(
  milliamps: number | null,
  contacts: Installed['contacts'],
  wired: ReadonlySet<string | null>,
): CircuitElement[] {
  if (milliamps === null) return [];
  return contacts
    .filter((c) => (c.role === 'heat1' || c.role === 'cool1') && wired.has(c.to))
    .map((c) => ({
      kind: 'load',
      id: `trickle:${c.to}`,
      name: `trickle through ${c.to}`,
      a: wallNode(c.from),
      b: wallNode(c.to),
      ratedVolts: SECONDARY_VOLTS,
      va: (SECONDARY_VOLTS * milliamps) / 1000,
      coil: false,
      sense: true,
    }));
}

/** The plan as one description of what will be there. */
export function installedAsPlanned(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
  plan: WiringPlan,
): Installed {
  const equipment = equipmentCircuit(job, system);
  // A sensor's leads are no part of the circuit.
  const planRows = plan.rows.filter((r) => !r.pair);
  const wired = new Set(planRows.map((r) => r.newWall));
  const apart = plan.kit?.kind === 'separate-transformer';
  const common = sheet.terminals.find((t) => t.role === 'common')?.label;
  const hotRow = planRows.find((r) => r.newWall !== null && HOT_ROLES.has(terminalInfo(r.newWall)?.role ?? 'fault'));
  const hot = hotRow?.newWall ?? sheet.singleR;
  const feed = feedOf(system, sheet, wired) ?? hotRow?.newWall;
  const wallLinks: [string, string][] = [];
  const [a, b] = sheet.jumper.between;
  if (system.transformers === 1 && !apart && sheet.jumper.kind !== 'none' && a && b) wallLinks.push([a, b]);
  const letters = kitLetters(job, system, sheet);
  const kit = plan.kit
    ? kitWiring(plan.kit, letters.board, { ...letters.device, hot }, sharedScrew(sheet) ?? SHARED)
    : null;
  const commonAtWall = common !== undefined && wired.has(common) ? common : null;
  const contacts = contactsOf(system, sheet, plan);
  const powered = common && (wired.has(common) || apart);
  const device = powered && feed ? { hot: apart ? (plan.kit?.feed ?? feed) : feed, common, va: sheet.supply.va } : null;
  const trickles = tricklesOf(plan.trickleMilliamps, contacts, wired);
  const accessoryContacts = plan.accessories.map((x): Installed['contacts'][number] => {
    const [first = 'Q1', second] = x.terminals;
    return { from: x.fed || x.isolated ? hot : (second ?? hot), to: first, role: 'accessory' };
  });
  return {
    conductors: planRows.map((r) => ({
      id: r.conductor,
      colour: r.colour,
      wall: r.newWall ?? undefined,
      board: r.newBoard ?? undefined,
      ohms: conductorOhmsOf(job, r.conductor),
      farads: conductorFarads(job),
    })),
    wallScrews: [...new Set([...sheet.terminals.map((t) => t.label), ...(kit?.wallScrews ?? [])])],
    boardScrews: [
      ...new Set([
        ...equipment.screws,
        ...(kit?.boardScrews ?? []),
        ...planRows.flatMap((r) => (r.newBoard ? [r.newBoard] : [])),
      ]),
    ],
    wallLinks,
    boardLinks: [
      ...plan.boardLinks,
      ...equipment.links,
      ...Object.values(job.survey.jumpers)
        .filter((j) => j.place === 'board')
        .map((j): [string, string] => [j.a, j.b]),
    ],
    contacts: [...contacts, ...(kit?.contacts ?? []), ...accessoryContacts],
    device,
    transformers: equipment.transformers,
    loads: equipment.loads,
    extra: [
      ...equipment.extra,
      ...(kit?.elements ?? []),
      ...trickles,
      ...plan.accessories.flatMap((x) =>
        accessoryElements(x, { wall: commonAtWall, board: equipment.label('common') }),
      ),
    ],
    points: equipment.points,
    hertz: hertzOf(job),
    ...(isHeatPump(system) ? { valveMarking: system.reversingValve ?? 'O' } : {}),
  };
}
