/**
 * A SPICE netlist of one state, runnable as it is by any Berkeley-style simulator: an AC operating point at mains
 * frequency, or a DC one. Contacts and fuses stand as they settled, as resistors; coils as a resistor and an inductor.
 */
import {
  type CircuitElement,
  type CircuitState,
  inrushAdmittance,
  LEAK_SIEMENS,
  loadImpedance,
  type Netlist,
  OPEN_OHMS,
} from './netlist';
import { inverse, type Phasor } from './phasor';
import type { Solution } from './solve';

const number = (value: number): string => value.toPrecision(9).replace(/\.?0+(e|$)/, '$1');

/** What stands between its two nodes as it settled: a resistance, and where there is one a reactance in series, Ω. */
function impedance(
  element: Exclude<CircuitElement, { kind: 'source' | 'capacitance' }>,
  { state, solution, hertz }: { state: CircuitState; solution: Solution; hertz: number | undefined },
): Phasor {
  if (element.kind === 'load')
    return solution.starting.has(element.id) && element.inrushVA !== undefined
      ? inverse(inrushAdmittance(element, element.inrushVA, hertz))
      : loadImpedance(element, hertz);
  // What never settles stands as it stood when the volts were worked out: before its last move.
  const then = (set: ReadonlySet<string>, id: string): boolean => set.has(id) !== solution.oscillating.has(id);
  if (element.kind === 'fuse') return [then(solution.blownFuses, element.id) ? OPEN_OHMS : element.ohms, 0];
  if (element.kind === 'contact') {
    const active =
      'control' in element.by ? state.controls.has(element.by.control) : then(solution.running, element.by.coil);
    return [active === (element.normally === 'open') ? element.closedOhms : element.openOhms, 0];
  }
  return [element.ohms, 0];
}

/** Letters and digits only, so that every simulator accepts the name. */
const safe = (name: string): string => name.replace(/[^A-Za-z0-9]+/g, '_');

/** A SPICE netlist of one state, ready for any simulator. */
export function spiceNetlist(title: string, netlist: Netlist, state: CircuitState, solution: Solution): string {
  const { hertz } = netlist;
  const names = new Map<string, string>([[netlist.ground, '0']]);
  const used = new Set<string>(['0']);
  const node = (name: string, wanted = name): string => {
    const known = names.get(name);
    if (known !== undefined) return known;
    let candidate = safe(wanted);
    while (used.has(candidate.toLowerCase())) candidate += '_';
    used.add(candidate.toLowerCase());
    names.set(name, candidate);
    return candidate;
  };
  /** A node of an element's own, beside those of the circuit. */
  const inside = (name: string): string => node(`\u0000${name}`, name);
  const lines: string[] = [
    `* ${title.replace(/[\r\n]+/g, ' ')}`,
    `* volts are ${hertz === undefined ? 'direct' : `RMS magnitudes at ${hertz} Hz`}; node 0 is ${netlist.ground}`,
  ];
  netlist.elements.forEach((element, i) => {
    const a = node(element.a);
    const b = node(element.b);
    lines.push(`* ${element.name.replace(/[\r\n]+/g, ' ')}`);
    if (element.kind === 'capacitance') {
      if (hertz !== undefined) lines.push(`C${i} ${a} ${b} ${number(element.farads)}`);
      return;
    }
    const source = element.kind === 'source';
    const from = source ? inside(`emf${i}`) : a;
    if (source) {
      const live = state.suppliesOff.has(element.supply) ? 0 : element.volts;
      lines.push(
        hertz === undefined
          ? `V${i} ${from} ${b} DC ${number(element.degrees === 180 ? -live : live)}`
          : `V${i} ${from} ${b} DC 0 AC ${number(live)} ${element.degrees}`,
      );
    }
    const to = source ? a : b;
    const [r, x] = source
      ? [element.ohms, hertz === undefined ? 0 : (element.reactance ?? 0)]
      : impedance(element, { state, solution, hertz });
    const middle = x === 0 ? to : inside(`mid${i}`);
    lines.push(`R${i} ${from} ${middle} ${number(r)}`);
    if (hertz !== undefined && x !== 0) lines.push(`L${i} ${middle} ${to} ${number(x / (2 * Math.PI * hertz))}`);
  });
  for (const name of netlist.extraNodes ?? []) node(name);
  [...names].forEach(([name, alias], i) => {
    if (name !== netlist.ground && !name.startsWith('\u0000'))
      lines.push(`RLEAK${i} ${alias} 0 ${number(1 / LEAK_SIEMENS)}`);
  });
  lines.push(hertz === undefined ? '.op' : `.ac lin 1 ${hertz} ${hertz}`);
  const seen = [...names].flatMap(([name, alias]) => (alias === '0' || name.startsWith('\u0000') ? [] : [alias]));
  const probes = seen.map((alias) => (hertz === undefined ? `v(${alias})` : `vm(${alias})`));
  for (let i = 0; i < probes.length; i += 6)
    lines.push(`.print ${hertz === undefined ? 'op' : 'ac'} ${probes.slice(i, i + 6).join(' ')}`);
  lines.push('.end');
  return `${lines.join('\n')}\n`;
}
