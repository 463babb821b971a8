/**
 * A heated floor as four temperatures: the heated layer (cable, bedding, tile), the room above, what
 * lies beneath, and the probe, which follows the heated layer with a lag.
 *
 *   Cs dTs/dt = P − Ksr (Ts − Tr) − Ksg (Ts − Tg)
 *   Cr dTr/dt = Ksr (Ts − Tr) − Kro (Tr − To)
 *   Cg dTg/dt = Ksg (Ts − Tg) − Kgb (Tg − Tb)
 *      dTp/dt = (Ts − Tp) / τ
 *
 * Ksr is the covering's resistance and the surface film in series; a heated floor gives 10.8 W/m²K to
 * its room by radiation and convection together (EN 1264-5). The probe has no heat of its own in the
 * balance. Heat spreads evenly in the layer: the ripple between two runs of cable is left out, and a
 * probe that lies midway between them is what the model means.
 */
import type { Build, Covering, FloorSurvey } from '../job/floor-schema';
import { type Network, storedJoules as storedIn } from '../thermal/network';

/** W/m²K, EN 1264-5. */
const SURFACE_FILM = 10.8;

/** m²K/W of the covering: thickness over conductivity (EN 12524 / ISO 10456 values). */
const COVERING_RESISTANCE: Record<Covering, number> = {
  tile: 0.01, // 10 mm at 1.0 W/mK
  stone: 0.008, // 20 mm at 2.5
  timber: 0.1, // 14 mm at 0.14
  laminate: 0.07, // 9 mm at 0.13 and its underlay
  vinyl: 0.02, // 4 mm at 0.2
  carpet: 0.1, // 6 mm at 0.06
};

/** Per m² of floor, J/m²K and W/m²K: density, heat capacity and conductivity of ISO 10456 over the layer's thickness. */
const BUILD: Record<Build, { slab: number; under: number; beneath: number }> = {
  /** 19 mm of adhesive and tile on a 10 mm foam board (0.033 W/mK) over 100 mm of concrete. */
  board: { slab: 34_000, under: 3.3, beneath: 200_000 },
  /** The same straight on 100 mm of concrete: to its middle 50 mm at 1.6 W/mK. */
  concrete: { slab: 34_000, under: 32, beneath: 200_000 },
  /** 65 mm of screed and tile on 50 mm of insulation (0.035 W/mK). */
  screed: { slab: 117_000, under: 0.7, beneath: 200_000 },
  /** 25 mm of board and bedding over 100 mm of wool between joists, with a ceiling under it. */
  joists: { slab: 32_000, under: 0.35, beneath: 12_000 },
};

/** W/m²K from beneath to what surrounds it: soil (ISO 13370, slab on ground), or a ceiling's film (ISO 6946, 0.17 m²K/W). */
const TO_SOIL = 0.5;
const TO_ROOM_BELOW = 5.9;
const SOIL_CELSIUS = 10;
/** J/m²K of air and contents (ISO 13790, very light), W/m²K of an ordinary room's losses, and how firmly other heating holds it. */
const ROOM_CAPACITY = 60_000;
const USUAL_LOSS = 1.5;
const HELD_BY_OTHERS = 40;
/** A probe in its tube. */
const PROBE_SECONDS = 180;

export const STATES = 4;
/** slab, room, beneath, probe */
export type FloorState = Float64Array;

export interface FloorModel {
  areaSquareMetres: number;
  /** J/K */
  slab: number;
  room: number;
  beneath: number;
  /** W/K */
  slabToRoom: number;
  slabToBeneath: number;
  beneathToBelow: number;
  roomToOut: number;
  probeSeconds: number;
  /** W of the mats at the supply there is. */
  watts: number;
}

export interface Around {
  /** What the room loses to: outdoors where the floor is the only heat, else the room's other heating. */
  outCelsius: number;
  belowCelsius: number;
}

export interface FloorHouse {
  model: FloorModel;
  around: Around;
  start: FloorState;
  roomCelsius: number;
  /** The floor is all the room has. */
  sole: boolean;
}

/** m²K/W, the sheet's own where it is given. */
export const coveringResistance = (survey: FloorSurvey): number =>
  survey.coveringResistance ?? COVERING_RESISTANCE[survey.covering ?? 'tile'];

