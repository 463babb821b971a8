/** Which screw of the device each core lands on: by what the board's letter does, never by colour. */
import type { DeviceSheet } from '../devices/sheet';
import { type Finding, finding } from '../findings/finding';
import type { LowVoltageJob } from '../job/schema';
import { HOT_ROLES, type TerminalRole } from '../survey/terminals.data';
import { type Core, roleOf } from './cores';
import { type PowerKit, SHARED } from './power-kits';
import { isHeatPump, type LowVoltageSystem } from './system';
import type { PlanRow } from './work-steps';

/** A core taken over for another purpose by the chosen way of powering the device. */
export interface Takeover {
  conductor: string;
  role: TerminalRole;
  why: string;
  /** A conductor that does not exist yet: the new cable. */
  added?: string;
  /** Two board screws to join, so that one call serves both. */
  joinAtBoard?: [string, string];
  /** The device's terminal to land on, where it is not the usual one for the role; the board end stays. */
  onto?: string;
}

/** What each role is called in a plan. */
export const FUNCTION: Partial<Record<TerminalRole, string>> = {
  hot: 'hot',
  'hot-cool': 'hot, cooling side',
  'hot-heat': 'hot, heating side',
  common: 'common',
  heat1: 'heat',
  heat2: 'heat, second stage',
  heat3: 'heat, third stage',
  cool1: 'cooling',
  cool2: 'cooling, second stage',
  fan: 'fan',
  'valve-cool': 'reversing valve',
  'valve-heat': 'reversing valve',
  'valve-either': 'reversing valve',
  emergency: 'emergency heat',
  'valve-close': 'closing the zone valve',
};

function deviceTerminal(sheet: DeviceSheet, role: TerminalRole, singleHot: boolean): string | null {
  if (HOT_ROLES.has(role)) {
    if (singleHot) return sheet.singleR;
    return (
      sheet.terminals.find((t) => t.role === role)?.label ??
      sheet.terminals.find((t) => t.role === 'hot')?.label ??
      null
    );
  }
  const exact = sheet.terminals.find((t) => t.role === role)?.label ?? null;
  // One screw for either marking takes both letters; the setting says which. A valve's closing lead is no such.
  const either = role === 'valve-cool' || role === 'valve-heat' || role === 'valve-either';
  if (exact === null && role === 'valve-either')
    return sheet.terminals.find((t) => t.role === 'valve-cool' || t.role === 'valve-heat')?.label ?? null;
  return exact ?? (either ? (sheet.terminals.find((t) => t.role === 'valve-either')?.label ?? null) : null);
}

const AUX_ROLES: readonly TerminalRole[] = ['heat1', 'heat2', 'heat3'];

/** The device's terminals for auxiliary heat, in the order it calls them, against the conductors that ask for it. */
export function auxTerminals(system: LowVoltageSystem, sheet: DeviceSheet): Map<TerminalRole, string> {
  const own = sheet.auxTerminals ?? AUX_ROLES.flatMap((r) => sheet.terminals.find((t) => t.role === r)?.label ?? []);
  return new Map(system.auxRoles.flatMap((role, i) => (own[i] === undefined ? [] : [[role, own[i]] as const])));
}

/** The screw of the device for a coded shared core. */
export const sharedScrew = (sheet: DeviceSheet): string | null =>
  sheet.terminals.find((t) => t.role === 'splitter')?.label ?? null;

interface Ground {
  job: LowVoltageJob;
  system: LowVoltageSystem;
  sheet: DeviceSheet;
  takeovers: readonly Takeover[];
  kit: PowerKit | null;
  cores: readonly Core[];
  /** Letters at the board, by role. */
  labels: ReadonlyMap<TerminalRole, string>;
  /** The letter where a role lands at the board: as seen there, else the usual one of that role. */
  label: (role: TerminalRole) => string;
}

/** Cores placed one after another: a screw takes one. */
export class Placing {
  readonly rows: PlanRow[] = [];
  readonly findings: Finding[] = [];
  /** Calls that the device has no screw for. */
  readonly missing = new Set<TerminalRole>();
  private readonly used = new Set<string>();
  private readonly taken: ReadonlyMap<string, Takeover>;
  private readonly singleHot: boolean;
  private readonly aux: ReadonlyMap<TerminalRole, string> | null;

  constructor(private readonly ground: Ground) {
    const { system, sheet, takeovers, cores } = ground;
    this.taken = new Map(takeovers.map((t) => [t.conductor, t]));
    this.singleHot = system.transformers === 1 || cores.filter((c) => HOT_ROLES.has(roleOf(c) ?? 'fault')).length < 2;
    this.aux = isHeatPump(system) ? auxTerminals(system, sheet) : null;
  }

