/** Findings of the circuit as planned or found: powering, accessories, what would burn or not run. */
import { amps, fixed, listed, voltAmps, volts } from '../units/units';
import { entry, type None } from './entry';

export const CIRCUIT_FINDINGS = {
  // Decide: power
  'power.no-common': entry<{ device: string; va: number }>(
    'blocker',
    'decide',
    'The device needs a common wire and none is landed at both ends.',
    (f) => ({
      message: `No common: ${f.device} takes ${voltAmps(f.va)} all the time and needs R and C.`,
      fix: 'Choose a way to power it in Decide.',
    }),
  ),
  'power.common-one-end': entry<{ place: string; other: string }>(
    'caution',
    'decide',
    'C is landed at one end only.',
    (f) => ({
      message: `C is landed at the ${f.place} but not at the ${f.other}: no common reaches the thermostat.`,
      fix: `Land it on C at the ${f.other} with the supply off.`,
    }),
  ),
  'power.on-batteries': entry<None>('note', 'decide', 'The device runs on batteries.', () => ({
    message: 'No common: the device runs on its batteries.',
    fix: 'Fit fresh batteries today and tell the customer when to change them.',
  })),
  'power.choice-fails': entry<{ way: string; why: string }>(
    'blocker',
    'decide',
    'The chosen way of powering the device does not work for this job.',
    (f) => ({
      message: `“${f.way}” does not work here: ${f.why}.`,
      fix: 'Choose another way to power the device.',
    }),
  ),

  // Accessories
  'accessory.transformers-joined': entry<{ accessory: string; terminal: string; high: number; low: number }>(
    'blocker',
    'decide',
    'A lead of an accessory’s own transformer is on the system’s R or C: two transformers are joined.',
    (f) => ({
      message: `The ${f.accessory}’s own transformer is joined to ${f.terminal}: told to feed it, the device would put ${volts(f.high)} or ${volts(f.low)} across its coil, by phase.`,
      fix: `Take its lead off ${f.terminal}. Both of its wires go to the volt-free pair and nowhere else.`,
    }),
  ),
  'accessory.no-output': entry<{ accessory: string; device: string }>(
    'blocker',
    'decide',
    'The device has no free output for an accessory.',
    (f) => ({
      message: `${f.device} has no free output that can run a ${f.accessory}.`,
      fix: 'Choose a device with an output for it, or leave it on its own control and say so in the record.',
    }),
  ),
  'accessory.needs-isolating-relay': entry<{ accessory: string; terminal: string }>(
    'caution',
    'connect',
    'An accessory with its own transformer on an output that is fed from R.',
    (f) => ({
      message: `${f.terminal} is fed from R, and the ${f.accessory} has its own transformer: they must not meet.`,
      fix: `Fit an isolating relay: its coil on ${f.terminal} and C, its contact in the ${f.accessory}’s own loop.`,
    }),
  ),
  'accessory.no-return': entry<{ accessory: string }>(
    'blocker',
    'connect',
    'A fed accessory is to return to C at the wall, where there is none.',
    (f) => ({
      message: `The ${f.accessory} has no way back: there is no C at the wall.`,
      fix: 'Land its return on C at the board instead.',
    }),
  ),
  'accessory.no-fan': entry<{ accessory: string }>(
    'caution',
    'decide',
    'An accessory needs moving air and the plan has no fan call.',
    (f) => ({
      message: `The ${f.accessory} needs the fan, and this plan cannot call the fan alone.`,
      fix: 'Keep G for the fan and power the device another way, or accept it only while heat or cooling runs.',
    }),
  ),
  'accessory.ventilator-small': entry<{ needed: number; moves: number }>(
    'caution',
    'set-up',
    'The ventilator cannot move the fresh air the dwelling needs even in a whole hour.',
    (f) => ({
      message: `The house needs ${fixed(f.needed, 0)} L/s of fresh air and the ventilator moves ${fixed(f.moves, 0)} L/s.`,
      fix: 'It must run all the time and still falls short. Tell the customer; a larger one is needed.',
    }),
  ),

  // Connect
  'plan.no-terminal': entry<{ function: string; device: string }>(
    'blocker',
    'connect',
    'The device has no terminal for something the system needs.',
    (f) => ({
      message: `${f.device} has no terminal for ${f.function}.`,
      fix: 'Choose a device with enough terminals, or agree in writing to leave the function unused.',
    }),
  ),
  'plan.unused-conductor': entry<{ colour: string; why: string }>(
    'note',
    'connect',
    'A conductor the new device does not use.',
    (f) => ({
      message: `${f.colour} is not used: ${f.why}.`,
      fix: 'Cap it, coil it round the sheath and leave it reachable. Do not cut it off.',
    }),
  ),
  'connect.defect-open': entry<{ defect: string; where: string; remedy: string }>(
    'caution',
    'connect',
    'A defect met on the way that is not mended yet.',
    (f) => ({
      message: `Not mended: ${f.defect} at ${f.where}.`,
      fix: f.remedy,
    }),
  ),

  // The circuit as planned
  'circuit.fuse-opens': entry<{ state: string; amps: number; through: string[] }>(
    'blocker',
    'connect',
    'A short: the fuse opens in this state.',
    (f) => ({
      message: `In ${f.state} the ${fixed(f.amps, 0)} A fuse opens: R is shorted to C${f.through.length > 0 ? ` through ${listed(f.through.slice(0, 4))}` : ''}.`,
      fix: 'Disconnect that path before you power up. Change a fuse only after you have found its cause.',
    }),
  ),
  'circuit.overload': entry<{ state: string; va: number; ratedVA: number }>(
    'blocker',
    'connect',
    'The transformer is overloaded in some state.',
    (f) => ({
      message: `In ${f.state} the loads take ${voltAmps(f.va)} from a ${fixed(f.ratedVA, 0)} VA transformer.`,
      fix: 'Fit a larger transformer or take a load off it.',
    }),
  ),
  'circuit.near-limit': entry<{ state: string; va: number; ratedVA: number }>(
    'caution',
    'connect',
    'The transformer is loaded beyond 80 % in some state.',
    (f) => ({
      message: `In ${f.state} the loads take ${voltAmps(f.va)}, more than 80 % of the ${fixed(f.ratedVA, 0)} VA transformer.`,
      fix: 'It runs, with little to spare. Add nothing to this transformer.',
    }),
  ),
  'circuit.weak-inrush': entry<{ load: string; volts: number; state: string }>(
    'caution',
    'connect',
    'A coil may not pull in: its inrush drags the supply under 75 %.',
    (f) => ({
      message: `While the ${f.load} pulls in (${f.state}) it sees only ${volts(f.volts)}; under 18 V it may chatter.`,
      fix: 'Fit a larger transformer or thicker conductors.',
    }),
  ),
  'circuit.weak-coil': entry<{ state: string; load: string; volts: number }>(
    'caution',
    'connect',
    'A coil gets less than 85 % of its rated voltage.',
    (f) => ({
      message: `In ${f.state} the ${f.load} gets only ${volts(f.volts)}.`,
      fix: 'Shorten the run, use thicker conductors or a larger transformer.',
    }),
  ),
  'circuit.series-loads': entry<{ state: string; loads: string[] }>(
    'blocker',
    'connect',
    'Two loads end up in series and share the voltage.',
    (f) => ({
      message: `In ${f.state} ${listed(f.loads)} are in series and share the voltage.`,
      fix: 'A return is missing: check that every load goes back to C.',
    }),
  ),
  'circuit.opposed-sources': entry<{ state: string; amps: number }>(
    'blocker',
    'connect',
    'Two transformers drive current into each other.',
    (f) => ({
      message: `In ${f.state} two transformers are tied together and drive ${amps(f.amps)} round the loop.`,
      fix: 'Keep the two transformers apart: take the jumper out.',
    }),
  ),
  'circuit.oscillation': entry<{ state: string; loads: string[] }>(
    'blocker',
    'connect',
    'Relays switch each other on and off without end.',
    (f) => ({
      message: `In ${f.state} ${listed(f.loads)} switch on and off without end.`,
      fix: 'A contact cuts off the coil that closes it. Check the interlock wiring.',
    }),
  ),
  'circuit.floating': entry<{ colour: string; terminal: string }>(
    'caution',
    'connect',
    'A landed conductor leads nowhere.',
    (f) => ({
      message: `${f.colour} is landed on ${f.terminal} and leads nowhere at the other end.`,
      fix: 'Land its other end, or take it off and cap it.',
    }),
  ),

  // Power up
  'power-up.wrong-reading': entry<{ a: string; b: string; volts: number; low: number; high: number }>(
    'blocker',
    'power-up',
    'A reading outside what the circuit predicts.',
    (f) => ({
      message: `${f.a} to ${f.b} reads ${volts(f.volts)}; the circuit should give ${volts(f.low)} to ${volts(f.high)}.`,
      fix: 'See the causes in order of likelihood, and what to measure next.',
    }),
  ),
  'power-up.dead': entry<None>('blocker', 'power-up', 'The display stays dark.', () => ({
    message: 'The display is dead.',
    fix: 'Work down the causes; each says what to look at.',
  })),
} as const;
