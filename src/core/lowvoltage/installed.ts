/**
 * What is physically there: conductors between two plates, jumpers, a thermostat and equipment.
 * One description serves the wiring as found, as planned, as the rig has it and as a fault would
 * have it; `toNetlist` turns it into a circuit.
 */

import { type CircuitElement, CLOSED_OHMS, type Netlist, OPEN_OHMS } from '../circuit/netlist';
import type { Point } from '../circuit/point';
import { perObject } from '../per-object';
import type { TerminalRole } from '../survey/terminals.data';
import { BOARD_FUSE_AMPS, FUSE_OHMS, REGULATION, SECONDARY_VOLTS, WINDING_REACTANCE } from './loads.data';

export interface InstalledConductor {
  id: string;
  colour: string;
  /** Screw at each end; undefined = not landed there. */
  wall: string | undefined;
  board: string | undefined;
  ohms: number;
  /** To the rest of its sheath, along its whole length. */
  farads: number;
  /** Broken somewhere, or not seated at the end named. */
  open?: 'middle' | 'wall' | 'board';
}

export interface InstalledTransformer {
  id: string;
  hot: string;
  common: string;
  va: number;
  /** Volts with nothing connected. */
  openVolts: number;
  supply: string;
  /** Angle of its voltage: 180 where it is opposed to the first. */
  degrees: number;
  fuseOut?: boolean;
}

export interface InstalledLoad {
  id: string;
  name: string;
  terminal: string;
  common: string;
  va: number;
  /** Drawn for the fraction of a second before the coil has pulled in. */
  inrushVA: number;
  /** Sealed, lagging. */
  powerFactor: number;
  runs: string;
  /** Stands at the outdoor unit, at the far end of the second cable. */
  outdoor?: boolean;
  /** Winding burnt out. */
  open?: boolean;
  /** Hums and never pulls in. */
  stuck?: boolean;
}

export interface InstalledContact {
  from: string;
  to: string;
  /** What calls it; accessories are called by their terminal. */
  role: TerminalRole | undefined;
  stuck?: 'open' | 'closed';
}

/** What a device calls in a state in place of what is meant. */
export interface CalledAs {
  calls: readonly TerminalRole[];
  accessories: readonly string[];
}

export interface Installed {
  hertz: 50 | 60;
  conductors: InstalledConductor[];
  wallScrews: string[];
  boardScrews: string[];
  /** Pairs of wall terminals joined by a jumper or inside the device. */
  wallLinks: [string, string][];
  boardLinks: [string, string][];
  /** Thermostat contacts: closing `to` when it is called. */
  contacts: InstalledContact[];
  /** The thermostat's own supply. */
  device: { hot: string; common: string; va: number } | null;
  /** The device drives the reversing valve in the wrong mode (a setting, not a wire). */
  valveReversed?: boolean;
  /** By state, what the device calls as it is set, where that is not what is meant. */
  calledAs?: Readonly<Record<string, CalledAs>>;
  /** Mode in which the equipment's reversing valve is energised, where there is a heat pump: O cooling, B heating. */
  valveMarking?: 'O' | 'B';
  transformers: InstalledTransformer[];
  loads: InstalledLoad[];
  /** Parts that are more than a conductor or a load: power kits, accessories, zones, the outdoor cable. */
  extra?: readonly CircuitElement[];
  /** Further points a probe can touch: "outdoor.Y". */
  points?: readonly Point[];
}

/** Open-circuit volts of a transformer from its rating. */
export const openVoltsOf = (ratedVolts = SECONDARY_VOLTS): number => ratedVolts * (1 + REGULATION);
/** One transformer with other volts than its nameplate's. */
export const withOpenVolts = (installed: Installed, id: string, openVolts: number): Installed => ({
  ...installed,
  transformers: installed.transformers.map((t) => (t.id === id ? { ...t, openVolts } : t)),
});
/** Series resistance that gives the stated regulation at a rated load without reactance. */
export const sourceOhms = (va: number): number => (REGULATION * SECONDARY_VOLTS ** 2) / va;
/** Leakage reactance of the same winding. */
export const sourceReactance = (va: number): number => WINDING_REACTANCE * sourceOhms(va);

/** Node of a screw at the wall. */
export const wallNode = (screw: string): Point => `wall.${screw}`;
/** Node of a screw at the board. */
export const boardNode = (screw: string): Point => `board.${screw}`;
/** Node of a screw at the outdoor unit. */
export const outdoorNode = (screw: string): Point => `outdoor.${screw}`;
/** The control input that closes a thermostat contact. */
export const callOf = (screw: string): string => `call:${screw}`;

/** The rest of a sheath, as every core in it sees it: which lies beside which nobody knows. */
const SHEATH = 'sheath';

/** A core beside the others of its sheath: one that floats is moved by them. A broken one is two halves. */
const besideOthers = perObject((c: InstalledConductor): CircuitElement[] => {
  const beside = (a: string, share: number): CircuitElement => ({
    kind: 'capacitance',
    id: `beside:${c.id}:${a}`,
    name: `${c.colour} in its sheath`,
    a,
    b: SHEATH,
    farads: c.farads * share,
  });
  const { wall, board } = endsOf(c);
  return c.open === 'middle' ? [beside(wall, 0.5), beside(board, 0.5)] : [beside(wall, 1)];
});