/** @param watts of all mats at the measured supply; null without area or power */
export function floorHouse(survey: FloorSurvey, watts: number): FloorHouse | null {
  const area = survey.areaSquareMetres;
  if (area === undefined || !(watts > 0)) return null;
  const layer = BUILD[survey.build ?? 'board'];
  const beneath = survey.beneath ?? 'ground';
  const sole = survey.purpose === 'sole' || survey.purpose === 'damp';
  const roomCelsius = survey.roomCelsius ?? (survey.purpose === 'damp' ? 8 : 20);
  const outdoor = survey.outdoorCelsius ?? 5;
  const model: FloorModel = {
    areaSquareMetres: area,
    slab: layer.slab * area,
    room: ROOM_CAPACITY * area,
    beneath: layer.beneath * area,
    slabToRoom: area / (coveringResistance(survey) + 1 / SURFACE_FILM),
    slabToBeneath: layer.under * area,
    beneathToBelow: (beneath === 'ground' ? TO_SOIL : TO_ROOM_BELOW) * area,
    roomToOut: sole ? (survey.lossWattsPerKelvin ?? USUAL_LOSS * area) : HELD_BY_OTHERS * area,
    probeSeconds: PROBE_SECONDS,
    watts,
  };
  const around: Around = {
    outCelsius: sole ? outdoor : roomCelsius,
    // An unheated space lies half-way between the house and outdoors (ISO 13789, b = 0.5).
    belowCelsius: beneath === 'ground' ? SOIL_CELSIUS : beneath === 'heated' ? 20 : (roomCelsius + outdoor) / 2,
  };
  const floor = survey.probe.floorCelsius ?? roomCelsius;
  const under =
    (model.slabToBeneath * floor + model.beneathToBelow * around.belowCelsius) /
    (model.slabToBeneath + model.beneathToBelow);
  return { model, around, start: Float64Array.of(floor, roomCelsius, under, floor), roomCelsius, sole };
}

/** The floor as a network: slab, room, beneath, and the probe that follows the slab. */
export const floorNetwork = (m: FloorModel): Network => ({
  capacities: [m.slab, m.room, m.beneath],
  followers: [{ node: 0, seconds: m.probeSeconds }],
  links: [
    { a: 0, b: 1, wattsPerKelvin: m.slabToRoom },
    { a: 0, b: 2, wattsPerKelvin: m.slabToBeneath },
  ],
  outside: [
    { node: 2, place: 0, wattsPerKelvin: m.beneathToBelow },
    { node: 1, place: 1, wattsPerKelvin: m.roomToOut },
  ],
  places: 2,
  heats: [[{ node: 0, share: 1 }]],
});

/** The inputs in their order: what is below, what the room loses to, and the mats. */
export const floorInputs = (around: Around, watts: number): [number, number, number] => [
  around.belowCelsius,
  around.outCelsius,
  watts,
];

/** °C of the covering's top: between slab and room, behind the covering's resistance. */
export function surfaceCelsius(m: FloorModel, state: FloorState): number {
  const [slab = 0, room = 0] = state;
  return room + ((slab - room) * m.slabToRoom) / (SURFACE_FILM * m.areaSquareMetres);
}

/** J held above 0 °C by slab, room and beneath. */
export const storedJoules = (m: FloorModel, s: FloorState): number => storedIn(floorNetwork(m), s);

/** Where everything settles under constant power, °C: two equations, solved in closed form. */
export function settled(m: FloorModel, around: Around, watts: number): FloorState {
  // Beneath and room each hang on the slab alone, so each path to the outside is one conductance.
  const down = (m.slabToBeneath * m.beneathToBelow) / (m.slabToBeneath + m.beneathToBelow);
  const up = (m.slabToRoom * m.roomToOut) / (m.slabToRoom + m.roomToOut);
  const slab = (watts + down * around.belowCelsius + up * around.outCelsius) / (down + up);
  const room = (m.slabToRoom * slab + m.roomToOut * around.outCelsius) / (m.slabToRoom + m.roomToOut);
  const beneath =
    (m.slabToBeneath * slab + m.beneathToBelow * around.belowCelsius) / (m.slabToBeneath + m.beneathToBelow);
  return Float64Array.of(slab, room, beneath, slab);
}

export interface Holding {
  /** W that hold the slab there for good, and where they go. */
  watts: number;
  up: number;
  down: number;
  surfaceCelsius: number;
  roomCelsius: number;
  beneathCelsius: number;
}

/** What holds the slab at a temperature, settled. */
export function holding(m: FloorModel, around: Around, celsius: number): Holding {
  const downK = (m.slabToBeneath * m.beneathToBelow) / (m.slabToBeneath + m.beneathToBelow);
  const upK = (m.slabToRoom * m.roomToOut) / (m.slabToRoom + m.roomToOut);
  const up = upK * (celsius - around.outCelsius);
  const down = downK * (celsius - around.belowCelsius);
  const room = celsius - up / m.slabToRoom;
  const beneath = celsius - down / m.slabToBeneath;
  return {
    watts: up + down,
    up,
    down,
    surfaceCelsius: surfaceCelsius(m, Float64Array.of(celsius, room, beneath, celsius)),
    roomCelsius: room,
    beneathCelsius: beneath,
  };
}
