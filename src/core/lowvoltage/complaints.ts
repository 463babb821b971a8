/** What a customer of a 24 V system would notice under a fault. */
import { complaintKey } from '../evidence/complaints';
import type { Complaint } from '../job/complaint';
import type { CallState } from './states';

/** Complaints that a 24 V system can give rise to. */
export const LOW_VOLTAGE_COMPLAINTS: readonly Complaint[] = [
  'no-heat',
  'no-cooling',
  'wrong-way',
  'runs-always',
  'fan-silent',
  'dark',
];

const HEATS = /^(burner|heater|boiler|pump|compressor)/;

/**
 * By complaint key, 1 where a customer would have it.
 * @param running `${state}|${load}` of all that runs; @param way of the heat in a state, 1 into the house
 */
export function saidUnder(
  states: readonly CallState[],
  running: ReadonlySet<string>,
  dark: boolean,
  way: (state: string) => number | undefined,
): [string, number][] {
  const out: [string, number][] = [];
  const has = (id: string): boolean => states.some((s) => s.id === id);
  const runs = (state: string, what: RegExp): boolean =>
    [...running].some((r) => r.startsWith(`${state}|`) && what.test(r.slice(state.length + 1)));
  const said = (complaint: Complaint, would: boolean): void => {
    out.push([complaintKey(complaint), would ? 1 : 0]);
  };
  if (has('heat1')) said('no-heat', !runs('heat1', HEATS) || way('heat1') === 0);
  if (has('cool1')) said('no-cooling', !runs('cool1', /^compressor/) || way('cool1') === 1);
  if (has('heat1') && has('cool1')) said('wrong-way', way('heat1') === 0 || way('cool1') === 1);
  if (has('idle')) said('runs-always', runs('idle', /^(burner|heater|boiler|compressor|blower)/));
  if (has('fan')) said('fan-silent', !runs('fan', /^blower/));
  said('dark', dark);
  return out;
}
