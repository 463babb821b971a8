/** What a call meets at the equipment: each coil by the letter it hangs on. */
import type { LowVoltageJob } from '../../src/core/job/schema';
import { plateSays } from '../../src/core/lowvoltage/nameplate';
import type { Behind, Screw } from './letters';

/** Water carries the heat. */
export const WET: readonly (string | undefined)[] = ['boiler', 'steam-boiler', 'zone-valve', 'hydronic-air-handler'];

export interface Coil {
  id: string;
  name: string;
  runs: string;
  va: number;
  powerFactor: number;
  /** Volt-amperes before it has pulled in. */
  inrush: number;
}

const relay = (id: string, name: string, runs: string): Coil => ({
  id,
  name,
  runs,
  va: 9,
  powerFactor: 0.6,
  inrush: 12,
});

/** What a heating call meets first: a gas valve, a relay, a pump, a boiler, a motor in the pipe. */
function heatCoil(stage: 1 | 2 | 3, fuel: string | null, kind: string | undefined, closes: boolean): Coil {
  const id = `heat${stage}`;
  if (stage === 1 && (closes || kind === 'zone-valve'))
    return { id, name: 'zone valve motor', runs: 'zone valve', va: 6.5, powerFactor: 0.8, inrush: 8 };
  if (stage === 1 && kind === 'hydronic-air-handler') return relay(id, 'pump relay', 'pump');
  if (stage === 1 && WET.includes(kind)) return relay(id, 'boiler relay', 'boiler');
  const further = stage === 2 ? ', second stage' : stage === 3 ? ', third stage' : '';
  if (fuel === 'electric') return relay(id, `heater relay${further}`, `heater${further}`);
  if (stage === 1 && fuel === 'oil') return relay(id, 'burner relay', 'burner');
  if (stage === 1) return { id, name: 'gas valve', runs: 'burner', va: 10, powerFactor: 0.7, inrush: 12 };
  const coil = { id, va: 6, powerFactor: 0.7, inrush: 9 };
  return stage === 2
    ? { ...coil, name: 'second-stage heat', runs: 'burner, high' }
    : { ...coil, name: 'third-stage heat', runs: 'third heat stage' };
}

export const CONTACTOR: Coil = {
  id: 'cool1',
  name: 'compressor contactor',
  runs: 'compressor',
  va: 9,
  powerFactor: 0.4,
  inrush: 33,
};
export const SECOND: Coil = {
  id: 'cool2',
  name: 'second-stage solenoid',
  runs: 'compressor, high',
  va: 7,
  powerFactor: 0.5,
  inrush: 12,
};
const BLOWER: Coil = { id: 'fan', name: 'fan relay', runs: 'blower', va: 4, powerFactor: 0.6, inrush: 8 };
export const VALVE: Coil = {
  id: 'valve',
  name: 'reversing valve',
  runs: 'reversing valve',
  va: 7,
  powerFactor: 0.5,
  inrush: 12,
};
const CLOSER: Coil = {
  id: 'close',
  name: 'zone valve, closing',
  runs: 'zone valve closing',
  va: 6.5,
  powerFactor: 0.8,
  inrush: 8,
};
const damper = (id: string, name: string, runs: string, va: number): Coil => ({
  id,
  name,
  runs,
  va,
  powerFactor: 0.8,
  inrush: va,
});
const DAMPER_VA = 10;

/** What the letters, the plate and the installer's own words say stands there. */
export interface Facts {
  kind: string | undefined;
  fuel: string | null;
  pump: boolean;
  closes: boolean;
  coolStages: number;
  valve: 'O' | 'B' | null;
}

export function factsOf(job: LowVoltageJob, screws: readonly Screw[]): Facts {
  const { equipment } = job.survey;
  const plate = plateSays(job);
  const has = (...of: Behind[]): boolean => screws.some((s) => of.includes(s.behind));
  const outdoor = equipment.outdoorUnit ?? plate.outdoorUnit;
  const pump = has('O', 'B', 'O/B') && outdoor !== 'air-conditioner' && outdoor !== 'none';
  const letter = has('O') ? 'O' : has('B') ? 'B' : 'O';
  const compressor = has('cool1', 'cool2', 'shared') ? (has('cool2') ? 2 : 1) : 0;
  return {
    kind: equipment.kind,
    fuel: equipment.fuel ?? plate.fuel ?? null,
    pump,
    closes: has('close'),
    coolStages: Math.min(compressor, Math.max(1, equipment.coolStages ?? 2)),
    valve: pump ? (equipment.reversingValve ?? letter) : null,
  };
}

/** Coils by the letter each hangs on. */
export function coilsOf(job: LowVoltageJob, screws: readonly Screw[], facts: Facts): { letter: string; coil: Coil }[] {
  const { damperVA = DAMPER_VA, fanStartedBy } = job.survey.equipment;
  const { kind, fuel, pump, closes, coolStages } = facts;
  const both = screws.some((s) => s.behind === 'O') && screws.some((s) => s.behind === 'B');
  const dampers = !pump && (both || job.survey.equipment.damperVA !== undefined);
  const radiators = closes || kind === 'boiler' || kind === 'steam-boiler' || kind === 'zone-valve';
  const out: { letter: string; coil: Coil }[] = [];
  const put = (letter: string, coil: Coil | null): void => {
    if (coil && !out.some((x) => x.coil.id === coil.id)) out.push({ letter, coil });
  };
  const coilOf = ({ behind }: Screw): Coil | null => {
    switch (behind) {
      case 'heat1':
      case 'heat2':
      case 'heat3':
        return heatCoil(Number(behind.slice(4)) as 1 | 2 | 3, fuel, kind, closes);
      case 'cool1':
        return coolStages > 0 ? CONTACTOR : null;
      case 'cool2':
        return coolStages > 1 ? SECOND : null;
      case 'fan':
        return BLOWER;
      case 'O':
      case 'O/B':
        return pump ? VALVE : dampers ? damper('damper-o', 'cooling damper', 'cooling damper', damperVA) : null;
      case 'B':
        if (pump) return both ? damper('valve-b', 'valve or damper on B', 'valve on B', damperVA) : VALVE;
        return dampers ? damper('damper-b', 'heating damper', 'heating damper', damperVA) : null;
      case 'close':
        return CLOSER;
      default:
        return null;
    }
  };
  for (const screw of screws) put(screw.letter, coilOf(screw));
  // Behind a module that tells two calls apart stand the compressor's contactor and the blower's relay all the same.
  if (screws.some((s) => s.behind === 'shared')) put('Y', CONTACTOR);
  // A board that moves air has a blower's relay, with or without a core on it.
  const moves = coolStages > 0 || pump || fuel === 'electric' || kind === 'hydronic-air-handler';
  if (moves || (fanStartedBy === 'thermostat' && !radiators)) put('G', BLOWER);
  return out;
}
