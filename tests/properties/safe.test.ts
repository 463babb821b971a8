/** What must hold of every job of every family, whatever was surveyed. Seeds are printed by fast-check on failure. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plantParts } from '../../src/core/boiler/parts';
import { type Derived, derive } from '../../src/core/derive';
import { jobAs, seenAs } from '../../src/core/family/of';
import { ownOf } from '../../src/core/family/registry';
import type { Finding } from '../../src/core/findings/finding';
import { throughSeen } from '../../src/core/job/measured';
import type { Job } from '../../src/core/job/schema';
import { equipmentCircuit } from '../../src/core/lowvoltage/equipment';
import { SHARED } from '../../src/core/lowvoltage/power-kits';
import { clock } from '../../src/core/units/units';
import { blockers, FAMILIES, HEALTHY, RUNS, readAsPredicted } from './jobs';

const check = <T extends [Job, ...unknown[]]>(property: fc.IProperty<T>, seed: number): void =>
  fc.assert(property, { seed, numRuns: RUNS });

describe.each(HEALTHY)('%s in order', (_family, any) => {
  it('(a) wired as planned and read as predicted: no blocker, no wrong verdict', () => {
    check(
      fc.property(any, (job) => {
        const before = derive(job);
        expect(blockers(before)).toEqual([]);
        expect(before.shared.proof.tests.length).toBeGreaterThan(2);
        const after = derive(readAsPredicted(job, before));
        const wrong = after.shared.proof.tests.flatMap((t) =>
          t.measures.filter((m) => m.verdict === 'fail' || m.verdict === 'inconclusive').map((m) => `${t.id}/${m.id}`),
        );
        expect([blockers(after), wrong]).toEqual([[], []]);
        expect(after.shared.proof.verdict).toBe('pass');
      }),
      901,
    );
  });
});

/** Fixes that name a figure or a move, carried out on the job; null where the finding is of another kind. */
function carryOut(job: Job, f: Finding, d: Derived): Job | null {
  const survey = (more: object): Job => ({ ...job, survey: { ...job.survey, ...more } }) as Job;
  const equipment = (more: object): Job =>
    job.family === '24v' ? survey({ equipment: { ...job.survey.equipment, ...more } }) : job;
  switch (f.code) {
    case 'circuit.overload':
    case 'circuit.near-limit': {
      const va = /^Fit a (\d+) VA transformer:/.exec(f.fix)?.[1];
      return va ? equipment({ transformerVA: Number(va) }) : null;
    }
    case 'system.two-hots-tied': {
      const hot = new Set(['R', 'Rc', 'Rh']);
      const { jumpers } = jobAs(job, '24v').survey;
      const kept = Object.entries(jumpers).filter(([, j]) => !(hot.has(j.a) && hot.has(j.b)));
      return survey({ jumpers: Object.fromEntries(kept) });
    }
    case 'settings.conflict':
    case 'settings.fan-electric':
      return { ...job, setUp: { ...job.setUp, chosen: {} } };
    case 'power.choice-fails':
      return { ...job, decide: {} };
    case 'boiler.window-short': {
      const short = Number(/short by (\d+)/.exec(f.message)?.[1]);
      const windows = (ownOf(d, 'boiler').hotWater?.windows ?? []).map(({ from, to }) => ({
        from: f.message.includes(`at ${clock(from)} `) ? (from - short + 1440) % 1440 : from,
        to,
      }));
      return short < 1000 ? survey({ windows }) : null;
    }
    case 'boiler.fuse-rating':
      return survey({ fuseAmps: 3 });
    case 'boiler.floor-flow':
      return survey({ flowCelsius: 40 });
    case 'boiler.store-over-flow':
      return survey({ flowCelsius: (jobAs(job, 'boiler').survey.cylinder?.targetCelsius ?? 60) + 5 });
    case 'floor.mat-loose':
      return throughSeen(
        jobAs(job, 'floor'),
        (j) => ({
          ...j,
          survey: { ...j.survey, loose: [], togetherOhms: ownOf(d, 'floor').load?.parallelOhms ?? undefined },
        }),
        { at: '2026-06-01T00:00:00Z', by: 'x', source: 'typed' },
      );
    default:
      return null;
  }
}

const WEIGHT = { blocker: 2, caution: 1, note: 0 } as const;

