/** Faults put into a house described from outside, and by which names the engine may call each. */
import type { Landed, TruthFault } from './house';
import type { TruthCase } from './houses';

export interface NamedFault extends TruthFault {
  /** What names it; null where no list of the engine has it. */
  accepts: RegExp | null;
}

const escaped = (s: string): string => s.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&');

/** A device set otherwise than the card says: fewer stages, the fan with heat or without, no cooling. */
function setOtherwise({ equipment, device: { closes } }: TruthCase): NamedFault[] {
  const out: NamedFault[] = [];
  const states = Object.keys(closes);
  const without = (screws: readonly string[], of = states): Record<string, string[]> =>
    Object.fromEntries(of.map((s) => [s, (closes[s] ?? []).filter((x) => !screws.includes(x))]));
  const beyond = (stage: string, before: string): string[] =>
    (closes[stage] ?? []).filter((x) => !(closes[before] ?? []).includes(x));
  const put = (id: string, changed: Record<string, string[]>, accepts: RegExp): void => {
    out.push({ id, does: { kind: 'calls', closes: changed }, accepts });
  };
  if (closes.cool2) put('set-one-cool-stage', without(beyond('cool2', 'cool1')), /^set-stages\.cool-1$/);
  if (equipment.valve) return out;
  if (closes.heat2) put('set-one-heat-stage', without(beyond('heat2', 'heat1')), /^set-stages\.heat-1$/);
  const heats = states.filter((s) => s.startsWith('heat'));
  const [fan] = closes.fan ?? [];
  if (fan && heats.length > 0) {
    const called = heats.every((s) => closes[s]?.includes(fan));
    const changed = called
      ? without([fan], heats)
      : Object.fromEntries(heats.map((s) => [s, [...(closes[s] ?? []), fan]]));
    put('set-fan-with-heat', changed, /^set-fan\.heating-/);
  }
  if (heats.length > 0 && closes.cool1)
    put(
      'set-no-cooling',
      Object.fromEntries(states.filter((s) => s.startsWith('cool')).map((s) => [s, []])),
      /^set-equipment\.kind-heat-only$/,
    );
  return out;
}

/** Every single fault of a house, cores by their ids. @param loadAt the engine's id of the load on a board screw */
export function truthFaults(of: TruthCase, landed: readonly Landed[], loadAt: (screw: string) => string): NamedFault[] {
  const out: NamedFault[] = [];
  const cores = landed.filter((c) => c.wall !== null && c.board !== null);
  for (const { id } of cores) {
    for (const at of ['wall', 'board', 'middle'] as const)
      out.push({
        id: `open-${at}-${id}`,
        does: { kind: 'core-open', core: id, at },
        // Where along a core it is open no volts at its ends tell.
        accepts: new RegExp(`^(unseated-(wall|board)|broken)-${id}$|^moved-${id}-`),
      });
    out.push({ id: `joint-${id}`, does: { kind: 'joint', core: id, ohms: 90 }, accepts: new RegExp(`^joint-${id}$`) });
  }
  cores.forEach((p, i) => {
    for (const q of cores.slice(i + 1)) {
      for (const at of ['wall', 'board'] as const)
        out.push({
          id: `swapped-${at}-${p.id}-${q.id}`,
          does: { kind: 'cores-swapped', a: p.id, b: q.id, at },
          accepts: new RegExp(`^swap-${at}-(${p.id}-${q.id}|${q.id}-${p.id})$`),
        });
      out.push({
        id: `touch-${p.id}-${q.id}`,
        does: { kind: 'cores-touch', a: p.id, b: q.id, ohms: 0.02 },
        accepts: new RegExp(`^short-(${p.id}-${q.id}|${q.id}-${p.id})$`),
      });
    }
  });
  for (const { screw } of of.equipment.loads) {
    const load = escaped(loadAt(screw));
    out.push({
      id: `coil-open-${screw}`,
      does: { kind: 'coil-open', screw },
      accepts: new RegExp(`^coil-open-${load}$`),
    });
    out.push({
      id: `coil-heavy-${screw}`,
      does: { kind: 'coil-heavy', screw, times: 6 },
      accepts: new RegExp(`^coil-heavy-${load}$`),
    });
  }
  for (const screw of new Set(Object.values(of.device.closes).flat()))
    for (const stuck of ['open', 'closed'] as const)
      out.push({
        id: `contact-${stuck}-${screw}`,
        does: { kind: 'contact', screw, stuck },
        accepts: new RegExp(`^stuck-${stuck}-${escaped(screw)}$`),
      });
  out.push(...setOtherwise(of));
  out.push({ id: 'mains-low', does: { kind: 'low-mains', share: 0.76 }, accepts: /^low-/ });
  out.push({ id: 'fuse', does: { kind: 'fuse-out' }, accepts: /^(fuse|dead)-|^supply-off$/ });
  // What no list has: a load on another's screw, a wet board, a device that draws like a motor, a foreign core.
  const [first, second] = of.equipment.loads;
  if (first && second)
    out.push({
      id: `load-moved-${first.screw}-${second.screw}`,
      does: { kind: 'load-on-wrong-screw', from: first.screw, to: second.screw },
      accepts: null,
    });
  for (const { screw } of of.equipment.loads)
    out.push({ id: `leak-${screw}`, does: { kind: 'leak-to-common', screw, ohms: 9 }, accepts: null });
  const coreAt = (screw: string): string => cores.find((c) => c.wall === screw)?.id ?? 'none';
  const either = (a: string, b: string): string => `${a}-${b}|${b}-${a}`;
  // A leak in the device and one beside it in the cable are one circuit.
  for (const screw of new Set(Object.values(of.device.closes).flat()))
    out.push({
      id: `contact-leaks-${screw}`,
      does: { kind: 'contact-leaks', screw, ohms: 150 },
      accepts: new RegExp(`^leaks-${escaped(screw)}$|^short-(${either(coreAt(of.device.hot), coreAt(screw))})$`),
    });
  out.push({ id: 'winding-weak', does: { kind: 'winding-weak', ohms: 9 }, accepts: /^weak-/ });
  out.push({ id: 'device-draws', does: { kind: 'device-draws', va: 34 }, accepts: null });
  cores.forEach((p, i) => {
    const q = cores[i + 1];
    if (q)
      out.push({
        id: `damp-${p.id}-${q.id}`,
        does: { kind: 'cores-touch', a: p.id, b: q.id, ohms: 60 },
        accepts: new RegExp(`^short-(${p.id}-${q.id}|${q.id}-${p.id})$`),
      });
    if (p.board !== 'R' && p.board !== 'C')
      out.push({
        id: `foreign-${p.id}`,
        does: { kind: 'foreign-volts', core: p.id, volts: 30, ohms: 40 },
        accepts: null,
      });
  });
  return out;
}
