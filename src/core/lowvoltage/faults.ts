/**
 * Single faults of a 24 V job: what can be wrong, how common it is, what to look at, and the
 * circuit as it would then be. Used by diagnosis and by the rig, so that both mean the same thing.
 */
import { OPEN_OHMS } from '../circuit/netlist';
import type { SettingKey } from '../devices/sheet';
import { terminalInfo } from '../survey/terminals.data';
import { boardNode, type Installed, wallNode } from './installed';

export interface Fault {
  id: string;
  name: string;
  look: string;
  fix: string;
  /** Relative frequency in practice; hand estimates, stated so that they can be argued with. */
  prior: number;
  about: string[];
  apply: (installed: Installed) => Installed;
  /** The same, worse: where how bad it is hangs on the fault, from mild to worst; `apply` is the mildest. */
  worse?: readonly ((installed: Installed) => Installed)[];
  /** The supply itself is off. */
  supplyOff?: boolean;
  /** A setting of the card that was entered otherwise, and as what. */
  setting?: { key: SettingKey; value: string };
}

/** A transformer with shorted turns, or on the wrong tap. */
const LOW_SHARES = [0.86, 0.78, 0.7] as const;
const HEAVY = [3, 4.5, 7, 12] as const;
/** Bare copper on bare copper, to insulation that has become damp. */
const TOUCH_OHMS = [0.3, 40, 130] as const;
/** A triac or a burnt contact that lets current through while it is open. */
const LEAK_OHMS = [400, 150, 60] as const;
/** Of its rating, what a transformer with a bad winding or lead still carries. */
const WEAK_SHARES = [0.35, 0.12] as const;
/** From a joint that is noticed to one that is burnt. */
const JOINT_OHMS = [30, 60, 120, 300] as const;

const conductor = (installed: Installed, id: string, change: Partial<Installed['conductors'][number]>): Installed => ({
  ...installed,
  conductors: installed.conductors.map((c) => (c.id === id ? { ...c, ...change } : c)),
});

/** A fault of several degrees: the mildest, then the worse ones. */
const byDegree = <T>(
  degrees: readonly [T, ...T[]],
  of: (degree: T) => (i: Installed) => Installed,
): Pick<Fault, 'apply' | 'worse'> => {
  const [mildest, ...more] = degrees;
  return { apply: of(mildest), worse: more.map(of) };
};

