/**
 * Ways of powering the device that put a part into the circuit: a module at the equipment that
 * tells two calls apart on one core (with the device's own coded output, the extender, or with a
 * diode piece at the wall, the splitter pair), and a separate plug-in transformer.
 *
 * The shared core carries the whole wave for cooling with fan, and one half of it for the fan
 * alone. In RMS terms half a wave is V/√2, which the model makes with a series resistance of
 * (√2 − 1) times the module’s input; the module’s two inputs pull in above and below that. A real
 * module goes by polarity; this equivalent by level holds from 22 to 29 V of supply.
 */
import { type CircuitElement, CLOSED_OHMS, OPEN_OHMS } from '../circuit/netlist';
import type { DeviceSheet } from '../devices/sheet';
import { boardNode, type InstalledContact, openVoltsOf, sourceOhms, sourceReactance, wallNode } from './installed';
import type { WorkStep } from './work-steps';

export type KitKind = 'extender' | 'splitter' | 'separate-transformer';

export interface PowerKit {
  kind: KitKind;
  /** The conductor that carries both calls (extender, splitter). */
  shared?: string;
  /** It was found in place, its module's screw so lettered: nothing of it is to be fitted. */
  inPlace?: boolean;
  screw?: string;
  /** The R terminal of the device that the separate transformer feeds. */
  feed?: string;
}

/** The module's own screw for the shared core, at the equipment. */
export const SHARED = 'M1';
/** Resistance of one input of the module. */
const INPUT_OHMS = 900;
/** Rated so that 75 % is above half a wave of 28 V (19.8 V) and below a whole one of 22 V. */
const WHOLE_WAVE_VOLTS = 28;
/** Rated so that half a wave of 22 V (15.6 V) pulls it in. */
const HALF_WAVE_VOLTS = 16;
/** Both inputs in parallel; a diode halves the wave. */
const HALF_WAVE_OHMS = (INPUT_OHMS / 2) * (Math.SQRT2 - 1);
const MODULE_VA = 1.5;
const PLUG_VA = 20;
/** The half-wave output inside the device. */
const halfOf = (screw: string): string => `${screw}.half`;
/** The wall end of a core that is under no screw: the lead of a diode piece is joined to it there. */
const looseWall = (conductor: string): string => `${conductor}.wall`;

/** R, C, Y and G as they are lettered at one end. */
export interface KitLetters {
  hot: string;
  common: string;
  cool: string;
  fan: string;
}

export interface KitWiring {
  elements: CircuitElement[];
  contacts: InstalledContact[];
  wallScrews: string[];
  boardScrews: string[];
}

const none: KitWiring = { elements: [], contacts: [], wallScrews: [], boardScrews: [] };

const joint = (id: string, name: string, a: string, b: string, ohms: number): CircuitElement => ({
  kind: 'joint',
  id,
  name,
  a,
  b,
  ohms,
});

function moduleElements(board: KitLetters, screw: string): CircuitElement[] {
  const common = boardNode(board.common);
  const input = (id: string, name: string, ratedVolts: number): CircuitElement => ({
    kind: 'load',
    id,
    name,
    a: boardNode(screw),
    b: common,
    ratedVolts,
    va: ratedVolts ** 2 / INPUT_OHMS,
    coil: true,
    sense: true,
  });
  const relay = (id: string, to: string, coil: string): CircuitElement => ({
    kind: 'contact',
    id,
    name: `module contact ${to}`,
    a: boardNode(board.hot),
    b: boardNode(to),
    closedOhms: CLOSED_OHMS,
    openOhms: OPEN_OHMS,
    by: { coil },
    normally: 'open',
  });
  return [
    {
      kind: 'load',
      id: 'kit:module',
      name: 'module',
      a: boardNode(board.hot),
      b: common,
      ratedVolts: 24,
      va: MODULE_VA,
      coil: false,
    },
    input('kit:whole', 'module input, whole wave', WHOLE_WAVE_VOLTS),
    input('kit:half', 'module input, half wave', HALF_WAVE_VOLTS),
    relay('kit:cool', board.cool, 'kit:whole'),
    relay('kit:fan', board.fan, 'kit:half'),
  ];
}

