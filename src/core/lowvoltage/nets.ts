/** The 24 V wiring as nets: what cores, jumpers and links join that may not be joined. */
import { type Finding, finding } from '../findings/finding';
import { CLASS_WORDS, type TerminalClass } from '../nets/classes';
import { NET_CODES } from '../nets/codes';
import { type Forbidden, forbiddenNets } from '../nets/nets';
import { terminalInfo } from '../survey/terminals.data';
import { boardNode, type Installed, wallNode, wiresOf } from './installed';

/** What each screw is for: at the wall by the device's contacts, at the board by what hangs on it. */
function classesOf(installed: Installed): Map<string, TerminalClass> {
  const classes = new Map<string, TerminalClass>();
  for (const screw of installed.wallScrews) {
    const role = terminalInfo(screw)?.role;
    if (role === 'common') classes.set(wallNode(screw), 'common-24');
    if (role === 'sensor') classes.set(wallNode(screw), 'sensor');
  }
  for (const c of installed.contacts) {
    if (c.role === 'accessory') continue;
    classes.set(wallNode(c.from), 'hot-24');
    classes.set(wallNode(c.to), 'call-24');
  }
  const { device } = installed;
  if (device) {
    classes.set(wallNode(device.hot), 'hot-24');
    classes.set(wallNode(device.common), 'common-24');
  }
  for (const l of installed.loads) if (!l.outdoor) classes.set(boardNode(l.terminal), 'call-24');
  for (const t of installed.transformers) {
    classes.set(boardNode(t.hot), 'hot-24');
    classes.set(boardNode(t.common), 'common-24');
  }
  return classes;
}

/** Screws joined by wire alone that may not be: a plan with one is not a plan. */
export function forbiddenWires(installed: Installed): Forbidden[] {
  const classes = classesOf(installed);
  const whole = { ...installed, conductors: installed.conductors.filter((c) => c.open === undefined) };
  return forbiddenNets(classes.keys(), wiresOf(whole), (p) => classes.get(p) ?? null, true);
}

/** The same as findings. */
export const wireFindings = (forbidden: readonly Forbidden[]): Finding[] =>
  forbidden.map((f) =>
    finding(
      NET_CODES[f.outcome],
      { a: f.a, b: f.b, aIs: CLASS_WORDS[f.classes[0]], bIs: CLASS_WORDS[f.classes[1]], when: '' },
      [f.a, f.b],
      'joined by wire',
    ),
  );
