/**
 * A humidifier, dehumidifier or ventilator as circuit elements: its own loop through a volt-free
 * pair, or a branch from the thermostat's R back to C.
 */
import { type CircuitElement, CLOSED_OHMS, type Netlist, OPEN_OHMS } from '../../circuit/netlist';
import { magnitude, NO_PHASOR, voltsBetween } from '../../circuit/phasor';
import { conductorOhms } from '../../circuit/resistance.data';
import { CircuitSolver } from '../../circuit/solve';
import type { Accessory } from '../../job/schema';
import { boardNode, openVoltsOf, sourceOhms, sourceReactance, wallNode } from '../installed';
import { ACCESSORY_POWER_FACTOR, ACCESSORY_VA, POWER_FACTOR, SECONDARY_VOLTS } from '../loads.data';

/** Its own two-core lead: 18 gauge, 10 m assumed. */
const LEAD_OHMS = conductorOhms('AWG 18', 10);
/** The small transformer that comes with an accessory. */
const OWN_TRANSFORMER_VA = 20;
/** An isolating relay's coil. */
export const ISOLATING_RELAY_VA = 2;

const accessoryVA = (a: Accessory): number => a.va ?? ACCESSORY_VA[a.kind];
const accessoryRuns = (kind: Accessory['kind']): string => kind;

export interface AccessoryWiring {
  id: string;
  accessory: Accessory;
  /** The output's terminals on the device. */
  terminals: readonly string[];
  fed: boolean;
  returns: 'wall' | 'board';
  /** Driven through an isolating relay, since the output is not volt-free. */
  isolated: boolean;
}

/** Elements of one accessory as wired; the device's own contact is one of the plan's contacts. */
export function accessoryElements(
  w: AccessoryWiring,
  commons: { wall: string | null; board: string },
): CircuitElement[] {
  const { id, accessory } = w;
  const [first = 'Q1', second] = w.terminals;
  const node = (part: string): string => `accessory.${id}.${part}`;
  const load = (a: string, b: string): CircuitElement => ({
    kind: 'load',
    id: `accessory:${id}`,
    name: accessory.kind,
    a,
    b,
    ratedVolts: SECONDARY_VOLTS,
    va: accessoryVA(accessory),
    powerFactor: ACCESSORY_POWER_FACTOR[accessory.kind],
    coil: true,
    runs: accessoryRuns(accessory.kind),
  });
  const lead = (name: string, a: string, b: string): CircuitElement => ({
    kind: 'conductor',
    id: `accessory:${id}:${name}`,
    name: `${accessory.kind} lead`,
    a,
    b,
    ohms: LEAD_OHMS,
  });
  const back = w.returns === 'wall' && commons.wall !== null ? wallNode(commons.wall) : boardNode(commons.board);
  if (w.fed) return [lead('out', wallNode(first), node('in')), load(node('in'), back)];
  const own: CircuitElement = {
    kind: 'source',
    id: `source:accessory:${id}`,
    name: `${accessory.kind}’s own transformer`,
    a: node('hot'),
    b: node('common'),
    volts: openVoltsOf(),
    ohms: sourceOhms(OWN_TRANSFORMER_VA),
    reactance: sourceReactance(OWN_TRANSFORMER_VA),
    degrees: 0,
    ratedVA: OWN_TRANSFORMER_VA,
    supply: `accessory:${id}`,
  };
  if (w.isolated) {
    const relay = `accessory:${id}:relay`;
    return [
      own,
      {
        kind: 'load',
        id: relay,
        name: 'isolating relay',
        a: wallNode(first),
        b: back,
        ratedVolts: SECONDARY_VOLTS,
        va: ISOLATING_RELAY_VA,
        powerFactor: POWER_FACTOR.relay,
        coil: true,
        runs: 'isolating relay',
      },
      load(node('hot'), node('switched')),
      {
        kind: 'contact',
        id: `${relay}:contact`,
        name: 'isolating relay contact',
        a: node('switched'),
        b: node('common'),
        closedOhms: CLOSED_OHMS,
        openOhms: OPEN_OHMS,
        by: { coil: relay },
        normally: 'open',
      },
    ];
  }
  return [
    own,
    load(node('hot'), node('in')),
    lead('out', node('in'), wallNode(first)),
    lead('back', wallNode(second ?? `${first}-`), node('common')),
  ];
}

export interface JoinedTransformers {
  /** Volts across the accessory's coil, by how the two happen to be connected. */
  inPhase: { coilVolts: number; amps: number };
  opposed: { coilVolts: number; amps: number };
}

/**
 * What two joined transformers do: the accessory's lead is on the system's C (or R) and the device
 * is told to feed the output from its own R. Solved for both ways round.
 */
export function joinedTransformers(accessory: Accessory, systemVA: number): JoinedTransformers {
  const key = `${accessory.kind} ${accessoryVA(accessory)} ${accessory.tiedTo ?? ''} ${systemVA}`;
  const known = solved.get(key);
  if (known) return known;
  if (solved.size > 64) solved.clear();
  const joined = solveJoined(accessory, systemVA);
  solved.set(key, joined);
  return joined;
}

/** The same few circuits come up for every way of powering that is judged. */
const solved = new Map<string, JoinedTransformers>();

function solveJoined(accessory: Accessory, systemVA: number): JoinedTransformers {
  const solve = (degrees: 0 | 180): { coilVolts: number; amps: number } => {
    const elements: CircuitElement[] = [
      {
        kind: 'source',
        id: 'system',
        name: 'system transformer',
        a: 'R',
        b: 'C',
        volts: openVoltsOf(),
        ohms: sourceOhms(systemVA),
        reactance: sourceReactance(systemVA),
        degrees: 0,
        ratedVA: systemVA,
        supply: 'system',
      },
      {
        kind: 'source',
        id: 'own',
        name: 'accessory transformer',
        a: 'hot',
        b: accessory.tiedTo === 'R' ? 'R' : 'C',
        volts: openVoltsOf(),
        ohms: sourceOhms(OWN_TRANSFORMER_VA),
        reactance: sourceReactance(OWN_TRANSFORMER_VA),
        degrees,
        ratedVA: OWN_TRANSFORMER_VA,
        supply: 'own',
      },
      {
        kind: 'load',
        id: 'coil',
        name: accessory.kind,
        a: 'hot',
        // Fed from R by the device when its lead is on C; returned to C when its lead is on R.
        b: accessory.tiedTo === 'R' ? 'C' : 'R',
        ratedVolts: SECONDARY_VOLTS,
        va: accessoryVA(accessory),
        powerFactor: ACCESSORY_POWER_FACTOR[accessory.kind],
        coil: true,
      },
    ];
    // Of coil and windings the angle hardly hangs on the frequency: their reactances are of the nameplate's.
    const netlist: Netlist = { elements, ground: 'C', hertz: 60 };
    const solution = new CircuitSolver(netlist).solve({ controls: new Set(), suppliesOff: new Set() });
    return {
      coilVolts: voltsBetween(solution.volts, 'hot', accessory.tiedTo === 'R' ? 'C' : 'R'),
      amps: magnitude(solution.amps.get('coil') ?? NO_PHASOR),
    };
  };
  return { inPhase: solve(0), opposed: solve(180) };
}
