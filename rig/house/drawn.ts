/**
 * One house among those that its survey allows: mains, windings, coils, runs and joints drawn by a seed within what the
 * trade knows of them. Each by its own name, so that a fault put in moves nothing else.
 */
import type { CircuitElement, Netlist } from '../../src/core/circuit/netlist';
import { CircuitSolver } from '../../src/core/circuit/solve';
import { chanceOf } from '../chance';

type Spread = readonly [number, number];

/** The mains of a street on a day, by share. */
const MAINS: Spread = [0.96, 1.04];
/** Idle volts over rated ones, and reactance over resistance of a small winding. */
const REGULATION: Spread = [0.08, 0.13];
const LEAKAGE: Spread = [0.2, 0.65];
/** Of what its kind usually draws, and of what is on its label. */
const COIL_VA: Spread = [0.82, 1.18];
const LABEL_VA: Spread = [0.93, 1.07];
const INRUSH: Spread = [0.85, 1.15];
const DEVICE_VA: Spread = [0.7, 1.05];
/** A coil's power factor, of the usual one. */
const FACTOR: Spread = [0.82, 1.18];
/** A run as somebody guesses it, and as somebody measured it. */
const RUN: Spread = [0.6, 1.4];
const MEASURED_RUN: Spread = [0.92, 1.08];
/** A joint at each end, Ω. */
const JOINT: Spread = [0.002, 0.03];

/** FNV-1a: a number of a name. */
function numberOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** The seed that a house has by its own name. */
export const seedOf = (name: string): number => numberOf(name);

/** What the installer knows better than by its kind. */
export interface Noted {
  /** Loads whose label was read, by their ids in the circuit. */
  labels: ReadonlySet<string>;
  /** The run was measured. */
  run: boolean;
  /** What a meter showed there at rest, before any proof: this house gives the same. */
  read: { a: string; b: string; volts: number } | null;
}

/** Of idle volts over rated ones in the circuit that is drawn from. */
const NOMINAL_REGULATION = 0.1;

/** Mains further off than this were not read on this house. */
const OFF_SHARE = 0.15;

/** How much more the mains are than drawn, for a whole house to read at rest what was read there. */
export function mainsAsRead(drawn: Netlist, { read }: Noted): number {
  if (!read) return 1;
  const solver = new CircuitSolver(drawn);
  if (![read.a, read.b].every((p) => solver.has(p) || p === drawn.ground)) return 1;
  const rest = solver.solve({ controls: new Set(), suppliesOff: new Set() });
  const volts = solver.probeAll([read.a, read.b], rest).open(0, 1);
  const share = volts > 1 ? read.volts / volts : 1;
  return Math.abs(share - 1) < OFF_SHARE ? share : 1;
}

/** The circuit as one house has it. @param share of the mains that the seed draws */
export function drawnNetlist(netlist: Netlist, seed: number, noted: Noted, share = 1): Netlist {
  const of = (name: string, [low, high]: Spread): number =>
    low + (high - low) * chanceOf(numberOf(`${seed} ${name}`))();
  const mains = of('mains', MAINS) * share;
  const run = of('run', noted.run ? MEASURED_RUN : RUN);
  const draw = (e: CircuitElement): CircuitElement => {
    switch (e.kind) {
      case 'source': {
        const regulation = of(`${e.id} regulation`, REGULATION);
        const ohms = e.ohms * (regulation / NOMINAL_REGULATION);
        return {
          ...e,
          volts: (e.volts * mains * (1 + regulation)) / (1 + NOMINAL_REGULATION),
          ohms,
          reactance: ohms * of(`${e.id} leakage`, LEAKAGE),
        };
      }
      case 'conductor':
        return e.ohms > 1e3 ? e : { ...e, ohms: e.ohms * run + of(`${e.id} a`, JOINT) + of(`${e.id} b`, JOINT) };
      case 'load': {
        // The level of an electronic input, and what another device draws, are not this house's to draw.
        if (e.sense) return e;
        if (!e.coil) return { ...e, va: e.va * of(e.id, DEVICE_VA) };
        const va = e.va * of(e.id, noted.labels.has(e.id) ? LABEL_VA : COIL_VA);
        return {
          ...e,
          va,
          ...(e.inrushVA === undefined ? {} : { inrushVA: Math.max(va, e.inrushVA * of(`${e.id} inrush`, INRUSH)) }),
          ...(e.powerFactor === undefined
            ? {}
            : { powerFactor: Math.min(0.98, e.powerFactor * of(`${e.id} factor`, FACTOR)) }),
        };
      }
      default:
        return e;
    }
  };
  return { ...netlist, elements: netlist.elements.map(draw) };
}