/** Nodes of a core's two ends: a screw, or its own bare end. */
const endsOf = (c: InstalledConductor): { wall: string; board: string } => ({
  wall: c.wall !== undefined && c.open !== 'wall' ? wallNode(c.wall) : `${c.id}.wall`,
  board: c.board !== undefined && c.open !== 'board' ? boardNode(c.board) : `${c.id}.board`,
});

/** A winding behind its fuse, whole or blown. */
const transformerElements = perObject((t: InstalledTransformer): CircuitElement[] => {
  const fused = { id: `fuse:${t.id}`, a: `${t.id}.hot`, b: boardNode(t.hot) };
  return [
    {
      kind: 'source',
      id: `source:${t.id}`,
      name: `transformer ${t.id}`,
      a: `${t.id}.hot`,
      b: boardNode(t.common),
      volts: t.openVolts,
      ohms: sourceOhms(t.va),
      reactance: sourceReactance(t.va),
      degrees: t.degrees,
      ratedVA: t.va,
      supply: t.supply,
    },
    t.fuseOut
      ? { kind: 'link', ...fused, name: `blown fuse of ${t.id}`, ohms: OPEN_OHMS }
      : { kind: 'fuse', ...fused, name: `fuse of ${t.id}`, ohms: FUSE_OHMS, amps: BOARD_FUSE_AMPS },
  ];
});

const conductorElement = perObject((c: InstalledConductor): CircuitElement => {
  const { wall, board } = endsOf(c);
  return {
    kind: 'conductor',
    id: `conductor:${c.id}`,
    name: c.colour,
    a: wall,
    b: board,
    ohms: c.open === 'middle' ? OPEN_OHMS : Math.max(c.ohms, 1e-4),
  };
});

const contactElement = perObject(
  (c: InstalledContact): CircuitElement => ({
    kind: 'contact',
    id: `contact:${c.to}`,
    name: `thermostat contact ${c.from} to ${c.to}`,
    a: wallNode(c.from),
    b: wallNode(c.to),
    closedOhms: c.stuck === 'open' ? OPEN_OHMS : CLOSED_OHMS,
    openOhms: c.stuck === 'closed' ? CLOSED_OHMS : OPEN_OHMS,
    by: { control: callOf(c.to) },
    normally: 'open',
  }),
);

const deviceElement = perObject(
  ({ hot, common, va }: NonNullable<Installed['device']>): CircuitElement => ({
    kind: 'load',
    id: 'device',
    name: 'thermostat',
    a: wallNode(hot),
    b: wallNode(common),
    ratedVolts: SECONDARY_VOLTS,
    va,
    coil: false,
    runs: 'display',
  }),
);

const loadElement = perObject(
  (l: InstalledLoad): CircuitElement => ({
    kind: 'load',
    id: `load:${l.id}`,
    name: l.name,
    a: l.outdoor ? outdoorNode(l.terminal) : boardNode(l.terminal),
    b: l.outdoor ? outdoorNode(l.common) : boardNode(l.common),
    ratedVolts: SECONDARY_VOLTS,
    va: l.va,
    inrushVA: l.inrushVA,
    powerFactor: l.powerFactor,
    coil: true,
    ...(l.stuck ? { stuck: true } : {}),
    runs: l.runs,
  }),
);

const linkElement = (a: string, b: string): CircuitElement => ({
  kind: 'link',
  id: `link:${a}:${b}`,
  name: `link ${a} to ${b}`,
  a,
  b,
  ohms: 0.01,
});

type Link = Installed['wallLinks'][number];
const wallLinkElement = perObject(([a, b]: Link) => linkElement(wallNode(a), wallNode(b)));
const boardLinkElement = perObject(([a, b]: Link) => linkElement(boardNode(a), boardNode(b)));

/** What conducts whether or not anything is switched: cores landed at both ends, jumpers and links. */
export const wiresOf = ({ conductors, wallLinks, boardLinks }: Installed): CircuitElement[] => [
  ...conductors.map(conductorElement),
  ...wallLinks.map(wallLinkElement),
  ...boardLinks.map(boardLinkElement),
];

/** The circuit of what is installed. */
export function toNetlist(installed: Installed): Netlist {
  const { conductors, contacts, device, loads, extra = [], points = [] } = installed;
  const ground = boardNode(installed.transformers[0]?.common ?? 'C');
  return {
    elements: [
      ...installed.transformers.flatMap(transformerElements),
      ...wiresOf(installed),
      ...(conductors.length < 2 ? [] : conductors.flatMap(besideOthers)),
      ...contacts.map(contactElement),
      ...(device ? [deviceElement(device)] : []),
      ...loads.filter((l) => !l.open).map(loadElement),
      ...extra,
    ],
    ground,
    hertz: installed.hertz,
    extraNodes: [...installed.wallScrews.map(wallNode), ...installed.boardScrews.map(boardNode), ...points, ground],
  };
}
