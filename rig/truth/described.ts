/** A 24 V house as it is written down by hand: what stands there, what a device closes, what may be wrong. */

/** From least to most: drawn by seed for each house. */
export type Spread = readonly [number, number];

export interface TruthLoad {
  /** Its name: the screw of the board it hangs on, unless `at` says where else. */
  screw: string;
  common?: string;
  /** Points it lies between. */
  at?: readonly [string, string];
  /** How the engine ends the ids of its faults, where it is no load of the board. */
  called?: string;
  runs: string;
  /** Sealed. */
  va: Spread;
  /** Sealed power factor of its coil. */
  powerFactor: Spread;
  /** VA before it has pulled in, over its sealed VA. */
  inrush: Spread;
}

export interface TruthTransformer {
  hot: string;
  common: string;
  va: number;
  /** Points of its two leads, where it does not stand on the board. */
  at?: readonly [string, string];
  /** Which way round it was connected beside the first nobody knows: drawn. */
  eitherWay?: boolean;
  /** How the engine ends the ids of its faults. */
  called?: string;
}

export interface TruthWire {
  id: string;
  a: string;
  b: string;
  ohms: Spread;
  /** The engine's id of its being broken; a wire that has none is no fault of any list. */
  called?: string;
}

export interface TruthEquipment {
  transformers: readonly TruthTransformer[];
  /** Wires that are no cores of the cable: leads of accessories, the cable to an outdoor unit. */
  wires?: readonly TruthWire[];
  /** Contacts that a load of its closes once it has pulled in: end switches, relays. */
  relays?: readonly { id: string; a: string; b: string; by: string; called?: string }[];
  loads: readonly TruthLoad[];
  /** Pairs of points that a careless hand may join, and the engine's id for it. */
  ties?: readonly { a: string; b: string; called: string }[];
  /** The furnace starts its own blower when it burns. */
  blowerWithBurner: boolean;
  /** Where the heat goes: a heat pump, by the state in which its valve is energised. */
  valve?: 'O' | 'B';
}

export interface TruthDevice {
  hot: string;
  common: string;
  va: Spread;
  /** Screws closed to a hot one in each call, by the device's own letters. */
  closes: Readonly<Record<string, readonly string[]>>;
  /** Screws fed from another hot one than `hot`. */
  from?: Readonly<Record<string, string>>;
}

/** One core: the screw at either end, as the installer landed it. */
export interface Landed {
  id: string;
  wall: string | null;
  board: string | null;
}

export interface TruthFault {
  id: string;
  /** What is put into the house before it is solved. */
  does:
    | { kind: 'core-open'; core: string; at: 'wall' | 'board' | 'middle' }
    | { kind: 'joint'; core: string; ohms: number }
    | { kind: 'cores-swapped'; a: string; b: string; at: 'wall' | 'board' }
    | { kind: 'cores-touch'; a: string; b: string; ohms: number }
    | { kind: 'coil-open'; screw: string }
    | { kind: 'coil-heavy'; screw: string; times: number }
    /** Dirt in its armature: it pulls in only from so many volts. */
    | { kind: 'coil-late'; screw: string; volts: number }
    | { kind: 'contact'; screw: string; stuck: 'open' | 'closed' }
    /** What the device closes by call, in place of what is meant, and the setting that says so. */
    | { kind: 'calls'; closes: Readonly<Record<string, readonly string[]>>; setting?: string }
    | { kind: 'low-mains'; share: number; transformer?: number }
    | { kind: 'fuse-out'; transformer?: number }
    | { kind: 'transformer-dead'; transformer: number }
    | { kind: 'wire-open'; wire: string }
    | { kind: 'relay'; relay: string; stuck: 'open' | 'closed' }
    /** Two points joined that should not be. */
    | { kind: 'tied'; a: string; b: string }
    | { kind: 'load-on-wrong-screw'; from: string; to: string }
    | { kind: 'device-draws'; va: number }
    | { kind: 'leak-to-common'; screw: string; ohms: number }
    | { kind: 'contact-leaks'; screw: string; ohms: number }
    | { kind: 'winding-weak'; ohms: number }
    | { kind: 'foreign-volts'; core: string; volts: number; ohms: number };
}
