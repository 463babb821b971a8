/** The wiring as it will be once the plan is carried out. */
import type { DeviceSheet } from '../devices/sheet';
import type { Job } from '../job/schema';
import { HOT_ROLES, terminalInfo } from '../survey/terminals.data';
import { accessoryElements } from './accessories/circuit';
import { conductorOhmsOf } from './conductor-ohms';
import { contactsFor, equipmentCircuit } from './equipment';
import type { Installed } from './installed';
import { kitLetters, type WiringPlan } from './plan';
import { kitWiring } from './power-kits';
import { isHeatPump, type LowVoltageSystem } from './system';

export function installedAsPlanned(
  job: Job,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
  plan: WiringPlan,
  openVolts?: number,
): Installed {
  const equipment = equipmentCircuit(job, system, openVolts);
  const wired = new Set(plan.rows.map((r) => r.newWall));
  const apart = plan.kit?.kind === 'separate-transformer';
  const common = sheet.terminals.find((t) => t.role === 'common')?.label;
  const hotRow = plan.rows.find((r) => r.newWall !== null && HOT_ROLES.has(terminalInfo(r.newWall)?.role ?? 'fault'));
  const hot = hotRow?.newWall ?? sheet.singleR;
  const coolHot = sheet.terminals.find((t) => t.role === 'hot-cool')?.label;
  const feed = system.transformers === 2 && coolHot && wired.has(coolHot) ? coolHot : hotRow?.newWall;
  const wallLinks: [string, string][] = [];
  const [a, b] = sheet.jumper.between;
  if (system.transformers === 1 && !apart && sheet.jumper.kind !== 'none' && a && b) wallLinks.push([a, b]);
  const letters = kitLetters(job, system, sheet);
  const kit = plan.kit ? kitWiring(plan.kit, letters.board, { ...letters.device, hot }) : null;
  const coded = plan.kit?.kind === 'extender';
  const commonAtWall = common !== undefined && wired.has(common) ? common : null;
  const contacts = contactsFor(sheet.terminals).filter((c) => !(coded && (c.role === 'cool1' || c.role === 'fan')));
  const powered = common && (wired.has(common) || apart);
  const device = powered && feed ? { hot: apart ? (plan.kit?.feed ?? feed) : feed, common, va: sheet.supply.va } : null;
  const accessoryContacts = plan.accessories.map((x): Installed['contacts'][number] => {
    const [first = 'ACC+', second] = x.terminals;
    return { from: x.fed || x.isolated ? hot : (second ?? hot), to: first, role: 'accessory' };
  });
  return {
    conductors: plan.rows.map((r) => ({
      id: r.conductor,
      colour: r.colour,
      wall: r.newWall ?? undefined,
      board: r.newBoard ?? undefined,
      ohms: conductorOhmsOf(job, r.conductor),
    })),
    wallScrews: [...new Set([...sheet.terminals.map((t) => t.label), ...(kit?.wallScrews ?? [])])],
    boardScrews: [
      ...new Set([
        ...equipment.screws,
        ...(kit?.boardScrews ?? []),
        ...plan.rows.flatMap((r) => (r.newBoard ? [r.newBoard] : [])),
      ]),
    ],
    wallLinks,
    boardLinks: [
      ...plan.boardLinks,
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
      ...plan.accessories.flatMap((x) =>
        accessoryElements(x, { wall: commonAtWall, board: equipment.label('common') }),
      ),
    ],
    points: equipment.points,
    ...(isHeatPump(system) ? { valveMarking: system.reversingValve ?? 'O' } : {}),
  };
}
