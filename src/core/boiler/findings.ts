/** What is wrong with a plant as wired or as described: by the circuit where it shows, by the survey where it does not. */
import { type Finding, finding } from '../findings/finding';
import type { BoilerSurvey, Wire } from '../job/boiler-schema';
import { MAINS_VOLTS, SPUR_FUSE_AMPS, USUAL_VA } from './circuit';
import { type DemandResult, demandPairs, demandRunner, expected } from './demand';
import { fuseOpens } from './nets';
import {
  allValves,
  boxOf,
  hasCylinder,
  hasCylinderStat,
  hasPumpPart,
  hasZoneValves,
  heatPoint,
  hotWaterOffPoint,
  needsCallRelay,
  type Plant,
  switchesMains,
  units,
  valveName,
} from './parts';
import type { BoilerSheet } from './sheet';
import { pointsOf } from './wiring';

/** Points joined by wires, whatever the path. */
export function joined(wires: readonly Wire[], a: string, b: string): boolean {
  const reach = new Set([a]);
  for (let grown = true; grown; ) {
    grown = false;
    for (const w of wires)
      for (const [x, y] of [
        [w.a, w.b],
        [w.b, w.a],
      ] as const)
        if (reach.has(x) && !reach.has(y)) {
          reach.add(y);
          grown = true;
        }
  }
  return reach.has(b);
}

const INPUT_WORDS: Record<Plant['input'], string> = {
  live: 'a switched live',
  'volt-free': 'a volt-free pair',
  'low-voltage': 'an extra-low-voltage pair',
  bus: 'a data bus',
};

const about = (...points: string[]): string[] => points.map((p) => `point:${p}`);

/** What the wires are looked at with. */
interface Wired {
  plant: Plant;
  survey: BoilerSurvey;
  sheet: BoilerSheet;
  /** Whether two points are one piece of copper. */
  is: (a: string, b: string) => boolean;
}

/** The box's own terminals: its link, its live, what its outputs may touch. */
function boxFindings({ plant, sheet, is }: Wired): Finding[] {
  const findings: Finding[] = [];
  if (needsCallRelay(plant))
    findings.push(
      finding('boiler.needs-relay', { input: INPUT_WORDS[plant.input] }, about('RELAY.A1'), `input: ${plant.input}`),
    );
  else if (plant.kind !== 'combination' && plant.input === 'bus')
    findings.push(finding('boiler.bus-behind-valves', {}, about('BOILER.BUS1'), `input: ${plant.input}`));
  const dry = plant.output !== 'live';
  const linked = units(plant).filter((u) => is('SUPPLY.L', `${u}.COM`) || is(`${u}.L`, `${u}.COM`));
  if (dry && switchesMains(plant) && linked.length < units(plant).length)
    findings.push(finding('boiler.link-missing', {}, about('RX.L', 'RX.COM'), 'L and COM are not joined'));
  if (dry && !switchesMains(plant) && plant.input !== 'bus' && linked.length > 0)
    findings.push(finding('boiler.link-on-low-voltage', {}, about('RX.L', 'RX.COM'), 'L and COM are joined'));
  const dryInput = plant.input === 'low-voltage' || plant.input === 'volt-free';
  if (!dry && plant.kind === 'combination' && dryInput)
    findings.push(
      finding(
        'boiler.live-into-dry',
        { input: INPUT_WORDS[plant.input], device: sheet.name },
        about('BOILER.CALL1'),
        'live outputs',
      ),
    );
  const dead = boxOf(plant).powered ? units(plant).filter((u) => !is('SUPPLY.L', `${u}.L`)) : [];
  if (dead.length > 0)
    findings.push(
      finding('boiler.receiver-dead', {}, about(...dead.map((u) => `${u}.L`)), `L of ${dead.join(', ')} is not joined`),
    );
  const onBus = is('RX.BUS1', 'BOILER.BUS1') || is('RX.BUS1', 'BOILER.BUS2');
  if (onBus && is(heatPoint(plant, 0), 'BOILER.SL'))
    findings.push(
      finding('boiler.bus-and-live', {}, about('RX.BUS1', 'BOILER.SL'), 'bus and switched live both joined'),
    );
  return findings;
}

