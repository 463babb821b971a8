/** Faults of cores, screws and links: not seated, broken, badly joined, on another screw, exchanged, touching. */
import { terminalInfo } from '../../survey/terminals.data';
import { boardNode, type Installed } from '../installed';
import { byDegree, conductor, type Fault, landedOf, withPart } from './fault';

/** Bare copper on bare copper, to insulation that has become damp. */
const TOUCH_OHMS = [0.3, 40, 130] as const;
/** From a joint that is noticed to one that is burnt. */
const JOINT_OHMS = [30, 60, 120, 300] as const;

type Core = Installed['conductors'][number];

/** Every two of a list, once. */
const pairsOf = <T>(list: readonly T[]): [T, T][] =>
  list.flatMap((p, i) => list.slice(i + 1).map((q): [T, T] => [p, q]));

const alone = (c: Core): Fault[] => [
  ...(['wall', 'board'] as const).map(
    (end): Fault => ({
      id: `unseated-${end}-${c.id}`,
      name: `${c.colour} not seated on ${c[end]} at the ${end}`,
      look: `Tug ${c.colour} at ${c[end]}, ${end}.`,
      fix: 'Supply off, strip it fresh, push it fully home, tug.',
      prior: end === 'wall' ? 6 : 3,
      about: [`conductor:${c.id}`, `${end}.${c[end]}`],
      apply: (i) => conductor(i, c.id, { open: end }),
    }),
  ),
  {
    id: `broken-${c.id}`,
    name: `${c.colour} broken in the wall`,
    look: `Join it to another core at the board and read ohms at the wall.`,
    fix: 'Use a spare core, or pull a new cable.',
    prior: 0.7,
    about: [`conductor:${c.id}`],
    apply: (i) => conductor(i, c.id, { open: 'middle' }),
  },
  {
    id: `joint-${c.id}`,
    name: `bad joint in ${c.colour}`,
    look: 'Look for a twisted splice; read volts across it under load.',
    fix: 'Remake the joint with a proper connector.',
    prior: 0.5,
    about: [`conductor:${c.id}`],
    ...byDegree(JOINT_OHMS, (ohms) => (i) => conductor(i, c.id, { ohms })),
  },
];

const moved = (c: Core, screw: string): Fault => ({
  id: `moved-${c.id}-${screw}`,
  name: `${c.colour} on ${screw} in place of ${c.wall} at the wall`,
  look: `Which screw holds ${c.colour} at the wall?`,
  fix: `Supply off, move it to ${c.wall}, tug.`,
  prior: 0.3,
  about: [`conductor:${c.id}`, `wall.${screw}`],
  apply: (i) => conductor(i, c.id, { wall: screw }),
});

const swapped = (p: Core, q: Core): Fault[] =>
  (['wall', 'board'] as const).map((end) => ({
    id: `swap-${end}-${p.id}-${q.id}`,
    name: `${p[end]} and ${q[end]} swapped at the ${end}`,
    look: `Compare ${p.colour} and ${q.colour} with the terminal plan at the ${end}.`,
    fix: 'Supply off, put them on each other’s screws.',
    prior: 1,
    about: [`conductor:${p.id}`, `conductor:${q.id}`, `${end}.${p[end]}`, `${end}.${q[end]}`],
    apply: (i) => conductor(conductor(i, p.id, { [end]: q[end] }), q.id, { [end]: p[end] }),
  }));

/** Insulation gone where two cores run together: a staple, a sharp edge. */
function touching(p: Core, q: Core): Fault[] {
  if (!p.board || !q.board) return [];
  const [a, b] = [boardNode(p.board), boardNode(q.board)];
  return [
    {
      id: `short-${p.id}-${q.id}`,
      name: `${p.colour} and ${q.colour} touch in the cable`,
      look: `Supply off, both off at both ends: ohms between ${p.colour} and ${q.colour}.`,
      fix: 'Other cores, or a new cable.',
      prior: 0.15,
      about: [`conductor:${p.id}`, `conductor:${q.id}`],
      ...byDegree(
        TOUCH_OHMS,
        (ohms) => (i) =>
          withPart(i, { kind: 'joint', id: `touch:${p.id}:${q.id}`, name: 'touching cores', a, b, ohms }),
      ),
    },
  ];
}

/** Volts, angle and ohms of what another circuit puts on a core that touches it: a 24 V one, or mains through damp. */
interface Foreign {
  volts: number;
  degrees: number;
  ohms: number;
}
const FOREIGN: readonly [Foreign, ...Foreign[]] = [
  { volts: 29, degrees: 90, ohms: 30 },
  { volts: 27, degrees: 90, ohms: 90 },
  { volts: 27, degrees: 180, ohms: 60 },
  { volts: 120, degrees: 90, ohms: 1500 },
];
/** Nobody who switches this equipment off switches that off. */
export const ANOTHER_SUPPLY = 'another circuit';

