/**
 * The transformer's budget: every state the thermostat, its accessories and the other zones can be
 * in is solved; the worst is shown with its parts. Keep it at or below 80 % of rated VA and every
 * coil at or above 85 % of nominal; while a coil pulls in it must still see 75 %.
 */
import { type CircuitState, PICK_UP } from '../circuit/netlist';
import { conductorOhms, RESISTANCE_GAUGES } from '../circuit/resistance.data';
import { type WorstStates, worstStates } from '../circuit/worst';
import { type Finding, finding } from '../findings/finding';
import type { LowVoltageJob } from '../job/schema';
import { ISOLATING_RELAY_VA } from './accessories/circuit';
import type { PlannedAccessory } from './accessories/plan';
import type { Installed } from './installed';
import { DEFAULT_GAUGE, DEFAULT_METRES, SECONDARY_VOLTS, TRANSFORMER_SIZES } from './loads.data';
import { type Predictor, predictor, solverFor } from './predict';
import type { CallState } from './states';
import { zoneCall } from './zones';

export const BUDGET_SHARE = 0.8;
const COIL_SHARE = 0.85;
/** Their states are made here by switching each output on and off in every other state. */
const ACCESSORY_STATES = { humidify: 1, dehumidify: 1, ventilate: 1 };

/** More zones than this are tried all on and all off only: VA grows with every zone that calls. */
const MOST_ZONES = 5;

export interface BudgetState {
  name: string;
  call: CallState;
  zones: readonly string[];
}

export interface Inrush {
  name: string;
  /** At the coil in the instant before it has pulled in. */
  volts: number;
  ok: boolean;
  state: string;
}

export interface Repair {
  /** What is changed, as an instruction. */
  what: string;
  /** What it then comes to. */
  va: number;
  ratedVA: number;
  weakestShare: number | null;
}

export interface Budget {
  worst: WorstStates;
  states: BudgetState[];
  /** The system's own transformer, the most loaded where there are two. */
  va: number;
  ratedVA: number;
  state: string;
  parts: { id: string; name: string; va: number }[];
  inrush: Inrush | null;
  short: boolean;
  repair: Repair | null;
}

/** Every state the controls can be in together: calls, fan, accessories, zones. */
function budgetStates(
  calls: readonly CallState[],
  accessories: readonly { terminal: string; kind: string }[],
  zones: readonly { id: string; name: string }[],
  fanTerminal: boolean,
): BudgetState[] {
  const subsets = <T>(items: readonly T[]): T[][] =>
    items.length > MOST_ZONES
      ? [[], [...items]]
      : Array.from({ length: 2 ** items.length }, (_, mask) => items.filter((_i, at) => ((mask >> at) & 1) === 1));
  const states: BudgetState[] = [];
  for (const call of calls) {
    if (call.dead || call.id in ACCESSORY_STATES) continue;
    for (const fan of fanTerminal && !call.calls.includes('fan') ? [false, true] : [false])
      for (const on of subsets(accessories))
        for (const z of subsets(zones)) {
          const withFan: CallState = {
            ...call,
            calls: fan ? [...call.calls, 'fan'] : call.calls,
            ...(on.length > 0 ? { accessories: on.map((a) => a.terminal) } : {}),
          };
          const also = [...(fan ? ['fan'] : []), ...on.map((a) => a.kind), ...z.map((x) => x.name)];
          states.push({ name: [call.name, ...also].join(' + '), call: withFan, zones: z.map((x) => x.id) });
        }
  }
  return states;
}

/** The controls of each state, zones included. */
const circuitStates = (p: Predictor, states: readonly BudgetState[]): CircuitState[] =>
  states.map((s) => {
    const state = p.circuitState(s.call);
    if (s.zones.length === 0) return state;
    return { controls: new Set([...state.controls, ...s.zones.map(zoneCall)]), suppliesOff: state.suppliesOff };
  });

const solveAll = (p: Predictor, states: readonly BudgetState[]): WorstStates =>
  worstStates(p.solver, circuitStates(p, states));

