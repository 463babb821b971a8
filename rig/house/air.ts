/** What the equipment of a 24 V house does to its air: what burns or cools, how fast, and what the blower carries. */
import { EXAMPLE_HOUSE, type HouseState, stepHouse } from '../../src/core/thermal/two-node';
import type { HouseCircuit } from './circuit';
import type { Equipment } from './equipment';

/** Nominal figures of the invented equipment, W by stage. */
const FURNACE_WATTS = [9_000, 15_000, 20_000];
const HEATER_WATTS = [5_000, 9_000, 12_000];
const HOT_WATER_COIL_WATTS = [6_500];
const COOLING_WATTS = [7_000, 10_500];
const AIRFLOW_M3S = 0.42;
const RHO_CP = 1.2 * 1005;
const FURNACE_FAN_ON_SECONDS = 35;
const FURNACE_FAN_OFF_SECONDS = 90;
const IGNITION_SECONDS = 30;
const COIL_SECONDS = 70;

/** With what the equipment starts its own blower, as somebody saw it do. */
export interface OwnFan {
  heating: boolean;
  cooling: boolean;
}

export class HouseAir {
  private house: HouseState;
  private burnerSeconds = 0;
  private sinceBurner = 1e6;
  private coilShare = 0;
  private burnerShare = 0;
  /** Into the air since the house was loaded. */
  private joules = 0;

  constructor(
    private readonly circuit: HouseCircuit,
    private readonly equipment: Equipment,
    private readonly ownFan: OwnFan,
    private readonly outdoorCelsius: number,
    roomCelsius: number,
  ) {
    this.house = { airCelsius: roomCelsius, massCelsius: roomCelsius };
  }

  get roomCelsius(): number {
    return this.house.airCelsius;
  }

  get heatJoules(): number {
    return this.joules;
  }

  blowerRuns(): boolean {
    const { electricHeat, wet, valve, dual } = this.equipment;
    if (this.circuit.runs('blower')) return true;
    // Equipment that starts its own blower does so with its relay, as somebody saw it do.
    if (this.ownFan.heating && this.heatStages() > 0) return true;
    if (this.ownFan.cooling && this.coolStages() > 0) return true;
    if (electricHeat || wet || (valve && !dual)) return false;
    return (
      this.burnerSeconds > FURNACE_FAN_ON_SECONDS ||
      (this.sinceBurner < FURNACE_FAN_OFF_SECONDS && this.burnerShare > 0.05)
    );
  }

  private any(...of: string[]): boolean {
    return of.some((runs) => this.circuit.runs(runs));
  }

  private heatStages(): number {
    if (!this.any('burner', 'heater', 'boiler', 'pump')) return 0;
    const second = this.any('burner, high', 'heater, second stage');
    const third = this.any('third heat stage', 'heater, third stage');
    return 1 + (second ? 1 : 0) + (third ? 1 : 0);
  }

  private coolStages(): number {
    return this.any('compressor') ? 1 + (this.any('compressor, high') ? 1 : 0) : 0;
  }

  /** +1 when the compressor heats the indoor air, -1 when it cools it. */
  private direction(): 1 | -1 {
    const { valve } = this.equipment;
    if (!valve) return -1;
    return this.any('reversing valve') === (valve === 'B') ? 1 : -1;
  }

  /** Heat into the house, W; supply and return air, °C. */
  now(): { heat: number; supply: number; ret: number } {
    const { valve, dual, wet } = this.equipment;
    const pump = valve !== null && !dual;
    const stages = wet ? HOT_WATER_COIL_WATTS : pump ? HEATER_WATTS : FURNACE_WATTS;
    const [heats, cools] = [this.heatStages(), this.coolStages()];
    const heating = (stages[heats - 1] ?? stages[0] ?? 0) * this.burnerShare;
    const compressor = (COOLING_WATTS[cools - 1] ?? COOLING_WATTS[0] ?? 0) * this.coilShare;
    const high = cools > 1 ? 1.5 : pump || cools > 0 ? 1.35 : heats > 1 ? 1.3 : 0.75;
    const flow = this.blowerRuns() ? AIRFLOW_M3S * high : 0;
    // Radiators warm the room without any air stream.
    const radiators = wet && flow === 0 ? heating : 0;
    const heat = flow > 0 ? heating + this.direction() * compressor : radiators;
    const ret = this.house.airCelsius;
    return { heat, ret, supply: flow > 0 ? ret + heat / (RHO_CP * flow) : ret };
  }

  step(dt: number): void {
    const heats = this.heatStages();
    this.burnerSeconds = heats > 0 ? this.burnerSeconds + dt : 0;
    this.sinceBurner = heats > 0 ? 0 : this.sinceBurner + dt;
    const burning = heats > 0 && this.burnerSeconds > IGNITION_SECONDS;
    const toward = (share: number, target: number): number => target + (share - target) * Math.exp(-dt / COIL_SECONDS);
    this.burnerShare = toward(this.burnerShare, burning ? 1 : 0);
    this.coilShare = toward(this.coilShare, this.coolStages() > 0 ? 1 : 0);
    const { heat } = this.now();
    this.joules += heat * dt;
    this.house = stepHouse(EXAMPLE_HOUSE, this.house, this.outdoorCelsius, heat, dt);
  }
}
