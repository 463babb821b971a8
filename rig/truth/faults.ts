/** Faults put into a house described from outside, and by which names the engine may call each. */
import type { Landed, TruthFault } from './described';
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
  const put = (id: string, setting: string, changed: Record<string, string[]>, accepts: RegExp): void => {
    out.push({ id, does: { kind: 'calls', closes: changed, setting }, accepts });
  };
  if (closes.cool2) put('set-one-cool-stage', 'stages.cool', without(beyond('cool2', 'cool1')), /^set-stages\.cool-1$/);
  if (equipment.valve) return out;
  if (closes.heat2) put('set-one-heat-stage', 'stages.heat', without(beyond('heat2', 'heat1')), /^set-stages\.heat-1$/);
  const heats = states.filter((s) => s.startsWith('heat'));
  const [fan] = closes.fan ?? [];
  if (fan && heats.length > 0) {
    const called = heats.every((s) => closes[s]?.includes(fan));
    const changed = called
      ? without([fan], heats)
      : Object.fromEntries(heats.map((s) => [s, [...(closes[s] ?? []), fan]]));
    put('set-fan-with-heat', 'fan.heating', changed, /^set-fan\.heating-/);
  }
  if (heats.length > 0 && closes.cool1)
    put(
      'set-no-cooling',
      'equipment.kind',
      Object.fromEntries(states.filter((s) => s.startsWith('cool')).map((s) => [s, []])),
      /^set-equipment\.kind-heat-only$/,
    );
  return out;
}

/** Transformers, and what is no core and no coil of the board: leads, relays, supplies that meet. */
function beyondTheBoard({ equipment }: TruthCase): NamedFault[] {
  const out: NamedFault[] = [];
  equipment.transformers.forEach(({ called = 'T' }, transformer) => {
    out.push({
      id: `mains-low-${transformer}`,
      does: { kind: 'low-mains', share: 0.76, transformer },
      accepts: new RegExp(`^low-${called}$`),
    });
    out.push({
      id: `mains-high-${transformer}`,
      does: { kind: 'low-mains', share: 1.22, transformer },
      accepts: new RegExp(`^high-${called}$`),
    });
    out.push({
      id: `dead-${transformer}`,
      does: { kind: 'transformer-dead', transformer },
      accepts: new RegExp(`^(fuse|dead)-${called}$|^supply-off$`),
    });
    if (transformer === 0)
      out.push({
        id: 'fuse',
        does: { kind: 'fuse-out', transformer },
        accepts: new RegExp(`^(fuse|dead)-${called}$|^supply-off$`),
      });
  });
  for (const { id, called } of equipment.wires ?? [])
    if (called !== undefined)
      out.push({
        id: `wire-${id}`,
        does: { kind: 'wire-open', wire: id },
        accepts: new RegExp(`^${escaped(called)}$`),
      });
  for (const { id, called } of equipment.relays ?? [])
    for (const stuck of ['open', 'closed'] as const)
      out.push({
        id: `relay-${stuck}-${id}`,
        does: { kind: 'relay', relay: id, stuck },
        accepts: new RegExp(`^stuck-${stuck}-${escaped(called ?? id)}$`),
      });
  for (const { a, b, called } of equipment.ties ?? [])
    out.push({ id: `tied-${a}-${b}`, does: { kind: 'tied', a, b }, accepts: new RegExp(`^${escaped(called)}$`) });
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
  for (const { screw, called } of of.equipment.loads) {
    const load = called ?? escaped(loadAt(screw));
    const of_ = called === undefined ? 'coil' : 'part';
    out.push({
      id: `coil-open-${screw}`,
      does: { kind: 'coil-open', screw },
      accepts: new RegExp(`^${of_}-open-${load}$`),
    });
    out.push({
      id: `coil-heavy-${screw}`,
      does: { kind: 'coil-heavy', screw, times: 6 },
      accepts: new RegExp(`^${of_}-heavy-${load}$`),
    });
    out.push({
      id: `late-${screw}`,
      does: { kind: 'coil-late', screw, volts: 31 },
      accepts: new RegExp(`^${of_}-stuck-${load}$`),
    });
  }
  out.push(...beyondTheBoard(of));
  for (const screw of new Set(Object.values(of.device.closes).flat()))
    for (const stuck of ['open', 'closed'] as const)
      out.push({
        id: `contact-${stuck}-${screw}`,
        does: { kind: 'contact', screw, stuck },
        accepts: new RegExp(`^stuck-${stuck}-${escaped(screw)}$`),
      });
  out.push(...setOtherwise(of));
  // What no list has: a load on another's screw, a wet board, a device that draws like a motor, a foreign core.
  const [first, second] = of.equipment.loads.filter((l) => l.at === undefined && l.common === undefined);
  if (first && second)
    out.push({
      id: `load-moved-${first.screw}-${second.screw}`,
      does: { kind: 'load-on-wrong-screw', from: first.screw, to: second.screw },
      accepts: null,
    });
  for (const { screw } of of.equipment.loads.filter((l) => l.at === undefined && l.common === undefined))
    out.push({ id: `leak-${screw}`, does: { kind: 'leak-to-common', screw, ohms: 9 }, accepts: null });
  // A device that calls the one for the other.
  const { closes } = of.device;
  if (closes.heat1 && closes.cool1 && !of.equipment.valve)
    out.push({
      id: 'calls-crossed',
      does: { kind: 'calls', closes: { ...closes, heat1: closes.cool1, cool1: closes.heat1 } },
      accepts: null,
    });
  const coreAt = (screw: string): string => cores.find((c) => c.wall === screw)?.id ?? 'none';
  const either = (a: string, b: string): string => `${a}-${b}|${b}-${a}`;
  const hotOf = (screw: string | null): string => of.device.from?.[screw ?? ''] ?? of.device.hot;
  const leakAs = (p: Landed, q: Landed): string => {
    const called = p.wall === hotOf(q.wall) ? q.wall : q.wall === hotOf(p.wall) ? p.wall : null;
    return called === null ? '' : `|^leaks-${escaped(called)}$`;
  };
  // A leak in the device and one beside it in the cable are one circuit.
  for (const screw of new Set(Object.values(of.device.closes).flat()))
    out.push({
      id: `contact-leaks-${screw}`,
      does: { kind: 'contact-leaks', screw, ohms: 150 },
      accepts: new RegExp(`^leaks-${escaped(screw)}$|^short-(${either(coreAt(hotOf(screw)), coreAt(screw))})$`),
    });
  out.push({
    id: 'winding-weak',
    does: { kind: 'winding-weak', ohms: 9 },
    accepts: new RegExp(`^weak-${of.equipment.transformers[0]?.called ?? 'T'}$`),
  });
  out.push({ id: 'device-draws', does: { kind: 'device-draws', va: 34 }, accepts: null });
  cores.forEach((p, i) => {
    const q = cores[i + 1];
    if (q)
      out.push({
        id: `damp-${p.id}-${q.id}`,
        does: { kind: 'cores-touch', a: p.id, b: q.id, ohms: 60 },
        // Between a hot core and a called one it is the leak across the device's contact, but for the run.
        accepts: new RegExp(`^short-(${either(p.id, q.id)})$${leakAs(p, q)}`),
      });
    if (p.board !== of.equipment.transformers[0]?.hot && p.board !== of.equipment.transformers[0]?.common)
      out.push({
        id: `foreign-${p.id}`,
        does: { kind: 'foreign-volts', core: p.id, volts: 30, ohms: 40 },
        accepts: new RegExp(`^foreign-${p.id}$`),
      });
  });
  return out;
}
