/**
 * The one home of every finding: its code, weight, stop and words. docs/findings.md is generated
 * from it. Codes are stable; wording may change.
 */

import { amps, fixed, listed, voltAmps, volts } from '../units/units';
import { BOILER_FINDINGS } from './boiler.catalogue';
import { CONTACT_FINDINGS } from './contact.catalogue';
import { entry, type None } from './entry';
import { FLOOR_FINDINGS } from './floor.catalogue';
import { HEATER_FINDINGS } from './heater.catalogue';
import { LOWVOLTAGE_FINDINGS } from './lowvoltage.catalogue';
import { MAINS_FINDINGS } from './mains.catalogue';
import { MOUNT_FINDINGS } from './mount.catalogue';
import { SENSOR_FINDINGS } from './sensor.catalogue';
import { WEEK_FINDINGS } from './week.catalogue';

interface At {
  place: string;
  terminal: string;
}

export const CATALOGUE = {
  // Arrive
  'arrive.not-working': entry<{ state: string }>(
    'caution',
    'arrive',
    'The old equipment did not work fully before anything was touched.',
    (f) => ({
      message: `Before you touched anything the equipment worked: ${f.state}.`,
      fix: 'Say so to the customer now. A fault that was there before is not the new thermostat’s.',
    }),
  ),
  'device.none': entry<None>(
    'caution',
    'arrive',
    'No device sheet is chosen, so there is nothing to plan for.',
    () => ({
      message: 'No device chosen yet.',
      fix: 'Choose the device sheet: terminals, settings and limits all come from it.',
    }),
  ),
  'device.unknown-sheet': entry<{ sheet: string }>(
    'blocker',
    'arrive',
    'The job names a device sheet that is not here.',
    (f) => ({
      message: `There is no device sheet called “${f.sheet}” here.`,
      fix: 'Choose another sheet, or carry the sheet inline in the job file.',
    }),
  ),
  'device.bad-sheet': entry<{ where: string; problem: string }>(
    'blocker',
    'arrive',
    'The device sheet carried in the job is not valid.',
    (f) => ({
      message: `The sheet this job carries is not whole: ${f.where}, ${f.problem}.`,
      fix: 'Fill it in under the device, or choose another sheet.',
    }),
  ),

  // Make safe
  'safe.line-voltage': entry<{ sign: string }>(
    'blocker',
    'make-safe',
    'A sign of line voltage at the wall. A 24 V thermostat must not go there.',
    (f) => ({
      message: `Sign of line voltage: ${f.sign}.`,
      fix: 'Stop. Do not fit a 24 V thermostat here. Leave it isolated and call a licensed electrician.',
    }),
  ),
  'safe.still-live': entry<{ volts: number }>(
    'blocker',
    'make-safe',
    'R to C still reads transformer voltage although the supply is marked off.',
    (f) => ({
      message: `Still live: ${volts(f.volts)} where it should be dead. The wrong breaker is off, or it is on again.`,
      fix: 'Find the right breaker or switch, switch it off and measure again.',
    }),
  ),
  'safe.odd-reading': entry<{ volts: number }>(
    'blocker',
    'make-safe',
    'A reading that is neither dead nor a healthy transformer.',
    (f) => ({
      message: `${volts(f.volts)} is neither dead nor a healthy 24 V supply.`,
      fix: 'Do not touch the conductors. Check the meter on a known supply, then measure again.',
    }),
  ),
  'safe.supply-on': entry<{ supply: string }>('blocker', 'make-safe', 'A named supply is still on.', (f) => ({
    message: `“${f.supply}” is still on.`,
    fix: 'Switch it off, or remove it if it does not feed this equipment.',
  })),
  'safe.no-supply': entry<None>('caution', 'make-safe', 'No supply has been named.', () => ({
    message: 'No supply named yet.',
    fix: 'Name every breaker, switch or spur that feeds this equipment. There may be more than one.',
  })),
  'safe.not-proved': entry<None>(
    'blocker',
    'make-safe',
    'No meter reading proves it dead: no conductor may be touched.',
    () => ({
      message: 'Not proved dead: touch no conductor yet.',
      fix: 'Switch every supply off and measure R to C. Silence is a first sign, not a proof.',
    }),
  ),
  'safe.was-not-proved': entry<None>(
    'caution',
    'make-safe',
    'The work was done and powered without dead ever having been proved.',
    () => ({
      message: 'It was never proved dead before it was powered.',
      fix: 'Switch off and measure R to C before anything is opened again.',
    }),
  ),
  'safe.read-again': entry<{ a: string; b: string; volts: number; missing: string }>(
    'blocker',
    'make-safe',
    'Points that read live have not been read dead again between two proofs of the meter.',
    (f) => ({
      message: `${f.a} to ${f.b} has read ${volts(f.volts)}; ${f.missing}.`,
      fix: 'Supply off, read the same two points again, then touch the meter to something live to show that it still works.',
    }),
  ),
  'safe.other-transformer': entry<{ terminal: string }>(
    'caution',
    'make-safe',
    'Two transformers, and nothing read would show one of them live.',
    (f) => ({
      message: `The transformer behind ${f.terminal} was not read: what you read would be dead with it on.`,
      fix: `Measure ${f.terminal} to its own common, at the equipment it belongs to.`,
    }),
  ),
  'safe.proves-nothing': entry<{ a: string; b: string }>(
    'caution',
    'make-safe',
    'The dead reading would be the same with the supply on, so it proves nothing.',
    (f) => ({
      message: `0 V from ${f.a} to ${f.b} proves nothing: it would read 0 V with the supply on as well.`,
      fix: 'Measure R to C where both are landed: at the board if no conductor is on C at the wall.',
    }),
  ),

  // Survey
  'survey.unknown-terminal': entry<At>('blocker', 'survey', 'Letters on a plate that no rule here knows.', (f) => ({
    message: `“${f.terminal}” at the ${f.place} is not a terminal known here.`,
    fix: 'Read the letters again, or look the terminal up on the equipment’s own diagram before landing it.',
  })),
  'survey.two-on-one-screw': entry<At & { conductors: string[] }>(
    'caution',
    'survey',
    'Two conductors under one screw.',
    (f) => ({
      message: `${f.terminal} at the ${f.place} holds ${listed(f.conductors)}.`,
      fix: 'Find out where each goes. Only one of them may be the thermostat’s.',
    }),
  ),
  'survey.colour-differs': entry<{ terminal: string; wall: string; board: string }>(
    'caution',
    'survey',
    'A conductor has another colour at the other end: a splice or a relabelling somewhere.',
    (f) => ({
      message: `${f.terminal} is ${f.wall} at the wall and ${f.board} at the board. There is a splice somewhere.`,
      fix: 'Trace it before trusting either colour.',
    }),
  ),
  'survey.terminal-differs': entry<{ colour: string; wall: string; board: string }>(
    'caution',
    'survey',
    'One conductor lands on differently lettered terminals at its ends.',
    (f) => ({
      message: `${f.colour} is on ${f.wall} at the wall but on ${f.board} at the board.`,
      fix: 'The board’s letter says what it does. Land it by the board, not by the old plate.',
    }),
  ),
  'survey.board-unknown': entry<{ terminals: string[] }>(
    'note',
    'survey',
    'Conductors seen at the wall only; the board is taken to match.',
    (f) => ({
      message: `Not yet seen at the board: ${listed(f.terminals)}. Taken to land on the same letters there.`,
      fix: 'Look at the board before landing anything.',
    }),
  ),
  'survey.splices-untraced': entry<{ colours: string[]; noCommon: boolean }>(
    'caution',
    'survey',
    'At equipment without letters a core is not traced to what it meets.',
    (f) => ({
      message:
        f.colours.length > 0
          ? `Not traced at the splices: ${listed(f.colours)}. What ${f.colours.length === 1 ? 'it is' : 'they are'} there is only taken from the old plate.`
          : 'Something goes outdoors, but no core is found at the transformer’s other lead: without it nothing returns.',
      fix: 'Dead, follow the pair that goes outdoors: of its two cores the one that also meets the transformer is C, the other is Y.',
    }),
  ),
  'survey.splices-twice': entry<{ letter: string; colours: string[] }>(
    'caution',
    'survey',
    'At equipment without letters two cores are said to meet the same.',
    (f) => ({
      message: `${listed(f.colours)} are both said to be ${f.letter} at the splices.`,
      fix: 'Trace both again, dead: one of them meets something else, or is a second stage.',
    }),
  ),
  'survey.no-other-end': entry<{ colour: string; terminal: string; place: string; other: string }>(
    'caution',
    'survey',
    'A conductor is landed at one end and unlanded at the other.',
    (f) => ({
      message: `${f.colour} is on ${f.terminal} at the ${f.place} but not landed at the ${f.other}.`,
      fix: `Find it at the ${f.other}, or take it as a spare.`,
    }),
  ),
  'survey.jumper-stays': entry<{ a: string; b: string }>(
    'note',
    'survey',
    'A jumper on the old plate stays with the old plate.',
    (f) => ({
      message: `The jumper ${f.a} to ${f.b} stays with the old plate.`,
      fix: 'Do not carry it over unless the connection plan says so.',
    }),
  ),

  // Decide: system
  'system.none': entry<None>('note', 'decide', 'Nothing is landed yet, so there is nothing to read.', () => ({
    message: 'Nothing landed yet.',
    fix: 'Land the conductors on the strip in Survey.',
  })),
  'system.line-voltage': entry<{ why: string }>(
    'blocker',
    'decide',
    'The survey shows a line-voltage system.',
    (f) => ({
      message: `This is line voltage: ${f.why}.`,
      fix: 'A 24 V thermostat must not go here. Stop and call a licensed electrician.',
    }),
  ),
  'system.millivolt': entry<{ millivolts: number }>('blocker', 'decide', 'A self-powered (millivolt) heater.', (f) => ({
    message: `${fixed(f.millivolts, 0)} mV DC across two conductors: a millivolt heater that makes its own supply.`,
    fix: 'No 24 V thermostat here. Use a thermostat made for millivolt systems.',
  })),
  'system.no-candidate': entry<{ readings: string[] }>(
    'caution',
    'decide',
    'No reading of the letters explains the readings taken.',
    (f) => ({
      message: `Neither reading of the letters explains ${listed(f.readings)}.`,
      fix: 'Measure those again, with the state they were taken in; then trace the conductors at the board.',
    }),
  ),
  'system.serial': entry<{ why: string }>(
    'blocker',
    'decide',
    'The equipment is controlled over a proprietary data pair.',
    (f) => ({
      message: `Proprietary serial control (${f.why}): the conductors carry data, not 24 V calls.`,
      fix: 'No 24 V thermostat here. Use the control made for this equipment, or ask its maker for a 24 V interface.',
    }),
  ),
  'system.no-outdoor-unit': entry<None>('blocker', 'decide', 'Y is landed and there is no outdoor unit.', () => ({
    message: 'There is no outdoor unit, so Y is not cooling.',
    fix: 'Trace Y at the board: a zone valve’s closing side, a second heat stage or an accessory. Land nothing on Y until it is known.',
  })),
  'system.two-hots-tied': entry<None>(
    'blocker',
    'decide',
    'Two R conductors with the jumper left in ties two transformers together.',
    () => ({
      message: 'Two R conductors and the jumper still in: two transformers tied together.',
      fix: 'Take the jumper out before anything is powered.',
    }),
  ),
  'system.no-hot': entry<None>('blocker', 'decide', 'No conductor on R, Rc or Rh.', () => ({
    message: 'Nothing is landed on R: no call can be made.',
    fix: 'Find the conductor that carries the transformer’s hot side.',
  })),
  'system.outdoor-needed': entry<None>(
    'caution',
    'decide',
    'Dual fuel needs an outdoor temperature and a changeover point.',
    () => ({
      message: 'Heat pump with a fuel furnace: the two must never heat together.',
      fix: 'The device must be set to dual fuel, with an outdoor temperature and a changeover point.',
    }),
  ),
  'system.no-fan-with-cooling': entry<None>('caution', 'decide', 'A Y conductor without G.', () => ({
    message: 'Y without G: nothing here can start the indoor fan with cooling.',
    fix: 'Answer the question about G before cooling is called.',
  })),
  'system.not-this-family': entry<{ what: string }>(
    'blocker',
    'decide',
    'The system is read, but not yet planned for by this family’s rules.',
    (f) => ({
      message: `Read as ${f.what}, which Augerset does not plan yet.`,
      fix: 'Plan this job by the device’s and the equipment’s own instructions.',
    }),
  ),

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

  ...LOWVOLTAGE_FINDINGS,
  ...MAINS_FINDINGS,
  ...BOILER_FINDINGS,
  ...FLOOR_FINDINGS,
  ...HEATER_FINDINGS,
  ...CONTACT_FINDINGS,

  // The second cable
  'outdoor.missing-conductor': entry<{ terminals: string[] }>(
    'caution',
    'decide',
    'The cable to the outdoor unit lacks a conductor its loads need.',
    (f) => ({
      message: `No conductor to the outdoor unit was seen for ${listed(f.terminals)}.`,
      fix: 'Look at the outdoor unit and at what else sits under the board’s screws.',
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
      fix: 'Part that path before powering up; a fuse is changed only after its cause is found.',
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

  // Set up
  'settings.conflict': entry<{ setting: string; value: string; why: string }>(
    'blocker',
    'set-up',
    'A chosen setting contradicts the wiring or the equipment.',
    (f) => ({
      message: `${f.setting} is set to “${f.value}”: ${f.why}.`,
      fix: 'Put it back to the proposed value, or correct the survey.',
    }),
  ),
  'settings.fan-electric': entry<None>(
    'blocker',
    'set-up',
    'Electric heat with the fan left to the equipment.',
    () => ({
      message: 'Electric heat with the fan left to the equipment: the heater could run without air.',
      fix: 'Set the fan to “thermostat”, unless you have seen the board start its own fan.',
    }),
  ),
  'settings.not-on-device': entry<{ settings: string[] }>(
    'note',
    'set-up',
    'Settings of this job that the device sheet does not place.',
    (f) => ({
      message: `The sheet does not say where to set ${listed(f.settings)}.`,
      fix: 'Look in the device’s own manual, and add them to the sheet.',
    }),
  ),
  'settings.no-code': entry<{ setting: string; value: string }>(
    'blocker',
    'set-up',
    'The device has no code for the value this job needs.',
    (f) => ({
      message: `This device has no value for ${f.setting} “${f.value}”.`,
      fix: 'This device does not suit the job as it stands.',
    }),
  ),
  'settings.locked': entry<{ setting: string; value: string; stands: string }>(
    'blocker',
    'set-up',
    'The device locks a setting at a value that does not suit the job.',
    (f) => ({
      message: `${f.setting} wants ${f.value}; this device stands at ${f.stands} and lets nobody change it.`,
      fix: 'Ask the maker whether it can be unlocked; else this device does not suit the job.',
    }),
  ),
  'detected.missing': entry<{ terminals: string[] }>(
    'blocker',
    'set-up',
    'The device reports fewer terminals than are wired.',
    (f) => ({
      message: `The device does not see ${listed(f.terminals)}, which ${f.terminals.length === 1 ? 'is' : 'are'} in the plan.`,
      fix: 'A conductor is not fully seated. Supply off, pull it, strip it fresh, push it home and tug.',
    }),
  ),
  'detected.by-hand': entry<{ terminals: string[] }>(
    'caution',
    'set-up',
    'Terminals behind a diode piece that the device cannot detect.',
    (f) => ({
      message: `Behind the diode piece the device does not see ${listed(f.terminals)} for itself.`,
      fix: 'Enter them by hand in the device’s list of terminals; that is as it should be.',
    }),
  ),
  'detected.extra': entry<{ terminals: string[] }>(
    'caution',
    'set-up',
    'The device reports terminals that are not in the plan.',
    (f) => ({
      message: `The device sees ${listed(f.terminals)}, which the plan does not use.`,
      fix: 'Compare the plate with the plan: a conductor is on another screw.',
    }),
  ),

  // Join
  'join.code-expired': entry<{ at: string }>('caution', 'set-up', 'The registration code is past its expiry.', (f) => ({
    message: `The registration code ran out at ${f.at}.`,
    fix: 'Ask the device for a new code and type that.',
  })),
  'join.code-wrong': entry<{ problem: string }>(
    'caution',
    'set-up',
    'A registration code cannot be right as it was typed.',
    (f) => ({
      message: `The code cannot be right: ${f.problem}.`,
      fix: 'Read it again from the device itself, digit by digit.',
    }),
  ),
  'join.control-slow': entry<{ seconds: number }>(
    'caution',
    'set-up',
    'A command from afar takes long to arrive.',
    (f) => ({
      message: `What was set from afar showed on the device after ${fixed(f.seconds, 0)} s.`,
      fix: 'Signal at the wall, then the network; try it again at another hour.',
    }),
  ),
  'join.control-not': entry<None>(
    'blocker',
    'set-up',
    'The device shows the command, the equipment does not follow.',
    () => ({
      message: 'The device shows what was set from afar, and the equipment does not follow.',
      fix: 'Make the same call at the device: if it follows then, look at what the account may do; else at the wiring.',
    }),
  ),
  'join.no-internet': entry<None>('note', 'set-up', 'No internet today: register later.', () => ({
    message: 'No internet today. Everything local can be finished and proved.',
    fix: 'Leave a follow-up that says who registers it later, with the ids they will need.',
  })),
  'join.link-again': entry<{ name: string }>('caution', 'set-up', 'A link was proved with another device.', (f) => ({
    message: `The link with ${f.name} was proved with another device.`,
    fix: 'Discover again from the other side, and prove it by one command: each new device is linked anew.',
  })),
  'join.link-fails': entry<{ name: string }>(
    'caution',
    'set-up',
    'A linked assistant’s command is not followed.',
    (f) => ({
      message: `A command from ${f.name} is not followed.`,
      fix: 'Permit it in the account, discover again, and say the name it has there.',
    }),
  ),
  'join.terms-refused': entry<None>('caution', 'set-up', 'The customer does not accept the account’s terms.', () => ({
    message: 'The customer does not accept the terms of the account: it is not made.',
    fix: 'Leave the device to work by itself, and hand it over so.',
  })),
  'join.weak-signal': entry<{ dbm: number }>(
    'caution',
    'set-up',
    'The network signal at the wall is doubtful.',
    (f) => ({
      message: `${fixed(f.dbm, 0)} dBm at the wall is doubtful; about −67 dBm is good.`,
      fix: 'Move the router or add a repeater; otherwise expect drop-outs.',
    }),
  ),
  'join.wrong-band': entry<{ bands: string[] }>(
    'caution',
    'set-up',
    'The network’s band does not suit the device.',
    (f) => ({
      message: `This device joins ${listed(f.bands)} GHz only.`,
      fix: 'Use the router’s other network name, or have both bands share one name.',
    }),
  ),

  // Week
  ...SENSOR_FINDINGS,
  ...MOUNT_FINDINGS,
  ...WEEK_FINDINGS,

  // Proof
  'proof.failed': entry<{ test: string; what: string; value: string; predicted: string }>(
    'blocker',
    'proof',
    'A reading of the proof run is outside its prediction.',
    (f) => ({
      message: `${f.test}: ${f.what} is ${f.value}, predicted ${f.predicted}.`,
      fix: 'See the most likely causes. Supply off before anything is moved.',
    }),
  ),
  'proof.skipped': entry<{ test: string; reason: string }>(
    'caution',
    'proof',
    'A test was skipped with a reason.',
    (f) => ({
      message: `${f.test} was skipped: ${f.reason}.`,
      fix: 'It stands in the record as not proved. Leave a follow-up if it can be shown later.',
    }),
  ),
  'proof.inconclusive': entry<{ test: string; what: string }>(
    'caution',
    'proof',
    'A reading is within the meter’s resolution of the limit.',
    (f) => ({
      message: `${f.test}: ${f.what} is too close to the limit for this meter to tell.`,
      fix: 'Measure again with better contact or another meter.',
    }),
  ),
} as const;

export type FindingCode = keyof typeof CATALOGUE;
export type FindingFacts<C extends FindingCode> = Parameters<(typeof CATALOGUE)[C]['words']>[0];
