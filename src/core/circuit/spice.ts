/**
 * A SPICE netlist of one state, runnable as it is by any Berkeley-style simulator: an AC operating
 * point at mains frequency. Contacts, fuses and coils stand as they settled, as resistors.
 */
import { type CircuitElement, type CircuitState, LEAK_SIEMENS, loadOhms, type Netlist } from './netlist';
import type { Solution } from './solve';

const number = (value: number): string => value.toPrecision(9).replace(/\.?0+(e|$)/, '$1');

function resistance(element: CircuitElement, state: CircuitState, solution: Solution): number {
  if (element.kind === 'load')
    return solution.starting.has(element.id) && element.inrushVA !== undefined
      ? loadOhms({ ...element, va: element.inrushVA })
      : loadOhms(element);
  if (element.kind === 'fuse') return solution.blownFuses.has(element.id) ? 1e9 : element.ohms;
  if (element.kind === 'contact') {
    const active =
      'control' in element.by ? state.controls.has(element.by.control) : solution.running.has(element.by.coil);
    return active === (element.normally === 'open') ? element.closedOhms : element.openOhms;
  }
  return element.ohms;
}

/** Letters and digits only, so that every simulator accepts the name. */
const safe = (name: string): string => name.replace(/[^A-Za-z0-9]+/g, '_');

/** A SPICE netlist of one state, ready for any simulator. */
export function spiceNetlist(
  title: string,
  netlist: Netlist,
  state: CircuitState,
  solution: Solution,
  hertz: 50 | 60 = 60,
): string {
  const names = new Map<string, string>([[netlist.ground, '0']]);
  const used = new Set<string>(['0']);
  const node = (name: string): string => {
    const known = names.get(name);
    if (known !== undefined) return known;
    let candidate = safe(name);
    while (used.has(candidate.toLowerCase())) candidate += '_';
    used.add(candidate.toLowerCase());
    names.set(name, candidate);
    return candidate;
  };
  const lines: string[] = [
    `* ${title.replace(/[\r\n]+/g, ' ')}`,
    `* volts are RMS magnitudes at ${hertz} Hz; node 0 is ${netlist.ground}`,
  ];
  netlist.elements.forEach((element, i) => {
    const a = node(element.a);
    const b = node(element.b);
    lines.push(`* ${element.name.replace(/[\r\n]+/g, ' ')}`);
    if (element.kind === 'source') {
      const inner = `emf${i}`;
      const live = state.suppliesOff.has(element.supply) ? 0 : element.volts;
      lines.push(`V${i} ${inner} ${b} DC 0 AC ${number(live)} ${element.phase === 1 ? 0 : 180}`);
      lines.push(`R${i} ${inner} ${a} ${number(element.ohms)}`);
    } else {
      lines.push(`R${i} ${a} ${b} ${number(resistance(element, state, solution))}`);
    }
  });
  for (const name of netlist.extraNodes ?? []) node(name);
  [...names].forEach(([name, alias], i) => {
    if (name !== netlist.ground) lines.push(`RLEAK${i} ${alias} 0 ${number(1 / LEAK_SIEMENS)}`);
  });
  lines.push(`.ac lin 1 ${hertz} ${hertz}`);
  const probes = [...names.values()].filter((alias) => alias !== '0').map((alias) => `vm(${alias})`);
  for (let i = 0; i < probes.length; i += 6) lines.push(`.print ac ${probes.slice(i, i + 6).join(' ')}`);
  lines.push('.end');
  return `${lines.join('\n')}\n`;
}
