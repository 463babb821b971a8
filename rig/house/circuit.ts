/** The circuit of a 24 V house at work: what is called, what the supply does, a fuse that has opened, cores moved. */

import { METER_HIGH_OHMS, type Netlist } from '../../src/core/circuit/netlist';
import { voltsBetween } from '../../src/core/circuit/phasor';
import { CircuitSolver, meterReading, type Solution } from '../../src/core/circuit/solve';
import { ANOTHER_SUPPLY } from '../../src/core/lowvoltage/faults/cores';
import { callOf, type Installed, toNetlist } from '../../src/core/lowvoltage/installed';
import { OTHER_THERMOSTAT } from '../../src/core/lowvoltage/loads.data';
import { OPEN_CIRCUIT_OHMS } from '../../src/core/units/figure';
import { RigError } from '../rig-error';
import { drawnNetlist, mainsAsRead, type Noted } from './drawn';

/** What a device takes to find a terminal wired: through so many ohms, so many volts. */
const SENSE_OHMS = 100e3;
const SENSE_VOLTS = 15;
const DEVICE_ALIVE_VOLTS = 18;
/** Nobody sees or hears these. */
const UNSEEN: ReadonlySet<string> = new Set(['display', OTHER_THERMOSTAT]);

export class HouseCircuit {
  private solver: CircuitSolver;
  private solution: Solution | null = null;
  private calling: readonly string[] = [];
  private supplyOn = true;
  /** The board's fuse has opened, and stays open until somebody puts in a new one with the supply off. */
  private fuseOpen = false;

  private readonly share: number;

  /**
   * @param whole the house without a fault: what was read at rest was read of that one
   * @param seed the house among those that this one could be; the middle of them without
   */
  constructor(
    whole: Installed,
    private installed: Installed,
    private readonly seed: number | undefined,
    private readonly noted: Noted,
  ) {
    this.share = seed === undefined ? 1 : mainsAsRead(drawnNetlist(toNetlist(whole), seed, noted), noted);
    this.solver = new CircuitSolver(this.netlist());
  }

  get wired(): Installed {
    return this.installed;
  }

  get calls(): readonly string[] {
    return this.calling;
  }

  get fuse(): 'whole' | 'open' {
    return this.fuseOpen ? 'open' : 'whole';
  }

  private netlist(): Netlist {
    const { installed } = this;
    const netlist = toNetlist(
      this.fuseOpen
        ? { ...installed, transformers: installed.transformers.map((t) => ({ ...t, fuseOut: true })) }
        : installed,
    );
    return this.seed === undefined ? netlist : drawnNetlist(netlist, this.seed, this.noted, this.share);
  }

  private rewire(): void {
    this.solver = new CircuitSolver(this.netlist());
    this.solution = null;
  }

  private solve(): Solution {
    const { kernel } = this.solver;
    this.solution ??= this.solver.solve({
      controls: new Set(this.calling.map(callOf)),
      suppliesOff: this.supplyOn ? new Set() : new Set(kernel.supplyNames.filter((name) => name !== ANOTHER_SUPPLY)),
    });
    return this.solution;
  }

  /** Opens the fuse where what is called is more than it carries. */
  blow(): void {
    if (this.fuseOpen || this.solve().blownFuses.size === 0) return;
    this.fuseOpen = true;
    this.rewire();
  }

  setCalls(calls: readonly string[]): void {
    if (calls.join() === this.calling.join()) return;
    this.calling = calls;
    this.solution = null;
  }

  get supply(): boolean {
    return this.supplyOn;
  }

  setSupply(on: boolean): void {
    this.supplyOn = on;
    // Whoever switches off to look at it puts a new fuse in.
    if (!on) this.fuseOpen = false;
    this.rewire();
  }

  /** Moves or reseats one end of a conductor. */
  move(id: string, end: 'wall' | 'board', terminal: string | null, reseat: boolean): void {
    const { installed } = this;
    if (!installed.conductors.some((c) => c.id === id)) throw new RigError(`conductor: there is no "${id}"`);
    this.installed = {
      ...installed,
      conductors: installed.conductors.map((c) => {
        if (c.id !== id) return c;
        const { open, ...rest } = c;
        const seated = reseat && open === end ? rest : { ...rest, ...(open ? { open } : {}) };
        return { ...seated, [end]: terminal ?? undefined };
      }),
    };
    this.rewire();
  }

  /** Whether something with that name runs. */
  runs(name: string): boolean {
    const { running } = this.solve();
    return this.solver.netlist.elements.some((e) => e.kind === 'load' && e.runs === name && running.has(e.id));
  }

  /** Everything that somebody standing there sees or hears running. */
  running(): string[] {
    const { running } = this.solve();
    return this.solver.netlist.elements.flatMap((e) =>
      e.kind === 'load' && e.runs && !UNSEEN.has(e.runs) && running.has(e.id) ? [e.runs] : [],
    );
  }

  /** The device has enough volts to live; one that takes them from no wire always does. */
  deviceAlive(): boolean {
    const { device } = this.installed;
    if (!device) return true;
    return voltsBetween(this.solve().volts, `wall.${device.hot}`, `wall.${device.common}`) >= DEVICE_ALIVE_VOLTS;
  }

  /** A core is under a screw of the wall plate. */
  landed(label: string): boolean {
    return this.installed.conductors.some((c) => c.wall === label && c.open !== 'wall');
  }

  /** A load's path pulls a terminal to the common side of one of these R. */
  pulled(label: string, hots: readonly string[]): boolean {
    const solution = this.solve();
    return hots.some((hot) => {
      const point = this.solver.probeAll([`wall.${hot}`, `wall.${label}`], solution).at(0, 1);
      return point !== null && meterReading(point, SENSE_OHMS) > SENSE_VOLTS;
    });
  }

  private known(...points: readonly string[]): void {
    for (const point of points)
      if (!this.solver.has(point) && point !== this.solver.netlist.ground)
        throw new RigError(`probe: there is no point "${point}"`);
  }

  /** What a voltmeter shows, V. */
  volts(a: string, b: string, meterOhms = METER_HIGH_OHMS): number {
    this.known(a, b);
    const point = this.solver.probeAll([a, b], this.solve()).at(0, 1);
    return point ? meterReading(point, meterOhms) : 0;
  }

  /** What an ohmmeter finds, Ω: direct current, which neither reactance nor capacitance answers. */
  ohms(a: string, b: string): number {
    this.known(a, b);
    if (this.supplyOn) throw new RigError('probe: ohms are read with the supply off');
    const { hertz: _mains, ...direct } = this.netlist();
    const solver = new CircuitSolver(direct);
    const dead = solver.solve({ controls: new Set(), suppliesOff: new Set(solver.kernel.supplyNames) });
    return Math.min(solver.probeAll([a, b], dead).at(0, 1)?.ohms ?? OPEN_CIRCUIT_OHMS, OPEN_CIRCUIT_OHMS);
  }
}
