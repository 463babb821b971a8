/** A plant's wires as nets: which terminals hang together that may not, at rest and in each demand. */

import { type Join, netOf } from '../circuit/joined';
import { type Finding, finding } from '../findings/finding';
import type { BoilerSurvey, Wire } from '../job/boiler-schema';
import { CLASS_WORDS, type TerminalClass } from '../nets/classes';
import { NET_CODES } from '../nets/codes';
import { type Forbidden, forbiddenNets } from '../nets/nets';
import { type DemandResult, demandPairs, demandRunner } from './demand';
import { type Plant, plantParts } from './parts';
import { planWires } from './wiring';

const BY_TERMINAL: Readonly<Record<string, TerminalClass>> = {
  L: 'line',
  N: 'neutral',
  blue: 'neutral',
  A2: 'neutral',
  E: 'earth',
  earth: 'earth',
  brown: 'load',
  white: 'load',
  A1: 'load',
  PUMP: 'switched-live',
  ON: 'switched-live',
  OFF: 'switched-live',
  COM: 'volt-free',
  NO: 'volt-free',
  CALL: 'volt-free',
  SAT: 'volt-free',
  orange: 'volt-free',
  BUS1: 'bus',
  BUS2: 'bus',
  R1: 'elv-pair',
  R2: 'elv-pair',
};

/** What a terminal of a plant is for; null for one that carries nothing of its own there. */
export function classOf(plant: Plant, point: string): TerminalClass | null {
  const [part = '', terminal = ''] = point.split('.');
  if (part.startsWith('HEAD')) return 'elv-pair';
  if (point === 'PUMP.L') return 'load';
  if (part === 'ROOM') return terminal === 'N' ? 'neutral' : 'volt-free';
  // The three-port valve is held by its grey; a two-port valve's is one side of its end switch.
  if (terminal === 'grey') return part === 'MID' ? 'load' : 'volt-free';
  if (point === 'BOILER.SL') return plant.input === 'live' ? 'load' : null;
  if (terminal === 'CALL1' || terminal === 'CALL2')
    return plant.input === 'low-voltage' ? 'elv-pair' : plant.input === 'volt-free' ? 'volt-free' : null;
  if (/^\d+$/.test(terminal)) return 'switched-live';
  return BY_TERMINAL[terminal] ?? null;
}

const pointsOf = (plant: Plant): string[] => plantParts(plant).flatMap((p) => p.terminals.map((t) => `${p.id}.${t}`));

/** A forbidden net as a finding that names both of its terminals. */
const netFinding = (f: Forbidden, when: string): Finding =>
  finding(
    NET_CODES[f.outcome],
    { a: f.a, b: f.b, aIs: CLASS_WORDS[f.classes[0]], bIs: CLASS_WORDS[f.classes[1]], when },
    [`point:${f.a}`, `point:${f.b}`],
    when === '' ? 'joined by wire' : `with ${when}`,
  );

/** What may not be joined is joined: by wire alone, or by what a demand closes. Each pair of terminals once. */
export function netFindings(plant: Plant, wires: readonly Wire[], results: readonly DemandResult[]): Finding[] {
  const points = pointsOf(plant);
  const is = (p: string): TerminalClass | null => classOf(plant, p);
  const said = new Set<string>();
  const once = (f: Forbidden): boolean => {
    const key = [...[f.a, f.b].sort(), f.outcome].join('|');
    if (said.has(key)) return false;
    said.add(key);
    return true;
  };
  const atRest = forbiddenNets(points, wires, is, true)
    .filter(once)
    .map((f) => netFinding(f, ''));
  const names = demandPairs(plant).map((p) => p.name);
  const called = results.flatMap((r, i) =>
    forbiddenNets(points, [...wires, ...r.closed], is, false)
      .filter(once)
      .map((f) => netFinding(f, names[i] ?? '')),
  );
  // An earth-coloured core is an earth, whatever it was sleeved with.
  const root = netOf(wires);
  const earthCores = wires
    .filter((w) => /green.*yellow|yellow.*green/i.test(w.colour ?? ''))
    .flatMap((w) => {
      const other = points.find((p) => root(p) === root(w.a) && !['earth', null].includes(is(p)));
      return other === undefined ? [] : [{ w, other }];
    })
    .map(({ w, other }) =>
      finding(
        'nets.earth-core',
        { a: w.a, b: w.b, bIs: CLASS_WORDS[is(other) ?? 'line'] },
        [`point:${w.a}`, `point:${w.b}`],
        w.colour ?? '',
      ),
    );
  return [...atRest, ...called, ...earthCores];
}

/** A fuse that opens in the solved circuit, by the wire without which it would hold. */
export function fuseOpens(plant: Plant, survey: BoilerSurvey, wires: readonly Wire[], r: DemandResult): Finding[] {
  if (!r.fuseOpens) return [];
  const guilty = wires.find(
    (w) =>
      !demandRunner(
        plant,
        survey,
        wires.filter((x) => x !== w),
        {},
        true,
      )(r.demand).fuseOpens,
  );
  const [a, b] = guilty ? [guilty.a, guilty.b] : ['SUPPLY.L', 'SUPPLY.N'];
  const name = demandPairs(plant).find((p) => p.demand === r.demand)?.name ?? '';
  return [finding('nets.fuse-opens', { a, b, when: name }, [`point:${a}`, `point:${b}`], `with ${name}`)];
}

const sameList = (a: readonly string[], b: readonly string[]): boolean => a.join('|') === b.join('|');

/** Where what is wired does, or makes live, something else than the plan: the joins in which the two differ. */
export function otherwiseFindings(
  plant: Plant,
  wires: readonly Wire[],
  planned: readonly DemandResult[],
  wired: readonly DemandResult[],
): Finding[] {
  const points = new Set(pointsOf(plant));
  const live = (r: DemandResult): string[] =>
    (r.steps.at(-1)?.live ?? []).filter((p) => points.has(p) && !p.startsWith('ROOM.'));
  const differs = planned.findIndex((p, i) => {
    const w = wired[i];
    return (
      w !== undefined &&
      (p.boilerFires !== w.boilerFires ||
        p.pumpRuns !== w.pumpRuns ||
        p.port !== w.port ||
        p.fuseOpens !== w.fuseOpens ||
        !sameList(p.open, w.open) ||
        !sameList(live(p), live(w)))
    );
  });
  if (differs < 0) return [];
  const plan = planWires(plant);
  const [as, wanted] = [netOf(wires), netOf(plan)];
  // A wire of the plan that is not there, and a wire that is there and joins what the plan keeps apart.
  const missing: Join[] = plan.filter((w) => as(w.a) !== as(w.b));
  const extra: Join[] = wires.filter(
    (w) =>
      points.has(w.a) &&
      points.has(w.b) &&
      !w.a.startsWith('ROOM.') &&
      !w.b.startsWith('ROOM.') &&
      wanted(w.a) !== wanted(w.b),
  );
  const words = (j: Join): string => `${j.a} to ${j.b}`;
  if (missing.length + extra.length === 0) return [];
  return [
    finding(
      'boiler.wired-otherwise',
      {
        demand: demandPairs(plant)[differs]?.name ?? '',
        extra: extra.map(words),
        missing: missing.map(words),
      },
      [...extra, ...missing].flatMap((j) => [`point:${j.a}`, `point:${j.b}`]),
      'the wires traced beside the wires planned',
    ),
  ];
}