/** Every single fault of this circuit, in a fixed order. */
export function singleFaults(installed: Installed): Fault[] {
  const faults: Fault[] = [];
  const landed = installed.conductors.filter((c) => c.wall !== undefined && c.board !== undefined);
  for (const c of landed) {
    for (const end of ['wall', 'board'] as const) {
      faults.push({
        id: `unseated-${end}-${c.id}`,
        name: `${c.colour} not seated on ${c[end]} at the ${end}`,
        look: `Tug ${c.colour} at ${c[end]}, ${end}.`,
        fix: 'Supply off, strip it fresh, push it fully home, tug.',
        prior: end === 'wall' ? 6 : 3,
        about: [`conductor:${c.id}`, `${end}.${c[end]}`],
        apply: (i) => conductor(i, c.id, { open: end }),
      });
    }
    faults.push({
      id: `broken-${c.id}`,
      name: `${c.colour} broken in the wall`,
      look: `Join it to another core at the board and read ohms at the wall.`,
      fix: 'Use a spare core, or pull a new cable.',
      prior: 0.7,
      about: [`conductor:${c.id}`],
      apply: (i) => conductor(i, c.id, { open: 'middle' }),
    });
    faults.push({
      id: `joint-${c.id}`,
      name: `bad joint in ${c.colour}`,
      look: 'Look for a twisted splice; read volts across it under load.',
      fix: 'Remake the joint with a proper connector.',
      prior: 0.5,
      about: [`conductor:${c.id}`],
      ...byDegree(JOINT_OHMS, (ohms) => (i) => conductor(i, c.id, { ohms })),
    });
  }
  const empty = installed.wallScrews.filter((s) => !installed.conductors.some((c) => c.wall === s));
  for (const c of landed)
    for (const screw of empty)
      faults.push({
        id: `moved-${c.id}-${screw}`,
        name: `${c.colour} on ${screw} in place of ${c.wall} at the wall`,
        look: `Which screw holds ${c.colour} at the wall?`,
        fix: `Supply off, move it to ${c.wall}, tug.`,
        prior: 0.3,
        about: [`conductor:${c.id}`, `wall.${screw}`],
        apply: (i) => conductor(i, c.id, { wall: screw }),
      });
  for (let x = 0; x < landed.length; x++) {
    for (let y = x + 1; y < landed.length; y++) {
      const p = landed[x];
      const q = landed[y];
      if (!p || !q) continue;
      for (const end of ['wall', 'board'] as const) {
        faults.push({
          id: `swap-${end}-${p.id}-${q.id}`,
          name: `${p[end]} and ${q[end]} swapped at the ${end}`,
          look: `Compare ${p.colour} and ${q.colour} with the terminal plan at the ${end}.`,
          fix: 'Supply off, put them on each other’s screws.',
          prior: 1,
          about: [`conductor:${p.id}`, `conductor:${q.id}`, `${end}.${p[end]}`, `${end}.${q[end]}`],
          apply: (i) => conductor(conductor(i, p.id, { [end]: q[end] }), q.id, { [end]: p[end] }),
        });
      }
    }
  }
  const hots = installed.wallScrews.filter((s) =>
    ['hot', 'hot-cool', 'hot-heat'].includes(terminalInfo(s)?.role ?? ''),
  );
  const hot = landed.find((c) => c.wall !== undefined && hots.includes(c.wall));
  if (hot && hots.length > 1 && installed.wallLinks.length > 0) {
    const other = hots.find((s) => s !== hot.wall);
    if (other) {
      faults.push({
        id: 'wrong-r',
        name: `R landed on ${other} instead of ${hot.wall}, jumper not made`,
        look: `Which R terminal holds ${hot.colour}?`,
        fix: `Move it to ${hot.wall}.`,
        prior: 4,
        about: [`conductor:${hot.id}`, `wall.${other}`],
        apply: (i) => ({ ...conductor(i, hot.id, { wall: other }), wallLinks: [] }),
      });
    }
    faults.push({
      id: 'jumper-missing',
      name: `${hots.join(' and ')} not joined`,
      look: 'Is the jumper in, or the setting “joined”?',
      fix: 'Fit the jumper or set the terminals to joined.',
      prior: 2,
      about: hots.map((h) => `wall.${h}`),
      apply: (i) => ({ ...i, wallLinks: [] }),
    });
  }
  const common = landed.find((c) => terminalInfo(c.wall ?? '')?.role === 'common');
  if (common) {
    faults.push({
      id: 'common-not-landed',
      name: `C not landed at the board`,
      look: `Is ${common.colour} under C at the board?`,
      fix: 'Supply off, land it on C at the board, tug.',
      prior: 6,
      about: [`conductor:${common.id}`, `board.${common.board}`],
      apply: (i) => conductor(i, common.id, { board: undefined }),
    });
  }
  for (const t of installed.transformers) {
    const each =
      (f: (x: Installed['transformers'][number]) => Installed['transformers'][number]) =>
      (i: Installed): Installed => ({
        ...i,
        transformers: i.transformers.map((x) => (x.id === t.id ? f(x) : x)),
      });
    faults.push({
      id: `fuse-${t.id}`,
      name: 'board fuse blown',
      look: 'Look at the 3 A or 5 A fuse on the board.',
      fix: 'Find the short first (R touching C), then fit a new fuse of the same rating.',
      prior: 5,
      about: ['board.fuse'],
      apply: each((x) => ({ ...x, fuseOut: true })),
    });
    faults.push({
      id: `dead-${t.id}`,
      name: 'transformer dead',
      look: 'Mains present at its primary and nothing at its secondary?',
      fix: 'A new transformer, by whoever is licensed for the mains side.',
      prior: 0.8,
      about: ['board.transformer'],
      apply: each((x) => ({ ...x, openVolts: 0 })),
    });
    faults.push({
      id: `low-${t.id}`,
      name: 'transformer gives too little',
      look: 'Mains at its primary, and which tap is in use: 208 on a 240 V tap gives seven eighths.',
      fix: 'The right tap, or a new transformer, by whoever is licensed for the mains side.',
      prior: 0.5,
      about: ['board.transformer'],
      ...byDegree(LOW_SHARES, (share) => each((x) => ({ ...x, openVolts: x.openVolts * share }))),
    });
    faults.push({
      id: `weak-${t.id}`,
      name: 'transformer sags under load',
      look: 'R to C with nothing called, and with everything called: more than a tenth between the two.',
      fix: 'Its leads and their joints first; then the transformer.',
      prior: 0.3,
      about: ['board.transformer'],
      ...byDegree(WEAK_SHARES, (share) => each((x) => ({ ...x, va: x.va * share }))),
    });
  }
  // Insulation gone where two cores run together: a staple, a sharp edge.
  for (let x = 0; x < landed.length; x++)
    for (let y = x + 1; y < landed.length; y++) {
      const p = landed[x];
      const q = landed[y];
      if (!p?.board || !q?.board) continue;
      const [a, b] = [boardNode(p.board), boardNode(q.board)];
      faults.push({
        id: `short-${p.id}-${q.id}`,
        name: `${p.colour} and ${q.colour} touch in the cable`,
        look: `Supply off, both off at both ends: ohms between ${p.colour} and ${q.colour}.`,
        fix: 'Other cores, or a new cable.',
        prior: 0.15,
        about: [`conductor:${p.id}`, `conductor:${q.id}`],
        ...byDegree(TOUCH_OHMS, (ohms) => (i) => ({
          ...i,
          extra: [
            ...(i.extra ?? []),
            { kind: 'joint', id: `touch:${p.id}:${q.id}`, name: 'touching cores', a, b, ohms },
          ],
        })),
      });
    }
  faults.push({
    id: 'supply-off',
    name: 'supply or door switch off',
    look: 'Breaker, service switch, and the furnace door pushing its switch.',
    fix: 'Switch it on; close the door.',
    prior: 6,
    about: ['supply'],
    supplyOff: true,
    apply: (i) => ({ ...i, transformers: i.transformers.map((t) => ({ ...t, openVolts: 0 })) }),
  });
  if (installed.loads.some((l) => l.id === 'valve')) {
    faults.push({
      id: 'valve-setting',
      name: 'valve setting reversed (O for B)',
      look: 'Read the device’s setting for the reversing valve against the board’s letter.',
      fix: 'Change the setting; nothing to rewire. Then prove cooling and heating again.',
      prior: 5,
      about: ['setting:valve.active'],
      apply: (i) => ({ ...i, valveReversed: true }),
    });
  }
  // A relay whose terminal leads nowhere can do neither harm nor good.
  const leads = (screw: string): boolean =>
    installed.conductors.some((c) => c.wall === screw) ||
    (installed.extra ?? []).some((e) => e.a === wallNode(screw) || e.b === wallNode(screw));
  for (const c of installed.contacts) {
    if (!leads(c.to)) continue;
    faults.push({
      id: `stuck-open-${c.to}`,
      name: `thermostat relay ${c.to} never closes`,
      look: `With ${c.to} called, R to ${c.to} at the wall should fall to 0 V.`,
      fix: 'Check the setting that calls it, then the device.',
      prior: 0.6,
      about: [`wall.${c.to}`],
      apply: (i) => ({ ...i, contacts: i.contacts.map((x) => (x.to === c.to ? { ...x, stuck: 'open' as const } : x)) }),
    });
    faults.push({
      id: `stuck-closed-${c.to}`,
      name: `thermostat relay ${c.to} never opens`,
      look: `With nothing called, ${c.to} to C should read 0 V.`,
      fix: 'Replace the device.',
      prior: 0.3,
      about: [`wall.${c.to}`],
      apply: (i) => ({
        ...i,
        contacts: i.contacts.map((x) => (x.to === c.to ? { ...x, stuck: 'closed' as const } : x)),
      }),
    });
  }
  for (const c of installed.contacts) {
    if (!leads(c.to)) continue;
    faults.push({
      id: `leaks-${c.to}`,
      name: `thermostat relay ${c.to} lets current through while open`,
      look: `With nothing called, ${c.to} to C at the wall: some volts that a low-impedance meter keeps.`,
      fix: 'Replace the device.',
      prior: 0.15,
      about: [`wall.${c.to}`],
      ...byDegree(LEAK_OHMS, (ohms) => (i) => ({
        ...i,
        extra: [
          ...(i.extra ?? []),
          { kind: 'joint', id: `leak:${c.to}`, name: 'leaking contact', a: wallNode(c.from), b: wallNode(c.to), ohms },
        ],
      })),
    });
  }
  for (const e of installed.extra ?? []) {
    if (e.kind !== 'conductor' || !e.id.startsWith('conductor:')) continue;
    faults.push({
      id: `broken-${e.id.slice('conductor:'.length)}`,
      name: `${e.name} broken or loose`,
      look: 'Read across the two ends at the outdoor unit while it is called.',
      fix: 'Supply off at both places, remake its ends; else a new cable.',
      prior: 1,
      about: [e.id],
      apply: (i) => ({
        ...i,
        extra: (i.extra ?? []).map((x) => (x.id === e.id && x.kind === 'conductor' ? { ...x, ohms: OPEN_OHMS } : x)),
      }),
    });
  }
  for (const l of installed.loads) {
    faults.push({
      id: `coil-open-${l.id}`,
      name: `${l.name} coil open`,
      look: `Supply off, read ohms across the ${l.name}.`,
      fix: 'Replace the part.',
      prior: 0.5,
      about: [`board.${l.terminal}`],
      apply: (i) => ({ ...i, loads: i.loads.map((x) => (x.id === l.id ? { ...x, open: true } : x)) }),
    });
    const heavy =
      (times: number) =>
      (i: Installed): Installed => ({
        ...i,
        loads: i.loads.map((x) => (x.id === l.id ? { ...x, va: x.va * times, inrushVA: x.inrushVA * times } : x)),
      });
    faults.push({
      id: `coil-heavy-${l.id}`,
      name: `${l.name} draws several times what it should`,
      look: `Amperes of the ${l.name} while it is called, against its label; a stuck armature or shorted turns.`,
      fix: 'Replace the part.',
      prior: 0.3,
      about: [`board.${l.terminal}`],
      ...byDegree(HEAVY, heavy),
    });
  }
  return faults;
}
