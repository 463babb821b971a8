/**
 * The ring or the pair as a circuit of two-terminal elements: pile, coil, leads, contacts; or what the appliance puts on
 * its own pair. Direct current is the same circuit at no frequency.
 */
import { type CircuitElement, CLOSED_OHMS, type Netlist, OPEN_OHMS } from '../circuit/netlist';
import type { MillivoltLoop } from './loop';
import type { ContactSurvey } from './survey';

export const CONTACT_STATES = [
  { id: 'idle', name: 'not calling' },
  { id: 'heating', name: 'calling' },
  { id: 'off', name: 'appliance off' },
] as const;
export type ContactStateId = (typeof CONTACT_STATES)[number]['id'];

/** What a board puts behind its pair, Ω: a resistor that a closed contact shorts. */
const PAIR_SOURCE_OHMS = 2200;
const USUAL_PAIR_VOLTS = 24;
const SMALL_TRANSFORMER_OHMS = 2;

const middle = (r: { low: number; high: number }): number => (r.low + r.high) / 2;

/** @returns null while the appliance is not known */
export function contactNetlist(survey: ContactSurvey, loop: MillivoltLoop | null): Netlist | null {
  const elements: CircuitElement[] = [];
  const hertz = survey.region === 'NA' ? 60 : 50;
  const link = (a: string, b: string, ohms: number, name: string): void => {
    elements.push({ id: name, name, a, b, kind: 'link', ohms: Math.max(ohms, CLOSED_OHMS / 10) });
  };
  const contact = (a: string, b: string): void => {
    elements.push({
      id: 'call',
      name: 'thermostat',
      a,
      b,
      kind: 'contact',
      closedOhms: CLOSED_OHMS / 2,
      openOhms: OPEN_OHMS,
      by: { control: 'call' },
      normally: 'open',
    });
  };
  const source = (a: string, b: string, volts: number, ohms: number): void => {
    elements.push({
      id: 'source',
      name: 'source',
      a,
      b,
      kind: 'source',
      volts,
      ohms,
      degrees: 0,
      ratedVA: 20,
      supply: 'appliance',
    });
  };
  if (loop) {
    // Sheet and readings say what the ring holds; its leads are shared out on both ways.
    const leads = Math.max(0, middle(loop.loopOhms) - CLOSED_OHMS / 2);
    source('pile.1', 'pile.2', middle(loop.openVolts), middle(loop.pileOhms));
    link('pile.1', 'pair.1', leads / 2, 'lead out');
    contact('pair.1', 'pair.2');
    link('pair.2', 'coil.1', leads / 2, 'lead back');
    link('coil.1', 'coil.2', middle(loop.coilOhms), 'coil');
    link('coil.2', 'pile.2', 0, 'valve body');
    return { elements, ground: 'pile.2' };
  }
  if (survey.appliance === 'dry-pair') {
    source('board', 'pair.2', survey.pairAc ?? survey.pairDc ?? USUAL_PAIR_VOLTS, SMALL_TRANSFORMER_OHMS);
    link('board', 'pair.1', PAIR_SOURCE_OHMS, 'input of the board');
    contact('pair.1', 'pair.2');
    // A pair of direct current has no frequency; nor has the pile above.
    return {
      elements,
      ground: 'pair.2',
      ...(survey.pairDc !== undefined && survey.pairAc === undefined ? {} : { hertz }),
    };
  }
  if (survey.appliance === 'own-24v') {
    source('call.r', 'call.c', survey.secondaryVolts ?? 26, SMALL_TRANSFORMER_OHMS);
    contact('call.r', 'call.w');
    elements.push({
      id: 'valve',
      name: 'gas valve',
      a: 'call.w',
      b: 'call.c',
      kind: 'load',
      ratedVolts: 24,
      va: survey.valveVA ?? 8,
      coil: false,
      runs: 'burner',
    });
    return { elements, ground: 'call.c', hertz };
  }
  return null;
}

/** The controls that a state closes. */
export const contactControls = (state: ContactStateId): ReadonlySet<string> =>
  new Set(state === 'heating' ? ['call'] : []);
/** Supplies that are off in a state. */
export const contactSuppliesOff = (state: ContactStateId): ReadonlySet<string> =>
  new Set(state === 'off' ? ['appliance'] : []);