  private base(core: Core): Pick<PlanRow, 'conductor' | 'colour' | 'oldWall' | 'oldBoard'> {
    return { conductor: core.id, colour: core.colour, oldWall: core.wall ?? null, oldBoard: core.board ?? null };
  }

  private cap(core: Core, why: string): void {
    this.rows.push({ ...this.base(core), newWall: null, newBoard: core.board ?? null, function: 'not used', why });
    this.findings.push(finding('plan.unused-conductor', { colour: core.colour, why }, [`conductor:${core.id}`], why));
  }

  /** One core carries both calls to the module of a kit. */
  private share(core: Core, kit: PowerKit): void {
    const screw = kit.kind === 'extender' ? sharedScrew(this.ground.sheet) : null;
    if (screw) this.used.add(screw);
    this.rows.push({
      ...this.base(core),
      newWall: screw,
      ...(screw ? {} : { joined: true as const }),
      newBoard: kit.screw ?? SHARED,
      function: 'cooling and fan',
      why: 'one core carries both calls to the module',
    });
  }

  /** The screw for a role; null where the device has none. */
  private targetOf(role: TerminalRole, takeover: Takeover | undefined): string | null {
    if (takeover?.onto !== undefined) return takeover.onto;
    if (this.aux && AUX_ROLES.includes(role) && !takeover) return this.aux.get(role) ?? null;
    return deviceTerminal(this.ground.sheet, role, this.singleHot);
  }

  /** Why a core is not landed on its screw; null where it is. */
  private hindrance(core: Core, role: TerminalRole, target: string | null): string | null {
    const { sheet, system } = this.ground;
    if (target === null && role === 'emergency') {
      this.findings.push(
        finding('plan.emergency-by-device', { device: sheet.name }, [`conductor:${core.id}`], `${sheet.name} has no E`),
      );
      return 'the device calls emergency heat by its auxiliary terminal';
    }
    if (target === null) {
      if (FUNCTION[role] && role !== 'common') this.missing.add(role);
      return role === 'common' ? `${sheet.name} has no C` : `${sheet.name} has no terminal for it`;
    }
    if (!this.used.has(target)) return null;
    // A second transformer's R with nowhere to go is a side of the system left dead.
    if (HOT_ROLES.has(role) && system.transformers === 2) this.missing.add(role);
    return HOT_ROLES.has(role) ? 'one R of this transformer is enough' : `${target} is already taken`;
  }

  place(core: Core): void {
    const { system, kit, label } = this.ground;
    const takeover = this.taken.get(core.id);
    const role = takeover?.role ?? roleOf(core);
    if (!role) {
      this.cap(core, core.cut ? 'cut short' : 'spare');
      return;
    }
    const target = this.targetOf(role, takeover);
    if (role === 'common' && target !== null && !takeover && system.common !== 'both-ends' && core.wall === undefined) {
      this.cap(core, 'no common reaches the wall on it');
      return;
    }
    if (kit?.shared === core.id) {
      this.share(core, kit);
      return;
    }
    const hindered = this.hindrance(core, role, target);
    if (hindered !== null || target === null) {
      this.cap(core, hindered ?? '');
      return;
    }
    this.used.add(target);
    const board = takeover && takeover.onto === undefined ? label(role) : (core.board ?? null);
    this.rows.push({
      ...this.base(core),
      newWall: target,
      newBoard: board,
      function: FUNCTION[role] ?? role,
      why: takeover?.why ?? this.whyOn(role),
    });
  }

  private whyOn(role: TerminalRole): string {
    if (!HOT_ROLES.has(role)) return `${FUNCTION[role] ?? role} by the board’s letter`;
    return this.singleHot
      ? `a single R lands on ${this.ground.sheet.singleR} of this device`
      : 'each transformer keeps its own R';
  }

  /** Conductors of a cable that is yet to be pulled. */
  addCables(): void {
    const { takeovers, sheet, label } = this.ground;
    for (const t of takeovers) {
      if (t.added === undefined) continue;
      const target = deviceTerminal(sheet, t.role, this.singleHot);
      if (target === null || this.used.has(target)) continue;
      this.used.add(target);
      this.rows.push({
        conductor: t.conductor,
        colour: t.added,
        oldWall: null,
        newWall: target,
        oldBoard: null,
        newBoard: label(t.role),
        function: FUNCTION[t.role] ?? t.role,
        why: t.why,
      });
    }
  }
}