/** The system's sources; an accessory's own transformer is its own affair. */
const ofSystem = (worst: WorstStates): WorstStates['sources'] =>
  worst.sources
    .filter((s) => !s.source.id.startsWith('source:accessory:'))
    .sort((a, b) => b.va / b.source.ratedVA - a.va / a.source.ratedVA);

const fits = (worst: WorstStates): boolean =>
  ofSystem(worst).every((s) => s.va <= BUDGET_SHARE * s.source.ratedVA) &&
  (worst.weakest === null || worst.weakest.share >= COIL_SHARE);

/** A coil with more than this is called; less comes through another one. */
const CALLED_VOLTS = 9;

/** Each coil in turn drawing its inrush on top of the fullest state that has it running. */
function inrushOf(
  installed: Installed,
  p: Predictor,
  states: readonly BudgetState[],
  circuits: readonly CircuitState[],
): Inrush | null {
  let worst: Inrush | null = null;
  const { kernel, netlist } = p.solver;
  for (const load of installed.loads) {
    if (load.inrushVA <= load.va || load.open) continue;
    const at = netlist.elements.findIndex((e) => e.id === `load:${load.id}`);
    const fullest = circuits.findLastIndex((c) => {
      p.solver.settle(c);
      // Called, whether it gets as far as pulling in or not.
      return kernel.voltsAcross(at) > CALLED_VOLTS;
    });
    const circuit = circuits[fullest];
    if (!circuit) continue;
    const volts = p.solver.acrossStarting(`load:${load.id}`, load.inrushVA, circuit);
    if (worst === null || volts < worst.volts)
      worst = { name: load.name, volts, ok: volts >= PICK_UP * SECONDARY_VOLTS, state: states[fullest]?.name ?? '' };
  }
  return worst;
}

interface Change {
  what: string;
  kind: 'move' | 'transformer' | 'cable';
  /** The size a transformer would have. */
  va?: number;
  apply: (i: Installed) => Installed;
}

/** Changes that could repair a shortfall, the smallest first. */
function changes(job: LowVoltageJob, worst: WorstStates): Change[] {
  const list: Change[] = [];
  const gauge = job.survey.cables.main.gauge ?? DEFAULT_GAUGE;
  const metres = job.survey.cables.main.metres ?? DEFAULT_METRES;
  const rated = ofSystem(worst)[0]?.source.ratedVA ?? 0;
  // An isolating relay moves the heaviest accessory or zone valve to a transformer of its own.
  const moveable = (ofSystem(worst)[0]?.parts ?? []).find((x) => /^(accessory:|zone:.*valve)/.test(x.id));
  if (moveable)
    list.push({
      what: `Move the ${moveable.name} to a transformer of its own, switched by an isolating relay`,
      kind: 'move',
      apply: (i) => ({
        ...i,
        extra: (i.extra ?? []).map((e) =>
          e.id === moveable.id && e.kind === 'load' ? { ...e, va: ISOLATING_RELAY_VA } : e,
        ),
      }),
    });
  for (const va of TRANSFORMER_SIZES)
    if (va > rated)
      list.push({
        what: `Fit a ${va} VA transformer`,
        kind: 'transformer',
        va,
        apply: (i) => ({ ...i, transformers: i.transformers.map((t) => ({ ...t, va: Math.max(t.va, va) })) }),
      });
  const thicker = RESISTANCE_GAUGES.filter((g) => conductorOhms(g, 1) < conductorOhms(gauge, 1) * 0.95)
    .filter((g) => g.startsWith('AWG') === gauge.startsWith('AWG'))
    .sort((a, b) => conductorOhms(b, 1) - conductorOhms(a, 1));
  for (const g of thicker) {
    const drop = conductorOhms(gauge, metres) - conductorOhms(g, metres);
    list.push({
      what: `Pull a ${g} cable instead of ${gauge}`,
      kind: 'cable',
      apply: (i) => ({ ...i, conductors: i.conductors.map((c) => ({ ...c, ohms: Math.max(1e-3, c.ohms - drop) })) }),
    });
  }
  return list;
}

