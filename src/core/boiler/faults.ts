/** Single faults of a plant: a wire off, two exchanged on a part, what fails inside parts, the supply, the head. */

import { type Point, pointLabel } from '../circuit/point';
import type { NamedFault } from '../evidence/hypothesis';
import type { Wire } from '../job/boiler-schema';
import type { PlantFaults } from './circuit';
import {
  allValves,
  boxOf,
  hasCylinderStat,
  hasPumpPart,
  hasZoneValves,
  type Plant,
  plantParts,
  switchesMains,
  units,
  valveName,
} from './parts';

export interface PlantFault extends NamedFault {
  wires?: (wires: readonly Wire[]) => Wire[];
  inside?: PlantFaults;
  /** Nothing the head asks is heard. */
  unheard?: boolean;
}

/** Wires mistaken for one another on a part: cores of one cable, beside one another. */
const MISTAKEN: readonly (readonly [string, RegExp, readonly string[]])[] = [
  ['valve', /^(HW|CH\d+)$/, ['brown', 'grey', 'orange', 'blue']],
  ['three-port valve', /^MID$/, ['white', 'grey', 'orange', 'blue']],
  ['receiver', /^RX\d*$/, ['1', '3', '4', '5', 'COM', 'NO', 'L', 'N']],
  ['cylinder thermostat', /^CYL$/, ['COM', 'CALL', 'SAT']],
  ['boiler', /^BOILER$/, ['L', 'N', 'SL', 'PUMP']],
  ['pump', /^PUMP$/, ['L', 'N']],
];

const exchanged =
  (p: Point, q: Point) =>
  (wires: readonly Wire[]): Wire[] => {
    const other = (x: Point): Point => (x === p ? q : x === q ? p : x);
    return wires.map((w) => ({ ...w, a: other(w.a), b: other(w.b) }));
  };

const opened =
  (off: Wire) =>
  (wires: readonly Wire[]): Wire[] =>
    wires.filter((w) => w.a !== off.a || w.b !== off.b);

/** Every single fault of this plant, in a fixed order. */
export function plantFaults(plant: Plant, wires: readonly Wire[]): PlantFault[] {
  return [
    ...wireFaults(wires),
    ...hubFaults(wires),
    ...exchangedFaults(plant, wires),
    ...insideFaults(plant),
    ...supplyFaults(plant),
  ];
}

const isEarth = (point: string): boolean => /\.(E|earth)$/.test(point);

const wireFaults = (wires: readonly Wire[]): PlantFault[] =>
  wires.map((w) => ({
    id: `open:${w.a}-${w.b}`,
    name: `${pointLabel(w.a)} not joined to ${pointLabel(w.b)}`,
    look: `Supply off, ohms from ${pointLabel(w.a)} to ${pointLabel(w.b)}; tug both ends.`,
    fix: 'Supply off and proved dead, strip it fresh, push it home, tug.',
    prior: isEarth(w.a) ? 0.6 : 1,
    about: [w.a, w.b],
    wires: opened(w),
  }));

/**
 * Several cores on one terminal of the wiring centre are drawn from one of them: with that one off, the others stay joined
 * to each other.
 */
function hubFaults(wires: readonly Wire[]): PlantFault[] {
  const centres = new Map<number, Wire[]>();
  for (const w of wires) if (w.centre !== undefined) centres.set(w.centre, [...(centres.get(w.centre) ?? []), w]);
  return [...centres.values()].flatMap((here) => {
    const points = [...new Set(here.flatMap((w) => [w.a, w.b]))];
    const [hub] = points.filter((p) => here.every((w) => w.a === p || w.b === p));
    if (here.length < 2 || hub === undefined || hub.startsWith('SUPPLY.')) return [];
    const [first, ...others] = points.filter((p) => p !== hub);
    const name = pointLabel(hub);
    return first === undefined
      ? []
      : [
          {
            id: `core-off:${hub}`,
            name: `the core of ${name} is off its terminal of the wiring centre`,
            look: `Supply off, ohms from ${name} to ${pointLabel(first)}; tug it in the wiring centre.`,
            fix: 'Supply off and proved dead, strip it fresh, push it home, tug.',
            prior: 1,
            about: [hub],
            wires: (all: readonly Wire[]): Wire[] => [
              ...all.filter((w) => (w.a !== hub && w.b !== hub) || !here.some((h) => h.a === w.a && h.b === w.b)),
              ...others.map((p): Wire => ({ a: first, b: p })),
            ],
          },
        ];
  });
}

