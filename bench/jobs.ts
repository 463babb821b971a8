/** The jobs the figures are taken on. */

import { plantNetlist } from '../src/core/boiler/circuit';
import { planWires } from '../src/core/boiler/wiring';
import type { CircuitElement, Netlist } from '../src/core/circuit/netlist';
import { BoilerSurvey } from '../src/core/job/boiler-schema';
import { readJobValue } from '../src/core/job/file';
import type { Job } from '../src/core/job/schema';

export const file = (value: object): Job => {
  const read = readJobValue({ format: 'augerset.job', version: 2, ...value });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.job;
};

/** The commonest job: a five-wire gas furnace with air conditioner. */
export const fiveWire = (): Job =>
  file({
    device: 't24-five',
    answers: { fuel: 'gas' },
    survey: { lines: 'r red, c blue, y yellow, g green, w white' },
  });

/** Three zones on one board: each thermostat opens a zone valve whose end switch calls the boiler. About forty nodes. */
export function threeZones(): { netlist: Netlist; controls: string[] } {
  const elements: CircuitElement[] = [
    {
      kind: 'source',
      id: 'T',
      name: 'transformer',
      a: 'T.hot',
      b: 'C',
      volts: 26.4,
      ohms: 0.77,
      degrees: 0,
      ratedVA: 75,
      supply: 'main',
    },
    { kind: 'fuse', id: 'F', name: 'fuse', a: 'T.hot', b: 'R', ohms: 0.03, amps: 5 },
    { kind: 'load', id: 'boiler', name: 'boiler relay', a: 'X', b: 'C', ratedVolts: 24, va: 5, coil: true },
    { kind: 'load', id: 'pump', name: 'pump relay', a: 'P', b: 'C', ratedVolts: 24, va: 5, coil: true },
    {
      kind: 'contact',
      id: 'pumpc',
      name: 'pump contact',
      a: 'R',
      b: 'P',
      closedOhms: 0.05,
      openOhms: 1e9,
      by: { coil: 'boiler' },
      normally: 'open',
    },
  ];
  const controls: string[] = [];
  for (const z of [1, 2, 3]) {
    const wire = (from: string, to: string): void => {
      elements.push({ kind: 'conductor', id: `w${z}${from}`, name: from, a: `wall${z}.${from}`, b: to, ohms: 0.4 });
    };
    wire('R', 'R');
    wire('C', 'C');
    for (const s of ['W', 'Y', 'G']) wire(s, `z${z}.${s}`);
    elements.push({
      kind: 'load',
      id: `t${z}`,
      name: 'thermostat',
      a: `wall${z}.R`,
      b: `wall${z}.C`,
      ratedVolts: 24,
      va: 3,
      coil: false,
    });
    for (const s of ['W', 'Y', 'G']) {
      elements.push({
        kind: 'contact',
        id: `k${z}${s}`,
        name: s,
        a: `wall${z}.R`,
        b: `wall${z}.${s}`,
        closedOhms: 0.05,
        openOhms: 1e9,
        by: { control: `${z}${s}` },
        normally: 'open',
      });
      controls.push(`${z}${s}`);
    }
    elements.push({
      kind: 'load',
      id: `v${z}`,
      name: 'zone valve',
      a: `z${z}.W`,
      b: 'C',
      ratedVolts: 24,
      va: 7,
      coil: true,
    });
    elements.push({ kind: 'joint', id: `j${z}`, name: 'splice', a: 'R', b: `z${z}.S`, ohms: 0.2 });
    elements.push({
      kind: 'contact',
      id: `e${z}`,
      name: 'end switch',
      a: `z${z}.S`,
      b: `z${z}.E`,
      closedOhms: 0.05,
      openOhms: 1e9,
      by: { coil: `v${z}` },
      normally: 'open',
    });
    elements.push({ kind: 'joint', id: `x${z}`, name: 'splice', a: `z${z}.E`, b: 'X', ohms: 0.2 });
    elements.push({
      kind: 'load',
      id: `y${z}`,
      name: 'contactor',
      a: `z${z}.Y`,
      b: `z${z}.CC`,
      ratedVolts: 24,
      va: 9,
      coil: true,
    });
    elements.push({ kind: 'conductor', id: `o${z}`, name: 'outdoor common', a: `z${z}.CC`, b: 'C', ohms: 0.5 });
    elements.push({
      kind: 'load',
      id: `g${z}`,
      name: 'fan relay',
      a: `z${z}.G`,
      b: 'C',
      ratedVolts: 24,
      va: 4,
      coil: true,
    });
  }
  return { netlist: { elements, ground: 'C' }, controls };
}

/** The largest boiler plant: eight heating zones and a cylinder, each valve's end switch calling the boiler. */
export function eightZones(): Netlist {
  const plant = { kind: 'zone-valves', zones: 8, input: 'live', output: 'live', overrun: true } as const;
  return plantNetlist(plant, BoilerSurvey.parse({}), planWires(plant));
}