function smallestRepair(
  job: LowVoltageJob,
  installed: Installed,
  states: readonly BudgetState[],
  worst: WorstStates,
): Repair | null {
  const overloaded = (va: number): boolean =>
    ofSystem(worst).some((s) => s.va > BUDGET_SHARE * Math.max(va, s.source.ratedVA));
  // A stiffer supply or a thicker cable raises the volts at the loads and so the VA: neither lightens anything.
  const hopeless = (c: Change): boolean =>
    (c.kind === 'cable' && overloaded(0)) || (c.kind === 'transformer' && overloaded(c.va ?? 0));
  const hardest = [...new Set([...ofSystem(worst).map((s) => s.state), worst.weakest?.state ?? 0])].flatMap(
    (at) => states[at] ?? [],
  );
  const solver = solverFor(states.length);
  const outcome = (what: string, apply: Change['apply']): Repair | null => {
    // The states that failed come first: most changes fail there already.
    if (!fits(solveAll(predictor(apply(installed), solverFor(hardest.length)), hardest))) return null;
    const after = solveAll(predictor(apply(installed), solver), states);
    const top = ofSystem(after)[0];
    return fits(after) && top
      ? { what, va: top.va, ratedVA: top.source.ratedVA, weakestShare: after.weakest?.share ?? null }
      : null;
  };
  const list = changes(job, worst);
  for (const c of list.filter((x) => !hopeless(x))) {
    const repair = outcome(c.what, c.apply);
    if (repair) return repair;
  }
  // No single change does it: a larger transformer and a thicker cable together.
  for (const a of list.filter((c) => c.kind === 'transformer' && !hopeless(c)))
    for (const b of list.filter((c) => c.kind === 'cable')) {
      const repair = outcome(`${a.what}, and ${b.what.charAt(0).toLowerCase()}${b.what.slice(1)}`, (i) =>
        b.apply(a.apply(i)),
      );
      if (repair) return repair;
    }
  return null;
}

/** VA, volts and fuse in the worst state of every source, and the repair where it is too much. */
export function planBudget(
  job: LowVoltageJob,
  installed: Installed,
  calls: readonly CallState[],
  planned: readonly PlannedAccessory[],
): Budget | null {
  const accessories = planned.map((a) => ({ terminal: a.terminals[0] ?? '', kind: a.accessory.kind }));
  const fan = installed.contacts.some((c) => c.role === 'fan') && calls.some((c) => c.id === 'fan');
  const zones = Object.entries(job.survey.zones).map(([id, z]) => ({ id, name: z.name }));
  const states = budgetStates(calls, accessories, zones, fan);
  const p = predictor(installed, solverFor(states.length));
  const circuits = circuitStates(p, states);
  const worst = worstStates(p.solver, circuits);
  const top = ofSystem(worst)[0];
  if (!top) return null;
  const short = !fits(worst);
  return {
    worst,
    states,
    va: top.va,
    ratedVA: top.source.ratedVA,
    state: states[top.state]?.name ?? '',
    parts: top.parts,
    inrush: inrushOf(installed, p, states, circuits),
    short,
    repair: short ? smallestRepair(job, installed, states, worst) : null,
  };
}

/** What the budget has against the plan. */
export function budgetFindings(budget: Budget): Finding[] {
  const findings: Finding[] = [];
  const fix = budget.repair
    ? `${budget.repair.what}: then ${budget.repair.va.toFixed(0)} of ${budget.repair.ratedVA.toFixed(0)} VA.`
    : null;
  const about = ['budget', 'board.R'];
  const { va, ratedVA, state } = budget;
  const evidence = `worst of ${budget.worst.tried} states`;
  if (va > ratedVA) findings.push(finding('circuit.overload', { state, va, ratedVA }, about, evidence));
  else if (va > BUDGET_SHARE * ratedVA)
    findings.push(finding('circuit.near-limit', { state, va, ratedVA }, about, evidence));
  if (budget.inrush && !budget.inrush.ok)
    findings.push(
      finding(
        'circuit.weak-inrush',
        { load: budget.inrush.name, volts: budget.inrush.volts, state: budget.inrush.state },
        about,
        evidence,
      ),
    );
  return fix === null ? findings : findings.map((f) => ({ ...f, fix }));
}