function exchangedFaults(plant: Plant, wires: readonly Wire[]): PlantFault[] {
  const landed = new Set(wires.flatMap((w) => [w.a, w.b]));
  return plantParts(plant).flatMap((part) => {
    const [, , list = []] = MISTAKEN.find(([, id]) => id.test(part.id)) ?? [];
    const here = list.map((t): Point => `${part.id}.${t}`).filter((p) => landed.has(p));
    return here.flatMap((p, i) =>
      here.slice(i + 1).map((q) => ({
        id: `exchanged:${p}-${q}`,
        name: `${pointLabel(p)} and ${pointLabel(q)} exchanged`,
        look: `Compare both cores with the plan at the ${part.name}.`,
        fix: 'Supply off and proved dead, put them on each other’s terminals.',
        prior: 0.5,
        about: [p, q],
        wires: exchanged(p, q),
      })),
    );
  });
}

function insideFaults(plant: Plant): PlantFault[] {
  const faults: PlantFault[] = [];
  const add = (
    id: string,
    name: string,
    look: string,
    fix: string,
    prior: number,
    about: string[],
    inside: PlantFaults,
  ): void => {
    faults.push({ id, name, look, fix, prior, about, inside });
  };
  if (hasZoneValves(plant.kind))
    for (const v of allValves(plant)) {
      const name = valveName(v);
      add(
        `stuck:${v}`,
        `end switch of the ${name} sticks closed`,
        `With nothing called, ${v} orange should be dead; move its lever by hand.`,
        'A new valve head.',
        1.2,
        [`${v}.grey`, `${v}.orange`],
        { stuck: [v] },
      );
      add(
        `end-open:${v}`,
        `end switch of the ${name} never makes`,
        `With ${v} called and arrived, grey live and orange dead.`,
        'A new valve head.',
        1.2,
        [`${v}.grey`, `${v}.orange`],
        { endsOpen: [v] },
      );
    }
  const zones = hasZoneValves(plant.kind) ? Math.min(plant.zones, boxOf(plant).channels * units(plant).length) : 1;
  if (plant.input !== 'bus')
    for (let z = 0; z < zones; z++)
      add(
        `contact:${z + 1}`,
        zones > 1 ? `the device’s heating contact ${z + 1} never makes` : 'the device’s heating contact never makes',
        'With heat called, its output stays dead while its supply is there.',
        'Check what it is set to, then the device.',
        0.6,
        [`zone:${z}`],
        { contactsOpen: [z] },
      );
  if (hasCylinderStat(plant))
    add(
      'welded',
      'cylinder thermostat welded closed',
      'Turn it down: no click, and it still calls.',
      'A new cylinder thermostat: water that never stops heating scalds.',
      0.6,
      ['CYL.COM', 'CYL.CALL'],
      { cylinderWelded: true },
    );
  if (hasPumpPart(plant))
    add(
      'pump-dead',
      'pump stuck or dead',
      'Volts at it while it should turn, and it does not.',
      'Free its shaft or fit another.',
      1,
      ['PUMP.L', 'PUMP.N'],
      { pumpDead: true },
    );
  return faults;
}

function supplyFaults(plant: Plant): PlantFault[] {
  const faults: PlantFault[] = [
    {
      id: 'spur-off',
      name: 'the spur is off, or its fuse gone',
      look: 'Its neon, its switch, its fuse.',
      fix: 'Find why before the fuse is changed; never a larger one.',
      prior: 2.5,
      about: ['SUPPLY.L'],
      wires: (wires) => wires.filter((w) => w.a !== 'SUPPLY.L' && w.b !== 'SUPPLY.L'),
    },
  ];
  if (plant.input !== 'bus')
    faults.push({
      id: 'unheard',
      name: 'the head is not heard: not paired, flat, or too far',
      look: 'The receiver’s own button works, the head’s call does not.',
      fix: 'Fresh batteries, pair again, the head nearer.',
      prior: 3,
      about: ['HEAD'],
      unheard: true,
    });
  if (plant.output !== 'live' && !switchesMains(plant) && plant.input !== 'bus')
    faults.push({
      id: 'link-left',
      name: 'the link from L to COM left in',
      look: 'Supply off: open from COM to L, no link between them.',
      fix: 'Supply off and proved dead, take the link out: it puts mains into a dry input.',
      prior: 1.5,
      about: ['RX.COM', 'SUPPLY.L'],
      wires: (wires) => [...wires, { a: 'SUPPLY.L', b: 'RX.COM' }],
    });
  return faults;
}