it('(d) a fix that names a figure or a move clears its finding and brings none worse', () => {
  const tried = new Map<string, number>();
  for (const [, any] of FAMILIES)
    check(
      fc.property(any, fc.constantFrom('28', '0', 'thermostat', '50'), (job, value) => {
        const chosen = {
          'floor.limit': '44',
          'compressor.rest': value,
          'fan.heating': 'equipment',
          'store.target': '50',
        };
        const asked: Job = { ...job, setUp: { ...job.setUp, chosen } };
        const d = derive(asked);
        for (const f of d.shared.findings) {
          const mended = carryOut(asked, f, d);
          if (!mended) continue;
          tried.set(f.code, (tried.get(f.code) ?? 0) + 1);
          const after = derive(mended).shared.findings;
          expect([f.code, after.filter((x) => x.code === f.code && x.message === f.message)]).toEqual([f.code, []]);
          const before = new Set(d.shared.findings.map((x) => x.code));
          const worse = after.filter((x) => WEIGHT[x.severity] > WEIGHT[f.severity] && !before.has(x.code));
          expect([f.code, f.fix, worse.map((x) => x.code)]).toEqual([f.code, f.fix, []]);
        }
      }),
      904,
    );
  for (const code of [
    'circuit.overload',
    'settings.conflict',
    'boiler.fuse-rating',
    'system.two-hots-tied',
    'boiler.window-short',
  ])
    expect([code, (tried.get(code) ?? 0) > 3]).toEqual([code, true]);
});

describe.each(FAMILIES)('%s', (_family, any) => {
  it('(b) a plan names only terminals that exist', () => {
    check(
      fc.property(any, (job) => {
        const d = derive(job);
        const lv = d.family === '24v' ? d.own : null;
        const boiler = d.family === 'boiler' ? d.own : null;
        const floor = d.family === 'floor' ? d.own : null;
        if (lv?.sheet && lv.wiring) {
          const own = new Set(lv.sheet.terminals.map((t) => t.label));
          const board = new Set<string>([
            ...equipmentCircuit(seenAs(job, '24v'), lv.system).screws,
            SHARED,
            lv.wiring.kit?.screw ?? SHARED,
          ]);
          for (const r of lv.wiring.rows) {
            if (r.newWall !== null) expect(own).toContain(r.newWall);
            if (r.newBoard !== null && r.newWall !== null) expect([...board, 'C', 'G']).toContain(r.newBoard);
          }
          for (const a of lv.wiring.accessories) for (const t of a.terminals) expect(own).toContain(t);
          for (const t of lv.wired) expect(own).toContain(t);
        }
        if (boiler?.plant) {
          const points = new Set(plantParts(boiler.plant).flatMap((p) => p.terminals.map((t) => `${p.id}.${t}`)));
          for (const w of boiler.wires) expect([w, points.has(w.a), points.has(w.b)]).toEqual([w, true, true]);
          for (const t of d.shared.proof.tests)
            for (const m of t.measures)
              for (const p of [m.a, m.b]) if (p) expect([p, points.has(p)]).toEqual([p, true]);
        }
        if (floor?.sheet) {
          const own = new Set(Object.keys(floor.sheet.terminals));
          for (const t of floor.terminals) expect(own).toContain(t.terminal);
        }
      }),
      902,
    );
  });

  it('(c) nothing asserts what an open question asks', () => {
    /** What must not be entered, or said, while it is open. */
    const settings: Record<string, readonly string[]> = {
      fuel: ['equipment.fuel', 'aux.fuel'],
      'valve-mode': ['valve.active'],
      'floor-probe': ['probe.type'],
      'floor-build': [],
      plant: ['boiler.flow', 'boiler.cycles', 'store.target'],
    };
    const words: Record<string, RegExp> = {
      fuel: /\b(gas|oil|electric|bottled)\b/i,
      'valve-mode': /valve on [OB]\b/,
      'three-wire': /air conditioning|zone valve driven/,
      plant: /combination|three-port|zone valves|gravity/i,
      'floor-build': /in about \d+ min/,
      'common-at-board': /with a common wire/,
    };
    check(
      fc.property(any, (job) => {
        const d = derive(job);
        const keys = d.shared.settings.canonical.map((s) => s.key);
        const { sentence } = d.shared;
        for (const q of d.shared.questions) {
          for (const key of settings[q.code] ?? [])
            expect([q.code, keys]).not.toEqual([q.code, expect.arrayContaining([key])]);
          const said = words[q.code];
          if (said && !sentence.startsWith('Not settled'))
            expect([q.code, sentence.match(said)?.[0]]).toEqual([q.code, undefined]);
        }
      }),
      903,
    );
  });
});