/** Channels: hot water off, and the two exchanged. */
function channelFindings({ plant, sheet, is }: Wired): Finding[] {
  const findings: Finding[] = [];
  const off = hotWaterOffPoint(plant);
  if (off !== null && !is(off, 'MID.grey'))
    findings.push(finding('boiler.hw-off-missing', {}, about(off, 'MID.grey'), `${off} is not joined to grey`));
  if (plant.kind === 'three-port' && off === null)
    findings.push(finding('boiler.no-hw-off-output', { device: sheet.name }, ['device'], sheet.name));
  const heatOut = heatPoint(plant, 0);
  const crossed = (to: string, words: string): void => {
    if (is('RX.3', to) && is(heatOut, 'CYL.COM'))
      findings.push(finding('boiler.channels-crossed', {}, about('RX.3', heatOut), words));
  };
  if (plant.kind === 'three-port') crossed('MID.white', 'RX.3 goes to white, 4 to the cylinder');
  else if (hasZoneValves(plant.kind)) crossed('CH1.brown', 'RX.3 goes to heating, 4 to the cylinder');
  return findings;
}

/** What each load needs at its own terminals: a permanent live, earth, neutral. */
function barFindings({ plant, survey, is }: Wired): Finding[] {
  const findings: Finding[] = [];
  const valves = plant.kind === 'three-port' ? ['MID'] : allValves(plant);
  const parts = ['BOILER', ...(hasPumpPart(plant) ? ['PUMP'] : []), ...(boxOf(plant).powered ? units(plant) : [])];
  const wantsLive = plant.overrun || plant.kind === 'combination';
  if (wantsLive && !(is('SUPPLY.L', 'BOILER.L') && survey.permanentLive !== false))
    findings.push(finding('boiler.no-permanent-live', {}, about('BOILER.L'), 'no permanent live'));
  const earthed = [...parts.map((p) => `${p}.E`), ...valves.map((v) => `${v}.earth`)];
  const loose = earthed.filter((p) => !is('SUPPLY.E', p));
  if (survey.earth === false || loose.length > 0)
    findings.push(
      finding(
        'boiler.earth-missing',
        { where: survey.earth === false ? 'the spur' : loose.join(', ') },
        about(...loose),
        'earth',
      ),
    );
  if (survey.neutral === 'shared')
    findings.push(finding('boiler.neutral-shared', {}, about('SUPPLY.N'), 'neutral of another circuit'));
  const returns = [...parts.map((p) => `${p}.N`), ...valves.map((v) => `${v}.blue`)];
  const onEarth = is('SUPPLY.N', 'SUPPLY.E') ? ['SUPPLY.N'] : returns.filter((p) => is('SUPPLY.E', p));
  if (onEarth.length > 0)
    findings.push(
      finding('boiler.earth-as-neutral', { points: onEarth }, about(...onEarth), 'joined to the earth bar'),
    );
  const open = returns.filter((p) => !is('SUPPLY.N', p) && !onEarth.includes(p));
  if (open.length > 0)
    findings.push(finding('boiler.neutral-open', { points: open }, about(...open), 'not joined to N'));
  return findings;
}

/** The spur's fuse beside everything on it. */
function fuseFindings({ plant, survey }: Wired): Finding[] {
  const takes = spurAmps(plant, survey);
  const fuse = survey.fuseAmps ?? SPUR_FUSE_AMPS;
  if (takes >= fuse)
    return [finding('boiler.fuse-small', { amps: takes, fuse }, about('SUPPLY.L'), 'all loads at once')];
  // A fuse that would open with everything on is not to be advised.
  return survey.fuseAmps !== undefined && survey.fuseAmps !== SPUR_FUSE_AMPS && takes < 0.9 * SPUR_FUSE_AMPS
    ? [finding('boiler.fuse-rating', { amps: survey.fuseAmps }, about('SUPPLY.L'), `${survey.fuseAmps} A`)]
    : [];
}

/** What was there before and has its own say: old thermostats, links, a timer, gravity. */
function oldFindings({ plant, survey, is }: Wired): Finding[] {
  const { oldRoomThermostat: old } = survey;
  const say: readonly (readonly [boolean, () => Finding])[] = [
    [
      old === 'in-series' || (!is('ROOM.SL', 'ROOM.L') && is('ROOM.L', heatPoint(plant, 0))),
      () => finding('boiler.old-thermostat-in-series', {}, about('ROOM.L', 'ROOM.SL'), 'old room thermostat'),
    ],
    [
      survey.oldRoomThermostats === 2 && old !== 'none',
      () => finding('boiler.two-room-thermostats', {}, about('ROOM.L'), 'two were found'),
    ],
    [
      plant.roomPair === true && old !== undefined && old !== 'none',
      () => finding('boiler.room-pair-was-mains', {}, about('RX.R1', 'RX.R2'), 'an old room thermostat’s cable'),
    ],
    [
      hasCylinder(plant.kind) && !hasCylinderStat(plant),
      () => finding('boiler.no-cylinder-stat', {}, ['store'], 'no thermostat on the cylinder'),
    ],
    [plant.timer === true, () => finding('boiler.timer-kept', {}, about('TIMER.ON'), 'hot water stays on its timer')],
    [survey.oldLinks === true, () => finding('boiler.old-links', {}, about('RX.COM'), 'seen in the old receiver')],
    [
      survey.deviceEarth === false && boxOf(plant).powered,
      () => finding('boiler.earth-missing', { where: 'the device' }, about('RX.E'), 'seen'),
    ],
    [old === 'floating', () => finding('boiler.floating-core', {}, about('ROOM.SL'), 'a core left loose')],
    [plant.kind === 'gravity', () => finding('boiler.gravity', {}, ['plant'], 'gravity hot water')],
  ];
  return say.flatMap(([so, what]) => (so ? [what()] : []));
}

