/**
 * The thermostat as it hangs there: its contacts between its screws, what feeds it, what it draws. From its sheet and
 * from which screws have a core, not from what the plan means to call.
 */
import type { CircuitElement } from '../../src/core/circuit/netlist';
import type { DeviceSheet } from '../../src/core/devices/sheet';
import type { Installed, InstalledContact } from '../../src/core/lowvoltage/installed';
import type { TerminalRole } from '../../src/core/survey/terminals.data';

/** Which side of a device with two R screws a call belongs to. */
const HEATS: readonly (TerminalRole | undefined)[] = ['heat1', 'heat2', 'heat3'];
/** What lies on a screw that is no output of the device's calls. */
const NO_CALL: readonly (TerminalRole | undefined)[] = [
  'hot',
  'hot-cool',
  'hot-heat',
  'common',
  'fault',
  'sensor',
  'accessory',
  'splitter',
];
const HOT_SCREWS: readonly (TerminalRole | undefined)[] = ['hot', 'hot-cool', 'hot-heat'];
const RATED_VOLTS = 24;

/** Where the device hangs: what has a core under it, and what stands at the other end. */
export interface Hung {
  /** Screws of the wall plate with a core. */
  cores: ReadonlySet<string>;
  transformers: number;
  /** The common that reaches the wall is of the heating transformer. */
  commonOfHeat: boolean;
  /** A transformer plugged in beside it, and the R that it feeds. */
  plug: string | undefined;
  /** Its output for a coded core carries cooling and fan. */
  coded: boolean;
  /** It drives a heat pump: its heating screws are auxiliary heat then. */
  pump: boolean;
  /** Milliamperes that it takes through idle coils; null where it has another supply. */
  idleMilliamps: number | null;
}

export interface Device {
  contacts: InstalledContact[];
  links: [string, string][];
  supply: Installed['device'];
  trickles: CircuitElement[];
  /** The R that calls are fed from. */
  hot: string;
}

const screwOf = ({ terminals }: DeviceSheet, ...roles: TerminalRole[]): string | undefined =>
  roles.flatMap((role) => terminals.filter((t) => t.role === role)).at(0)?.label;

/** The contact of each output, from the R of its side. */
function contactsOf(sheet: DeviceSheet, { pump, coded }: Hung): InstalledContact[] {
  const heating = screwOf(sheet, 'hot-heat', 'hot', 'hot-cool');
  const others = screwOf(sheet, 'hot-cool', 'hot', 'hot-heat');
  const own = sheet.auxTerminals ?? HEATS.flatMap((r) => sheet.terminals.find((t) => t.role === r)?.label ?? []);
  const stage = (label: string, role: TerminalRole): TerminalRole => {
    const place = own.indexOf(label);
    // In which order it calls its auxiliary heat is its own affair, whatever the letters.
    return pump && place >= 0 ? (HEATS[place] ?? role) : role;
  };
  return sheet.terminals.flatMap(({ label, role }): InstalledContact[] => {
    const from = HEATS.includes(role) ? heating : others;
    if (NO_CALL.includes(role) || from === undefined) return [];
    if (coded && (role === 'cool1' || role === 'fan')) return [];
    return [{ from, to: label, role: stage(label, role) }];
  });
}

/** The R that its own electronics live on. */
function feedOf(sheet: DeviceSheet, { cores, transformers, commonOfHeat, plug }: Hung): string | undefined {
  const hots = sheet.terminals.filter((t) => HOT_SCREWS.includes(t.role)).map((t) => t.label);
  if (plug !== undefined) return plug;
  const landed = hots.filter((h) => cores.has(h));
  if (transformers < 2 || landed.length < 2) return landed[0];
  const { from } = sheet.supply;
  const side =
    from === 'either'
      ? screwOf(sheet, commonOfHeat ? 'hot-heat' : 'hot-cool')
      : (from ?? (hots.includes(sheet.singleR) ? sheet.singleR : undefined));
  return side !== undefined && cores.has(side) ? side : landed[0];
}

export function deviceOf(sheet: DeviceSheet, hung: Hung): Device {
  const contacts = contactsOf(sheet, hung);
  const feed = feedOf(sheet, hung);
  const common = screwOf(sheet, 'common');
  const reached = common !== undefined && (hung.cores.has(common) || hung.plug !== undefined);
  const [a, b] = sheet.jumper.between;
  const joined = hung.transformers === 1 && hung.plug === undefined && sheet.jumper.kind !== 'none';
  const milliamps = hung.idleMilliamps;
  return {
    contacts,
    links: joined && a !== undefined && b !== undefined ? [[a, b]] : [],
    supply: reached && feed !== undefined ? { hot: feed, common, va: sheet.supply.va } : null,
    trickles:
      milliamps === null
        ? []
        : contacts
            .filter((c) => (c.role === 'heat1' || c.role === 'cool1') && hung.cores.has(c.to))
            .map((c) => ({
              kind: 'load',
              id: `trickle:${c.to}`,
              name: `trickle through ${c.to}`,
              a: `wall.${c.from}`,
              b: `wall.${c.to}`,
              ratedVolts: RATED_VOLTS,
              va: (RATED_VOLTS * milliamps) / 1000,
              coil: false,
              sense: true,
            })),
    hot: sheet.terminals.find((t) => HOT_SCREWS.includes(t.role) && hung.cores.has(t.label))?.label ?? sheet.singleR,
  };
}
