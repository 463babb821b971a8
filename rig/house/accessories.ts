/** Humidifiers, dehumidifiers and ventilators with their leads, each as it hangs on the outputs it was given. */
import { type CircuitElement, CLOSED_OHMS, OPEN_OHMS } from '../../src/core/circuit/netlist';
import type { PlannedAccessory } from '../../src/core/lowvoltage/accessories/plan';
import type { InstalledContact } from '../../src/core/lowvoltage/installed';

/** Landed by the work list: which screws, which way back. */
export type Landed = Pick<PlannedAccessory, 'id' | 'accessory' | 'terminals' | 'fed' | 'isolated' | 'returns'>;

const RATED_VOLTS = 24;
/** 18 gauge, ten metres, Ω a core. */
const LEAD_OHMS = 0.21;
/** Volt-amperes and power factor by the kind of coil it has. */
const DRAWS = {
  humidifier: { va: 10, powerFactor: 0.5 },
  dehumidifier: { va: 4, powerFactor: 0.6 },
  ventilator: { va: 6, powerFactor: 0.6 },
} as const;
/** Its own small transformer: open volts, winding Ω. */
const OWN = { va: 20, volts: 26.4, ohms: 2.88, reactance: 1.15 } as const;

export interface AccessoryCircuit {
  contacts: InstalledContact[];
  elements: CircuitElement[];
}

/** @param at screws of the two commons, and the R that feeds a fed output */
export function accessoryCircuit(
  { id, accessory, terminals, fed, isolated, returns }: Landed,
  at: { wallCommon: string | null; boardCommon: string; hot: string },
): AccessoryCircuit {
  const [first = 'Q1', second] = terminals;
  const { kind } = accessory;
  const node = (part: string): string => `accessory.${id}.${part}`;
  const back = returns === 'wall' && at.wallCommon !== null ? `wall.${at.wallCommon}` : `board.${at.boardCommon}`;
  const coil = (a: string, b: string): CircuitElement => ({
    kind: 'load',
    id: `accessory:${id}`,
    name: kind,
    a,
    b,
    ratedVolts: RATED_VOLTS,
    va: accessory.va ?? DRAWS[kind].va,
    powerFactor: DRAWS[kind].powerFactor,
    coil: true,
    runs: kind,
  });
  const lead = (part: string, a: string, b: string): CircuitElement => ({
    kind: 'conductor',
    id: `accessory:${id}:${part}`,
    name: `${kind} lead`,
    a,
    b,
    ohms: LEAD_OHMS,
  });
  const output = (from: string): InstalledContact => ({ from, to: first, role: 'accessory' });
  if (fed)
    return {
      contacts: [output(at.hot)],
      elements: [lead('out', `wall.${first}`, node('in')), coil(node('in'), back)],
    };
  const own: CircuitElement = {
    kind: 'source',
    id: `source:accessory:${id}`,
    name: `${kind}’s own transformer`,
    a: node('hot'),
    b: node('common'),
    volts: OWN.volts,
    ohms: OWN.ohms,
    reactance: OWN.reactance,
    degrees: 0,
    ratedVA: OWN.va,
    supply: `accessory:${id}`,
  };
  if (!isolated)
    return {
      contacts: [output(second ?? at.hot)],
      elements: [
        own,
        coil(node('hot'), node('in')),
        lead('out', node('in'), `wall.${first}`),
        lead('back', `wall.${second ?? `${first}-`}`, node('common')),
      ],
    };
  const relay = `accessory:${id}:relay`;
  return {
    contacts: [output(at.hot)],
    elements: [
      own,
      {
        kind: 'load',
        id: relay,
        name: 'isolating relay',
        a: `wall.${first}`,
        b: back,
        ratedVolts: RATED_VOLTS,
        va: 2,
        powerFactor: 0.6,
        coil: true,
        runs: 'isolating relay',
      },
      coil(node('hot'), node('switched')),
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
    ],
  };
}