/** What is wrong with wires as traced or planned, and with the plant as surveyed. */
export function wiringFindings(
  plant: Plant,
  survey: BoilerSurvey,
  wires: readonly Wire[],
  sheet: BoilerSheet,
): Finding[] {
  const wired: Wired = { plant, survey, sheet, is: (a, b) => joined(wires, a, b) };
  const known = pointsOf(plant);
  const unknown = wires.flatMap((w) =>
    [w.a, w.b]
      .filter((p) => !known.has(p))
      .map((p) => finding('boiler.unknown-point', { point: p }, about(p), `${w.a} to ${w.b}`)),
  );
  return [
    unknown,
    ...[boxFindings, channelFindings, barFindings, fuseFindings, oldFindings].map((of) => of(wired)),
  ].flat();
}

/** Everything of the plant at once, at the spur. */
const spurAmps = (plant: Plant, survey: BoilerSurvey): number =>
  ((survey.boilerVA ?? USUAL_VA.boiler) +
    (hasPumpPart(plant) ? (survey.pumpVA ?? USUAL_VA.pump) : 0) +
    (plant.kind === 'three-port' ? 2 * USUAL_VA.mid : allValves(plant).length * USUAL_VA.valve)) /
  MAINS_VOLTS;

/** What a receiver contact carries in the worst demand. */
export function contactLoad(plant: Plant, survey: BoilerSurvey): number {
  const boiler = survey.boilerVA ?? USUAL_VA.boiler;
  const pump = survey.pumpVA ?? USUAL_VA.pump;
  // A valve's own switch carries boiler and pump; without one the receiver does.
  const direct =
    plant.kind === 'combination'
      ? plant.input === 'live'
        ? boiler
        : 0
      : plant.kind === 'gravity'
        ? pump
        : USUAL_VA.valve;
  const throughStat = plant.kind === 'three-port' ? boiler + pump : direct;
  return Math.max(direct, throughStat) / MAINS_VOLTS;
}

const sameOpen = (a: readonly string[], b: readonly string[]): boolean =>
  [...a].sort().join('|') === [...b].sort().join('|');

/** Where the wiring does something other than the truth of its plant. */
export function truthFindings(
  plant: Plant,
  survey: BoilerSurvey,
  wires: readonly Wire[],
): { results: DemandResult[]; findings: Finding[] } {
  const findings: Finding[] = [];
  const pairs = demandPairs(plant);
  const run = demandRunner(plant, survey, wires);
  const results = pairs.map((p) => run(p.demand));
  results.forEach((r, i) => {
    const want = expected(plant, r.demand);
    const name = pairs[i]?.name ?? '';
    if (r.mainsOnCall)
      findings.push(finding('boiler.mains-on-low-voltage', { demand: name }, about('BOILER.CALL1'), name));
    if (r.mainsOnPair) findings.push(finding('boiler.mains-on-room-pair', { demand: name }, about('RX.R1'), name));
    if (hasZoneValves(plant.kind) && !sameOpen(r.open, want.open))
      findings.push(
        finding(
          'boiler.wrong-valve',
          { demand: name, opened: r.open.map(valveName), asked: want.open.map(valveName) },
          about(...[...r.open, ...want.open].map((v) => `${v}.brown`)),
          name,
        ),
      );
    findings.push(...fuseOpens(plant, survey, wires, r));
    if (r.pumpRuns && !want.pump && !r.boilerFires)
      findings.push(finding('boiler.pump-unasked', { demand: name }, about('PUMP.L'), name));
    if (r.boilerFires !== want.boiler)
      findings.push(
        finding(
          want.boiler ? 'boiler.does-not-fire' : 'boiler.fires-unasked',
          { demand: name },
          about('BOILER.SL'),
          name,
        ),
      );
    else if (want.pump && !r.pumpRuns)
      findings.push(finding('boiler.pump-silent', { demand: name }, about('PUMP.L'), name));
    else if (want.boiler && (r.toCylinder !== want.cylinder || r.toRadiators !== want.radiators))
      findings.push(finding('boiler.wrong-way', { demand: name }, ['plant'], name));
  });
  return { results, findings };
}
