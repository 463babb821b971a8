/** The house of a drill at work: what is done in it takes its time, is answered by its physics, and may be unsafe. */
import { derive } from '../../src/core/derive';
import type { DrillAct } from '../../src/core/drill/drill';
import type { Job } from '../../src/core/job/schema';
import type { MeasurePlan, TestResult } from '../../src/core/proof/proof-run';
import type { RigClient, Taken } from '../../src/core/rig/client';
import type { RigState } from '../../src/core/rig/protocol';
import { testRunner } from '../../src/core/rig/test-runner';
import { chanceOf, normalOf } from '../chance';
import { clientFor } from '../world-client';

/** To take a meter to two points and read it. */
const TOUCH_SECONDS = 40;
const SWITCH_SECONDS = 60;
const STOOD_SECONDS = 900;
const MEND_SECONDS = 600;
const METER_OHMS = 10e6;
/** Below this a pair that was off is dead. */
const DEAD_VOLTS = 1;
/** Electric heat may run without air so long before its cut-outs open. */
const DRY_HEAT_SECONDS = 60;
const GAIN_SIGMA = 0.004;

export interface DrillOutcome {
  /** What the meter showed; null for an act that reads nothing, or where nothing could be read. */
  value: number | null;
  /** In words, for the one who did it. */
  said: string;
  unsafe: string | null;
}

/** What one sees and hears standing there. */
export interface DrillView {
  minutes: number;
  readings: number;
  supplyOn: boolean;
  display: RigState['display'];
  /** State of the proof the device was last set to; empty while it is as it was found. */
  state: string;
  seen: string[];
  unsafe: string[];
  /** Faults mended, of those hidden, by their place. */
  mended: number[];
}

const STEPS: Partial<Record<MeasurePlan['quantity'], number>> = { 'volts-dc': 1e-3, amps: 0.01 };

export class DrillBench {
  private rig: RigClient;
  private readonly tests: TestResult[];
  private readonly run: (rig: RigClient, test: TestResult) => Promise<Taken[]>;
  private readonly chance: () => number;
  private readonly gain: number;
  private readonly electricHeat: boolean;
  private secondsBefore = 0;
  /** A house that somebody complains of has stood there for a while: its first start is long over. */
  private stood: Promise<void> | null = null;
  private extraSeconds = 0;
  private readings = 0;
  private state = '';
  private dead = false;
  private dryHeat = 0;
  private lastNamed: readonly number[] = [];
  /** What the test done last gave: its readings are taken one after another, not the test again for each. */
  private last: { test: string; taken: Taken[] } | null = null;
  private readonly mended = new Set<number>();
  private readonly unsafe: string[] = [];

  /** @param job the house as planned; @param faults ids of the rig */
  constructor(
    private readonly job: Job,
    private readonly faults: readonly string[],
    seed: number,
  ) {
    this.rig = clientFor(job, faults);
    const { proof, settings } = derive(job).shared;
    this.tests = proof.tests;
    this.run = testRunner(job);
    this.chance = chanceOf(seed + 17);
    this.gain = 1 + normalOf(this.chance, GAIN_SIGMA);
    this.electricHeat = settings.canonical.some((s) => s.key === 'equipment.fuel' && s.value === 'electric');
  }

  /** What a meter of this trade makes of a figure. */
  private read(value: number, quantity: MeasurePlan['quantity']): number {
    if (quantity === 'seen') return value;
    const step = STEPS[quantity] ?? 0.1;
    const shown = Math.round((value * this.gain + normalOf(this.chance, step / 2)) / step) * step;
    const clean = Math.round(shown * 1e6) / 1e6;
    return quantity === 'kelvin' || quantity === 'celsius' ? clean : Math.max(0, clean);
  }

  private hazard(text: string): string {
    if (!this.unsafe.includes(text)) this.unsafe.push(text);
    return text;
  }

  private settled(): Promise<void> {
    this.stood ??= this.rig.advance(STOOD_SECONDS).then(() => {
      this.secondsBefore -= STOOD_SECONDS;
    });
    return this.stood;
  }

  private async pass(seconds: number): Promise<void> {
    await this.rig.advance(seconds);
  }

  /** Electric elements that heat with no air over them, over the time just gone. */
  private async watchHeat(since: number): Promise<string | null> {
    const now = await this.rig.state();
    const heats = now.running.some((r) => r.startsWith('burner') || r.startsWith('heater') || r.endsWith('heat stage'));
    this.dryHeat =
      this.electricHeat && heats && !now.running.includes('blower') ? this.dryHeat + now.seconds - since : 0;
    return this.dryHeat > DRY_HEAT_SECONDS ? this.hazard('electric heat ran without air over it') : null;
  }

  private testOf(id: string): TestResult | undefined {
    return this.tests.find((t) => t.id === id);
  }

  async act(act: DrillAct): Promise<DrillOutcome> {
    await this.settled();
    const before = (await this.rig.state()).seconds;
    if (act.kind !== 'measure' && act.kind !== 'name') this.last = null;
    const outcome = await this.done(act);
    const heat = act.kind === 'mend' ? null : await this.watchHeat(before);
    return { ...outcome, unsafe: outcome.unsafe ?? heat };
  }

