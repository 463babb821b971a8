/** What a device reports of its own terminals: which of them it finds something behind. */
import { continuity } from '../circuit/continuity';
import { terminalInfo } from '../survey/terminals.data';
import { type Installed, wallNode } from './installed';
import { type Predictor, predictor } from './predict';
import type { CallState } from './states';

/** A device lives from here. */
export const LIT_VOLTS = 18;

/** Volts at the device in the state last settled; null where it draws from no wire. */
export const deviceVolts = ({ device, solver }: Predictor): number | null => device && solver.openBetween(...device);

/** From its R to a terminal, so many volts are taken for a coil behind it. */
const SENSE_VOLTS = 15;

/**
 * Whether a device would report all of some terminals in the circuit settled at rest, lit. Null where that hangs on the
 * device: one tries a terminal from its own R, another from every R.
 * @param joined whether two points hang together with every supply off
 */
export function reportsAll(
  p: Predictor,
  sees: readonly string[],
  joined: (a: string, b: string) => boolean,
): boolean | null {
  const { conductors, contacts } = p.installed;
  const wired = (s: string): boolean => conductors.some((c) => c.wall === s && c.open !== 'wall');
  const hots = sees.filter((s) => HOT.has(terminalInfo(s)?.role));
  if (!hots.every(wired)) return false;
  const passes = (hot: string, s: string): boolean =>
    joined(wallNode(hot), wallNode(s)) && p.solver.openVolts(wallNode(hot), wallNode(s)) > SENSE_VOLTS;
  let sure = true;
  for (const s of sees) {
    if (hots.includes(s)) continue;
    if (!wired(s) || !hots.some((hot) => passes(hot, s))) return false;
    const own = contacts.find((c) => c.to === s)?.from ?? p.installed.device?.hot;
    sure &&= own === undefined || hots.length < 2 || !hots.includes(own) || passes(own, s);
  }
  return sure ? true : null;
}
const HOT: ReadonlySet<string | undefined> = new Set(['hot', 'hot-cool', 'hot-heat']);

/** Terminals that a device would report of a circuit that is as planned: what ends on no coil, or behind a diode, it never sees. */
export function seeable(
  planned: Installed,
  idle: CallState | undefined,
  terminals: readonly string[],
): readonly string[] | null {
  if (!idle) return null;
  const p = predictor(planned);
  p.solver.settle(p.circuitState(idle));
  // A plan that leaves its device dark foretells nothing of what it would say.
  if ((deviceVolts(p) ?? LIT_VOLTS) < LIT_VOLTS) return null;
  const joined = continuity(p.solver.netlist);
  const hots = terminals.filter((s) => HOT.has(terminalInfo(s)?.role));
  return terminals.filter((t) => reportsAll(p, hots.includes(t) ? [t] : [...hots, t], joined) === true);
}