/**
 * @param board letters at the equipment
 * @param device letters of the device, with the R that carries the calls
 * @param shared the device's own screw for the coded core (extender)
 */
export function kitWiring(kit: PowerKit, board: KitLetters, device: KitLetters, shared: string): KitWiring {
  switch (kit.kind) {
    case 'extender':
      return {
        wallScrews: [shared],
        boardScrews: [kit.screw ?? SHARED],
        elements: [
          ...moduleElements(board, kit.screw ?? SHARED),
          joint('kit:diode', 'half-wave output', wallNode(halfOf(shared)), wallNode(shared), HALF_WAVE_OHMS),
        ],
        contacts: [
          { from: device.hot, to: shared, role: 'cool1' },
          { from: device.hot, to: halfOf(shared), role: 'fan' },
        ],
      };
    case 'splitter': {
      // The core is joined to the diode piece behind the plate: it is under no screw of the device.
      const core = looseWall(kit.shared ?? 'shared');
      return {
        wallScrews: [],
        boardScrews: [kit.screw ?? SHARED],
        elements: [
          ...moduleElements(board, kit.screw ?? SHARED),
          joint('kit:lead', 'lead of the diode piece', wallNode(device.cool), core, 0.05),
          joint('kit:diode', 'diode piece', wallNode(device.fan), core, HALF_WAVE_OHMS),
        ],
        contacts: [],
      };
    }
    case 'separate-transformer':
      return {
        ...none,
        elements: [
          {
            kind: 'source',
            id: 'source:plug',
            name: 'plug-in transformer',
            a: 'plug.hot',
            b: 'plug.common',
            volts: openVoltsOf(),
            ohms: sourceOhms(PLUG_VA),
            reactance: sourceReactance(PLUG_VA),
            degrees: 0,
            ratedVA: PLUG_VA,
            supply: 'plug',
          },
          joint('kit:hot', 'plug lead', 'plug.hot', wallNode(kit.feed ?? device.hot), 0.2),
          joint('kit:common', 'plug lead', 'plug.common', wallNode(device.common), 0.2),
        ],
      };
  }
}

/** What is done for the kit, beside landing conductors. */
export function kitSteps(
  kit: PowerKit,
  sheet: DeviceSheet,
  letters: { board: KitLetters; cool: string; fan: string; core: string },
): WorkStep[] {
  const { board } = letters;
  if (kit.inPlace && kit.kind !== 'separate-transformer')
    return [
      {
        id: 'kit-check',
        place: 'board',
        what: `Check the module that is in place: its R, C, Y, G on ${board.hot}, ${board.common}, ${board.cool}, ${board.fan} of the board, tug each`,
        about: `board.${SHARED}`,
      },
    ];
  const module: WorkStep = {
    id: 'kit-module',
    place: 'board',
    what: `Mount the module in the cabinet: its R, C, Y, G to ${board.hot}, ${board.common}, ${board.cool}, ${board.fan} of the board, tug each`,
    about: `board.${SHARED}`,
  };
  switch (kit.kind) {
    case 'extender':
      return [module];
    case 'splitter':
      return [
        module,
        {
          id: 'kit-diode',
          place: 'wall',
          what: `Fit the diode piece behind the plate: its leads on ${letters.cool} and ${letters.fan}, its tail joined to ${letters.core} with a connector, the stripe towards ${letters.core}`,
          about: `conductor:${kit.shared ?? ''}`,
        },
      ];
    case 'separate-transformer':
      return [
        {
          id: 'kit-plug',
          place: 'wall',
          what: `Land the plug-in transformer’s two leads on ${kit.feed ?? 'R'} and C of ${sheet.name}: nothing of the equipment joins them. Plug it in last`,
          about: `wall.${kit.feed ?? 'R'}`,
        },
      ];
  }
}
