/**
 * The rig's interface: what an application may ask of a house, simulated or real. HTTP with JSON
 * bodies and one event stream; docs/formats/rig.md says it in words.
 */
import * as z from 'zod';

export const RIG_NAME = 'augerset-rig';
export const RIG_VERSION = 1;

/** What a boiler's receiver is asked: by its own buttons, or by the paired head. */
export const SetDemand = z.strictObject({
  heating: z.array(z.int().min(0).max(7)).max(8),
  hotWater: z.boolean(),
  /** The cylinder thermostat calls. */
  cylinderCold: z.boolean().default(true),
  by: z.enum(['manual', 'paired']),
});
export type SetDemand = z.infer<typeof SetDemand>;

const Demand = z.object({ heating: z.array(z.number()), hotWater: z.boolean(), cylinderCold: z.boolean() });

/** What an installer would see and feel at a boiler plant. */
export const PlantState = z.object({
  by: z.enum(['manual', 'paired']),
  demand: Demand,
  passedOn: Demand,
  boilerFires: z.boolean(),
  pumpRuns: z.boolean(),
  valvesOpen: z.array(z.string()),
  port: z.enum(['cylinder', 'middle', 'radiators']).nullable(),
  cylinderFlowWarm: z.boolean(),
  radiatorsWarm: z.boolean(),
  cylinderCelsius: z.number(),
  paired: z.boolean(),
  pairingSeconds: z.number(),
  hubSeconds: z.number(),
});
export type PlantState = z.infer<typeof PlantState>;

/** What is done to a floor thermostat, or beside it. */
export const SetFloor = z.strictObject({
  settings: z.record(z.string().max(40), z.string().max(40)).optional(),
  setCelsius: z.number().min(5).max(60).optional(),
  limitCelsius: z.number().min(5).max(60).optional(),
  /** The probe's cores in or out of their terminals; with the supply off only. */
  probe: z.enum(['in', 'out']).optional(),
  groundFault: z.enum(['test', 'reset']).optional(),
});
export type SetFloor = z.infer<typeof SetFloor>;

/** What an installer would see, hear and clamp at a heated floor. */
export const FloorRigState = z.object({
  relayClosed: z.boolean(),
  tripped: z.boolean(),
  amps: z.number(),
  /** null where the device has no meter, or only a coil passes through it. */
  loadShownWatts: z.number().nullable(),
  /** null while the device says that its probe is broken. */
  shownCelsius: z.number().nullable(),
  probeOhms: z.number(),
  probe: z.enum(['in', 'out']),
  setCelsius: z.number(),
  limitCelsius: z.number(),
  sensor: z.enum(['air', 'floor', 'both']),
  probeType: z.string(),
  surfaceCelsius: z.number(),
});
export type FloorRigState = z.infer<typeof FloorRigState>;

export const RigState = z.object({
  rig: z.literal(RIG_NAME),
  version: z.number(),
  /** Seconds since the house was loaded, on the rig's own clock. */
  seconds: z.number(),
  rate: z.number(),
  house: z.string(),
  supplyOn: z.boolean(),
  display: z.enum(['dark', 'starting', 'lit']),
  detected: z.array(z.string()),
  mode: z.enum(['off', 'heat', 'cool']),
  fan: z.enum(['auto', 'on']),
  heatCelsius: z.number(),
  coolCelsius: z.number(),
  /** What was entered into the device, by canonical setting. */
  settings: z.record(z.string(), z.string()),
  /** Wall terminals the thermostat is calling. */
  calling: z.array(z.string()),
  /** Seconds the compressor must still rest. */
  restSeconds: z.number(),
  /** What an installer would see and hear running. */
  running: z.array(z.string()),
  roomCelsius: z.number(),
  supplyCelsius: z.number(),
  returnCelsius: z.number(),
  outdoorCelsius: z.number(),
  hiddenFaults: z.number(),
  /** Present for a boiler plant. */
  plant: PlantState.optional(),
  /** Present for a heated floor. */
  floor: FloorRigState.optional(),
  /** What an appliance of another family shows, each by its name. */
  shows: z.record(z.string().max(40), z.union([z.number(), z.boolean(), z.string()])).optional(),
});
export type RigState = z.infer<typeof RigState>;

export const LoadHouse = z.strictObject({
  /** A job file; the house is wired as its plan says. */
  job: z.unknown(),
  /** Ids from GET /faults. */
  faults: z.array(z.string().max(80)).max(4).default([]),
  outdoorCelsius: z.number().min(-40).max(50).default(24),
  roomCelsius: z.number().min(-10).max(45).default(21),
  /** Which of the houses that the survey allows: mains, coils and runs are drawn by it. Its own by its name, without. */
  seed: z.int().min(0).max(4_294_967_295).optional(),
});

/** What is done at an appliance of another family: a setting turned, a switch thrown, by name. */
export const Act = z.record(z.string().max(40), z.union([z.number(), z.boolean(), z.string().max(60)]));

export const SetSupply = z.strictObject({ on: z.boolean() });
export const SetThermostat = z.strictObject({
  mode: z.enum(['off', 'heat', 'cool']).optional(),
  fan: z.enum(['auto', 'on']).optional(),
  heatCelsius: z.number().min(0).max(40).optional(),
  coolCelsius: z.number().min(5).max(45).optional(),
  heatBy: z.enum(['compressor', 'auxiliary']).optional(),
  /** Accessories asked to run; an empty list asks for none. */
  accessories: z
    .array(z.enum(['humidifier', 'dehumidifier', 'ventilator']))
    .max(4)
    .optional(),
  /** Set-up: canonical setting to value, as the settings card names them. */
  settings: z.record(z.string().max(40), z.string().max(40)).optional(),
});
export const SetClock = z.strictObject({
  rate: z.number().min(0).max(600).optional(),
  advanceSeconds: z.number().min(0).max(86_400).optional(),
});
export const Probe = z.strictObject({
  a: z.string().max(40),
  b: z.string().max(40),
  meterOhms: z.number().positive().default(10e6),
  kind: z.enum(['volts', 'ohms']).default('volts'),
});
export const ProbeAnswer = z.object({ value: z.number(), unit: z.enum(['V', 'ohm']), seconds: z.number() });
export type ProbeAnswer = z.infer<typeof ProbeAnswer>;
export const MoveConductor = z.strictObject({
  conductor: z.string().max(64),
  end: z.enum(['wall', 'board']),
  terminal: z.string().max(8).nullable(),
  reseat: z.boolean().default(false),
});
export const Register = z.strictObject({ code: z.string().max(12) });

/** Joining tried against the stand-ins of network, account and service. */
export const BeginJoining = z.strictObject({
  way: z.string().max(20),
  /** Ids from GET /joining/WAY. */
  troubles: z.array(z.string().max(40)).max(4).default([]),
});
/** A step of the path done, or something done about what was seen. */
export const DoJoining = z.union([
  z.strictObject({ step: z.string().max(20) }),
  z.strictObject({ cure: z.string().max(40) }),
]);
export const JoiningSeen = z.object({ ok: z.boolean(), sees: z.string().optional() });
export type JoiningSeen = z.infer<typeof JoiningSeen>;
export const JoiningTroubles = z.object({
  troubles: z.array(z.object({ id: z.string(), step: z.string(), sees: z.string() })),
  cures: z.array(z.object({ id: z.string(), what: z.string() })),
});
export type JoiningTroubles = z.infer<typeof JoiningTroubles>;
