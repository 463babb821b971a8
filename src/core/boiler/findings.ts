/** What is wrong with a plant as wired or as described: by the circuit where it shows, by the survey where it does not. */
import { type Finding, finding } from '../findings/finding';
import type { BoilerSurvey, Wire } from '../job/boiler-schema';
import { MAINS_VOLTS, SPUR_FUSE_AMPS, USUAL_VA } from './circuit';
import { type DemandResult, demandPairs, demandRunner, expected } from './demand';
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

/** What is wrong with wires as traced or planned, and with the plant as surveyed. */
export function wiringFindings(
  plant: Plant,
  survey: BoilerSurvey,
  wires: readonly Wire[],
  sheet: BoilerSheet,
): Finding[] {
  const findings: Finding[] = [];
  const is = (a: string, b: string): boolean => joined(wires, a, b);
  const known = pointsOf(plant);
  for (const w of wires)
    for (const p of [w.a, w.b])
      if (!known.has(p)) findings.push(finding('boiler.unknown-point', { point: p }, about(p), `${w.a} to ${w.b}`));
  const box = boxOf(plant);
  if (needsCallRelay(plant))
    findings.push(
      finding('boiler.needs-relay', { input: INPUT_WORDS[plant.input] }, about('RELAY.A1'), `input: ${plant.input}`),
    );
  else if (plant.kind !== 'combination' && plant.input === 'bus')
    findings.push(finding('boiler.bus-behind-valves', {}, about('BOILER.BUS1'), `input: ${plant.input}`));
  const dry = plant.output !== 'live';
  const linkedAt = units(plant).filter((u) => is('SUPPLY.L', `${u}.COM`) || is(`${u}.L`, `${u}.COM`));
  const linked = linkedAt.length > 0;
  if (dry && switchesMains(plant) && linkedAt.length < units(plant).length)
    findings.push(finding('boiler.link-missing', {}, about('RX.L', 'RX.COM'), 'L and COM are not joined'));
  if (dry && !switchesMains(plant) && plant.input !== 'bus' && linked)
    findings.push(finding('boiler.link-on-low-voltage', {}, about('RX.L', 'RX.COM'), 'L and COM are joined'));
  if (
    plant.output === 'live' &&
    plant.kind === 'combination' &&
    (plant.input === 'low-voltage' || plant.input === 'volt-free')
  )
    findings.push(
      finding(
        'boiler.live-into-dry',
        { input: INPUT_WORDS[plant.input], device: sheet.name },
        about('BOILER.CALL1'),
        'live outputs',
      ),
    );
  const dead = box.powered ? units(plant).filter((u) => !is('SUPPLY.L', `${u}.L`)) : [];
  if (dead.length > 0)
    findings.push(
      finding('boiler.receiver-dead', {}, about(...dead.map((u) => `${u}.L`)), `L of ${dead.join(', ')} is not joined`),
    );
  if (is('RX.BUS1', 'BOILER.BUS1') || is('RX.BUS1', 'BOILER.BUS2')) {
    if (is(heatPoint(plant, 0), 'BOILER.SL'))
      findings.push(
        finding('boiler.bus-and-live', {}, about('RX.BUS1', 'BOILER.SL'), 'bus and switched live both joined'),
      );
  }
  const off = hotWaterOffPoint(plant);
  if (off !== null && !is(off, 'MID.grey'))
    findings.push(finding('boiler.hw-off-missing', {}, about(off, 'MID.grey'), `${off} is not joined to grey`));
  if (plant.kind === 'three-port' && off === null)
    findings.push(finding('boiler.no-hw-off-output', { device: sheet.name }, ['device'], sheet.name));
  const heatTo = plant.kind === 'three-port' ? 'MID.white' : hasZoneValves(plant.kind) ? 'CH1.brown' : null;
  const heatOut = heatPoint(plant, 0);
  if (heatTo && plant.kind !== 'three-port' && is('RX.3', heatTo) && is(heatOut, 'CYL.COM'))
    findings.push(
      finding('boiler.channels-crossed', {}, about('RX.3', heatOut), 'RX.3 goes to heating, 4 to the cylinder'),
    );
  else if (plant.kind === 'three-port' && is('RX.3', 'MID.white') && is(heatOut, 'CYL.COM'))
    findings.push(
      finding('boiler.channels-crossed', {}, about('RX.3', heatOut), 'RX.3 goes to white, 4 to the cylinder'),
    );
  const valveParts = plant.kind === 'three-port' ? ['MID'] : allValves(plant);
  const pump = hasPumpPart(plant) ? ['PUMP'] : [];
  const rx = box.powered ? units(plant) : [];
  const wantsLive = plant.overrun || plant.kind === 'combination';
  if (wantsLive && !(is('SUPPLY.L', 'BOILER.L') && survey.permanentLive !== false))
    findings.push(finding('boiler.no-permanent-live', {}, about('BOILER.L'), 'no permanent live'));
  const earthed = [...['BOILER', ...pump, ...rx].map((p) => `${p}.E`), ...valveParts.map((v) => `${v}.earth`)];
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
  const returns = [...['BOILER', ...pump, ...rx].map((p) => `${p}.N`), ...valveParts.map((v) => `${v}.blue`)];
  const onEarth = is('SUPPLY.N', 'SUPPLY.E') ? ['SUPPLY.N'] : returns.filter((p) => is('SUPPLY.E', p));
  if (onEarth.length > 0)
    findings.push(
      finding('boiler.earth-as-neutral', { points: onEarth }, about(...onEarth), 'joined to the earth bar'),
    );
  const neutrals = returns.filter((p) => !is('SUPPLY.N', p) && !onEarth.includes(p));
  if (neutrals.length > 0)
    findings.push(finding('boiler.neutral-open', { points: neutrals }, about(...neutrals), 'not joined to N'));
  const takes = spurAmps(plant, survey);
  const fuse = survey.fuseAmps ?? SPUR_FUSE_AMPS;
  if (takes >= fuse)
    findings.push(finding('boiler.fuse-small', { amps: takes, fuse }, about('SUPPLY.L'), 'all loads at once'));
  // A fuse that would open with everything on is not to be advised.
  else if (survey.fuseAmps !== undefined && survey.fuseAmps !== SPUR_FUSE_AMPS && takes < 0.9 * SPUR_FUSE_AMPS)
    findings.push(finding('boiler.fuse-rating', { amps: survey.fuseAmps }, about('SUPPLY.L'), `${survey.fuseAmps} A`));
  if (survey.oldRoomThermostat === 'in-series' || (is('ROOM.SL', 'ROOM.L') === false && is('ROOM.L', heatOut)))
    findings.push(finding('boiler.old-thermostat-in-series', {}, about('ROOM.L', 'ROOM.SL'), 'old room thermostat'));
  if (survey.oldRoomThermostats === 2 && survey.oldRoomThermostat !== 'none')
    findings.push(finding('boiler.two-room-thermostats', {}, about('ROOM.L'), 'two were found'));
  if (plant.roomPair && survey.oldRoomThermostat !== undefined && survey.oldRoomThermostat !== 'none')
    findings.push(finding('boiler.room-pair-was-mains', {}, about('RX.R1', 'RX.R2'), 'an old room thermostat’s cable'));
  if (hasCylinder(plant.kind) && !hasCylinderStat(plant))
    findings.push(finding('boiler.no-cylinder-stat', {}, ['store'], 'no thermostat on the cylinder'));
  if (plant.timer) findings.push(finding('boiler.timer-kept', {}, about('TIMER.ON'), 'hot water stays on its timer'));
  if (survey.oldLinks) findings.push(finding('boiler.old-links', {}, about('RX.COM'), 'seen in the old receiver'));
  if (survey.deviceEarth === false && box.powered)
    findings.push(finding('boiler.earth-missing', { where: 'the device' }, about('RX.E'), 'seen'));
  if (survey.oldRoomThermostat === 'floating')
    findings.push(finding('boiler.floating-core', {}, about('ROOM.SL'), 'a core left loose'));
  if (plant.kind === 'gravity') findings.push(finding('boiler.gravity', {}, ['plant'], 'gravity hot water'));
  return findings;
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