  private async done(act: DrillAct): Promise<DrillOutcome> {
    switch (act.kind) {
      case 'set':
        return this.set(act.state);
      case 'supply': {
        await this.pass(SWITCH_SECONDS);
        await this.rig.supply(act.on);
        this.dead = false;
        return { value: null, said: act.on ? 'The supply is on.' : 'The supply is off. Prove it dead.', unsafe: null };
      }
      case 'wait':
        await this.pass(act.seconds);
        return { value: null, said: `${Math.round(act.seconds / 60)} min later.`, unsafe: null };
      case 'touch':
        return this.touch(act.a, act.b, act.quantity);
      case 'measure':
        return this.measure(act.test, act.measure);
      case 'name':
        this.lastNamed = act.is;
        return { value: null, said: `Named: ${act.name}.`, unsafe: null };
      case 'mend':
        return this.mend();
    }
  }

  private async set(state: string): Promise<DrillOutcome> {
    const test = this.tests.find((t) => t.state === state);
    if (!test) return { value: null, said: `The device knows no state “${state}”.`, unsafe: null };
    await this.pass(TOUCH_SECONDS);
    // The house is brought there as the test says; what a machine would read on the way is nobody's.
    await this.run(this.rig, test);
    this.state = state;
    return { value: null, said: `${test.set} ${test.title}.`.trim(), unsafe: null };
  }

  private async touch(a: string, b: string, quantity: 'volts-ac' | 'volts-dc' | 'ohms'): Promise<DrillOutcome> {
    await this.pass(TOUCH_SECONDS);
    this.readings += 1;
    const { supplyOn } = await this.rig.state();
    const resistance = quantity === 'ohms';
    const unsafe = resistance && supplyOn ? this.hazard('resistance was measured with the supply on') : null;
    let value: number;
    try {
      value = resistance ? await this.rig.ohms(a, b) : await this.rig.probe(a, b, METER_OHMS);
    } catch (error) {
      return { value: null, said: error instanceof Error ? error.message : 'Nothing can be read there.', unsafe };
    }
    const shown = this.read(value, quantity);
    if (!supplyOn && !resistance && Math.abs(shown) < DEAD_VOLTS) this.dead = true;
    return {
      value: shown,
      said: `${a} to ${b}`,
      unsafe,
    };
  }

  private async measure(testId: string, measureId: string): Promise<DrillOutcome> {
    const test = this.testOf(testId);
    if (!test) return { value: null, said: 'There is no such test here.', unsafe: null };
    await this.pass(TOUCH_SECONDS);
    if (this.last?.test !== testId) this.last = { test: testId, taken: await this.run(this.rig, test) };
    const taken = this.last.taken.find((t) => t.measure.id === measureId);
    this.state = test.state;
    this.readings += 1;
    return {
      value: taken ? this.read(taken.value, taken.measure.quantity) : null,
      said: taken ? taken.measure.what : 'Nothing could be read.',
      unsafe: null,
    };
  }

  private async mend(): Promise<DrillOutcome> {
    const { supplyOn, seconds } = await this.rig.state();
    const unsafe = supplyOn
      ? this.hazard('wires were touched with the supply on')
      : this.dead
        ? null
        : this.hazard('wires were touched before the supply was proved dead');
    for (const i of this.lastNamed) this.mended.add(i);
    const left = this.faults.filter((_f, i) => !this.mended.has(i));
    this.secondsBefore += seconds;
    this.extraSeconds += MEND_SECONDS;
    this.rig = clientFor(this.job, left);
    this.stood = null;
    await this.settled();
    await this.rig.supply(supplyOn);
    this.state = '';
    this.dead = false;
    return { value: null, said: 'Done as named. Prove it again.', unsafe };
  }

  async view(): Promise<DrillView> {
    await this.settled();
    const s = await this.rig.state();
    const plant = s.plant;
    return {
      minutes: Math.round((this.secondsBefore + this.extraSeconds + s.seconds) / 6) / 10,
      readings: this.readings,
      supplyOn: s.supplyOn,
      display: s.display,
      state: this.state,
      seen: [
        ...s.running.map((r) => `${r} runs`),
        ...(plant
          ? [
              ...(plant.boilerFires ? ['boiler fires'] : []),
              ...(plant.pumpRuns ? ['pump runs'] : []),
              ...plant.valvesOpen.map((v) => `valve ${v} open`),
              ...(plant.radiatorsWarm ? ['radiators warm'] : []),
              ...(plant.cylinderFlowWarm ? ['pipe to the cylinder warm'] : []),
            ]
          : []),
        ...(s.floor
          ? [
              s.floor.tripped ? 'ground fault has tripped' : s.floor.relayClosed ? 'relay heard closed' : 'relay open',
              s.floor.shownCelsius === null ? 'shows a broken probe' : `shows ${s.floor.shownCelsius.toFixed(1)} °C`,
            ]
          : []),
        ...Object.entries(s.shows ?? {}).flatMap(([k, v]) => (v === true ? [k.replaceAll('.', ' ')] : [])),
        ...(s.running.length > 0 && !plant ? [`air from the grille ${s.supplyCelsius.toFixed(0)} °C`] : []),
      ],
      unsafe: [...this.unsafe],
      mended: [...this.mended],
    };
  }
}