/** What it adds to the reference of the equipment's own transformer. */
function foreign(c: Core, installed: Installed): Fault[] {
  const [t] = installed.transformers;
  // On a hot core it stands beside the supply: only proving dead shows it.
  const own = installed.transformers.some((x) => c.board === x.hot || c.board === x.common);
  if (!t || c.board === undefined || own) return [];
  const [a, b] = [boardNode(c.board), boardNode(t.common)];
  return [
    {
      id: `foreign-${c.id}`,
      name: `another circuit feeds ${c.colour}`,
      look: `Supply off and proved dead: volts left between ${c.colour} and C, or ${c.colour} to earth?`,
      fix: 'Find the other circuit and switch it off before touching anything. Other cores, or a new cable apart from it.',
      prior: 0.05,
      about: [`conductor:${c.id}`],
      ...byDegree(
        FOREIGN,
        ({ volts, degrees, ohms }) =>
          (i) =>
            withPart(i, {
              kind: 'source',
              id: `foreign:${c.id}`,
              name: 'another circuit',
              a,
              b,
              volts,
              ohms,
              degrees,
              ratedVA: volts,
              supply: ANOTHER_SUPPLY,
            }),
      ),
    },
  ];
}

/** The single R of a plate with two R screws, and the link between them. */
function linkFaults(installed: Installed, landed: readonly Core[]): Fault[] {
  const hots = installed.wallScrews.filter((s) =>
    ['hot', 'hot-cool', 'hot-heat'].includes(terminalInfo(s)?.role ?? ''),
  );
  const hot = landed.find((c) => c.wall !== undefined && hots.includes(c.wall));
  if (!hot || hots.length < 2 || installed.wallLinks.length === 0) return [];
  const other = hots.find((s) => s !== hot.wall);
  return [
    ...(other
      ? [
          {
            id: 'wrong-r',
            name: `R landed on ${other} instead of ${hot.wall}, jumper not made`,
            look: `Which R terminal holds ${hot.colour}?`,
            fix: `Move it to ${hot.wall}.`,
            prior: 4,
            about: [`conductor:${hot.id}`, `wall.${other}`],
            apply: (i: Installed) => ({ ...conductor(i, hot.id, { wall: other }), wallLinks: [] }),
          },
        ]
      : []),
    {
      id: 'jumper-missing',
      name: `${hots.join(' and ')} not joined`,
      look: 'Is the jumper in, or the setting “joined”?',
      fix: 'Fit the jumper or set the terminals to joined.',
      prior: 2,
      about: hots.map((h) => `wall.${h}`),
      apply: (i) => ({ ...i, wallLinks: [] }),
    },
  ];
}

/** Links at the board that the plan makes or that stand there: one left out calls one thing less. */
const boardLinkFaults = ({ boardLinks }: Installed): Fault[] => {
  const same = ([a, b]: readonly [string, string], [x, y]: readonly [string, string]): boolean =>
    (a === x && b === y) || (a === y && b === x);
  const each = boardLinks.filter((link, i) => boardLinks.findIndex((l) => same(l, link)) === i);
  return each.map(([a, b]) => ({
    id: `link-missing-${a}-${b}`,
    name: `${a} and ${b} not joined at the board`,
    look: `Is the piece of wire between ${a} and ${b} in, under both screws?`,
    fix: `Supply off, join ${a} and ${b} at the board, tug both.`,
    prior: 2,
    about: [`board.${a}`, `board.${b}`],
    apply: (i) => ({ ...i, boardLinks: i.boardLinks.filter((l) => !same(l, [a, b])) }),
  }));
};

function commonFaults(landed: readonly Core[]): Fault[] {
  const common = landed.find((c) => terminalInfo(c.wall ?? '')?.role === 'common');
  if (!common) return [];
  return [
    {
      id: 'common-not-landed',
      name: `C not landed at the board`,
      look: `Is ${common.colour} under C at the board?`,
      fix: 'Supply off, land it on C at the board, tug.',
      prior: 6,
      about: [`conductor:${common.id}`, `board.${common.board}`],
      apply: (i) => conductor(i, common.id, { board: undefined }),
    },
  ];
}

/** What touches a core that should not: another core of its own, another circuit. */
export function touchFaults(installed: Installed): Fault[] {
  const landed = landedOf(installed);
  return [...pairsOf(landed).flatMap(([p, q]) => touching(p, q)), ...landed.flatMap((c) => foreign(c, installed))];
}

/** Every single fault of cores, screws and links by themselves. */
export function coreFaults(installed: Installed): Fault[] {
  const landed = landedOf(installed);
  const empty = installed.wallScrews.filter((s) => !installed.conductors.some((c) => c.wall === s));
  return [
    ...landed.flatMap(alone),
    ...landed.flatMap((c) => empty.map((screw) => moved(c, screw))),
    ...pairsOf(landed).flatMap(([p, q]) => swapped(p, q)),
    ...linkFaults(installed, landed),
    ...boardLinkFaults(installed),
    ...commonFaults(landed),
  ];
}
