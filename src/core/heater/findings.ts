/** What speaks against a heater job: cables and load as read, the device on this wall, its place, the room. */
import { type Finding, finding } from '../findings/finding';
import { listed } from '../units/units';
import type { HeaterLoad } from './load';
import { loadReading } from './load';
import { cableName, DEAD_VOLTS, LIVE_VOLTS, OPEN_OHMS, type Wall } from './roles';
import type { RoomForecast } from './room';
import type { HeaterSheet } from './sheet';
import type { HeaterSurvey } from './survey';
import { heaterWays, refusal, refusalWords } from './ways';

const LEAST_MEGOHMS = 1;
/** Beyond this a heater is overdriven, or visibly short of its plate. */
const OVER = 1.15;
const UNDER = 0.87;
/** Cores and connectors behind the device, mm. */
const CORES_MILLIMETRES = 20;
const ROLE_WORDS: Record<string, string> = { supply: 'supply', load: 'load', loop: 'supply', onward: 'onward pair' };

/** A reading of volts may be this far off, and a parted core may pick up this much. */
const VOLTS_SHARE = 0.06;
const VOLTS_STRAY = 12;

/** Between two points is no more than their volts to a third together, and no less than what they differ by. */
function earthFindings(name: string, cable: HeaterSurvey['cables'][string], about: string[]): Finding[] {
  const { liveVolts: between, firstToEarth: first, secondToEarth: second } = cable;
  const most = Math.max(first ?? 0, second ?? 0);
  if (between !== undefined && between <= DEAD_VOLTS && most >= LIVE_VOLTS)
    return [finding('heater.same-leg', { cable: name, volts: most }, about, `${most} V to earth`)];
  if (between === undefined || first === undefined || second === undefined) return [];
  const slack = VOLTS_SHARE * Math.max(between, most) + VOLTS_STRAY;
  const sound = between <= first + second + slack && between >= Math.abs(first - second) - slack;
  return sound
    ? []
    : [
        finding(
          'heater.earth-contradicts',
          { cable: name, betweenVolts: between, firstVolts: first, secondVolts: second },
          about,
          `${between} V between, ${first} and ${second} V to earth`,
        ),
      ];
}

/** What the cables’ readings say that cannot be, or is not known yet. */
export function cableFindings(survey: HeaterSurvey, wall: Wall): Finding[] {
  const out: Finding[] = [];
  const live = wall.cables.filter((c) => c.role === 'supply');
  if (live.length > 1)
    out.push(
      finding(
        'heater.two-live',
        { cables: live.map((c) => c.name) },
        live.map((c) => `cables:${c.id}`),
        live.map((c) => c.why).join('; '),
      ),
    );
  const read = wall.cables.filter((c) => survey.cables[c.id]?.liveVolts !== undefined);
  if (
    wall.cables.length > 0 &&
    read.length === wall.cables.length &&
    wall.cables.every((c) => c.by === 'reading' && c.role !== 'supply' && c.role !== 'loop' && c.role !== 'stray')
  )
    out.push(finding('heater.none-live', {}, ['cables'], read.map((c) => `${c.name}: ${c.why}`).join('; ')));
  for (const c of wall.cables) {
    const cable = survey.cables[c.id];
    const about = [`cables:${c.id}`];
    if (cable) out.push(...earthFindings(c.name, cable, about));
    if (c.role === 'stray')
      out.push(finding('heater.stray', { cable: c.name, volts: cable?.liveVolts ?? 0 }, about, c.why));
    if (c.role === 'open') out.push(finding('heater.load-open', { cable: c.name }, about, c.why));
    const as = c.role === 'loop' ? 'supply' : c.role;
    if (
      c.by === 'reading' &&
      cable?.traced &&
      cable.traced !== 'onward' &&
      (as === 'supply' || as === 'load') &&
      cable.traced !== as
    )
      out.push(
        finding(
          'heater.traced-otherwise',
          { cable: c.name, traced: ROLE_WORDS[cable.traced] ?? cable.traced, read: ROLE_WORDS[c.role] ?? c.role },
          about,
          c.why,
        ),
      );
    if (cable?.megohms !== undefined && cable.megohms < LEAST_MEGOHMS)
      out.push(
        finding('heater.insulation-low', { cable: c.name, megohms: cable.megohms }, about, `${cable.megohms} MΩ`),
      );
  }
  return out;
}

/** What speaks against the heaters on this supply. */
export function loadFindings(survey: HeaterSurvey, wall: Wall, load: HeaterLoad | null): Finding[] {
  const out: Finding[] = [];
  for (const [id, h] of Object.entries(survey.heaters)) {
    if (h.ratedWatts === undefined || h.ratedVolts === undefined)
      out.push(
        finding(
          'heater.no-plate',
          { heater: h.name ?? `Heater ${Object.keys(survey.heaters).indexOf(id) + 1}` },
          [`heaters:${id}`],
          '',
        ),
      );
  }
  if (survey.secondDevice) out.push(finding('heater.second-device', {}, ['device'], 'seen'));
  if (!load) return out;
  for (const u of load.units) {
    const about = [`heaters:${u.id}`];
    const evidence = `${u.ratedWatts} W at ${u.ratedVolts} V`;
    if (u.share > OVER)
      out.push(
        finding(
          'heater.over-volts',
          { heater: u.name, rated: u.ratedVolts, volts: load.volts, times: u.share },
          about,
          evidence,
        ),
      );
    else if (u.share < UNDER)
      out.push(
        finding(
          'heater.under-volts',
          { heater: u.name, rated: u.ratedVolts, volts: load.volts, percent: u.share * 100 },
          about,
          evidence,
        ),
      );
  }
  const read = wall.load ? survey.cables[wall.load.id]?.ohms : undefined;
  if (read !== undefined && wall.load) out.push(...ohmsFindings(load, read, [`cables:${wall.load.id}`]));
  return out;
}

function ohmsFindings(load: HeaterLoad, read: number, about: string[]): Finding[] {
  const says = loadReading(load, read, OPEN_OHMS);
  const evidence = `${read.toFixed(1)} Ω read, ${load.parallelOhms.toFixed(1)} Ω by nameplates`;
  switch (says.is) {
    case 'series':
      return [finding('heater.series', { ohms: read, parallel: load.parallelOhms }, about, evidence)];
    case 'fewer':
      return [finding('heater.fewer', { ohms: read, there: says.units }, about, evidence)];
    case 'other-volts':
      return [finding('heater.other-volts', { ohms: read, volts: says.volts }, about, evidence)];
    case 'off':
      return [finding('heater.ohms-off', { ohms: read, ...load.band }, about, evidence)];
    default:
      return [];
  }
}

/** The device on this wall, and what carries the load. */
export function deviceFindings(
  survey: HeaterSurvey,
  wall: Wall,
  sheet: HeaterSheet,
  load: HeaterLoad | null,
  contactor: boolean,
): Finding[] {
  const out: Finding[] = [];
  const device = sheet.name;
  const ways = heaterWays(wall, load)
    .filter((w) => w.works === 'yes')
    .map((w) => w.name.charAt(0).toLowerCase() + w.name.slice(1));
  const no = refusal(sheet, wall, load);
  const why = refusalWords(sheet, wall, load) ?? '';
  if (no === 'needs-neutral') out.push(finding('heater.needs-neutral', { device, why, ways }, ['device'], why));
  if (no === 'needs-both-legs') out.push(finding('heater.needs-both-legs', { device, ways }, ['device'], why));
  if (no === 'wrong-supply')
    out.push(
      finding(
        'heater.wrong-supply',
        { device, takes: `${listed(sheet.volts.map(String))} V`, volts: wall.nominal ?? 0 },
        ['device'],
        why,
      ),
    );
  if (no === 'too-little')
    out.push(
      finding('heater.too-little', { device, least: sheet.leastWatts ?? 0, watts: load?.watts ?? 0 }, ['device'], why),
    );
  for (const c of load?.carries ?? []) {
    if (c.ok || !load) continue;
    const facts = { amps: load.amps, allowed: c.allowed, why: c.why };
    if (c.what === 'device' && !contactor)
      out.push(finding('heater.over-device', { device, ...facts }, ['device'], c.why));
    if (c.what === 'breaker') out.push(finding('heater.over-breaker', facts, ['supply'], c.why));
  }
  const chopped = sheet.electronic ? load?.units.find((u) => u.kind === 'fan') : undefined;
  if (chopped)
    out.push(finding('heater.fan-chopped', { heater: chopped.name, device }, [`heaters:${chopped.id}`], device));
  if (sheet.poles === 1 && wall.twoHots) out.push(finding('heater.one-leg-live', { device }, ['device'], 'two hots'));
  if (sheet.waitSeconds > 0)
    out.push(finding('heater.relay-waits', { device, seconds: sheet.waitSeconds }, ['device'], sheet.id));
  if (survey.boxMillimetres !== undefined && survey.boxMillimetres < sheet.depthMillimetres + CORES_MILLIMETRES)
    out.push(
      finding(
        'heater.box-shallow',
        { millimetres: survey.boxMillimetres, needed: sheet.depthMillimetres + CORES_MILLIMETRES },
        ['device'],
        sheet.id,
      ),
    );
  return out;
}

const WHERE: Record<string, string> = {
  'above-heater': 'above a heater',
  draught: 'in a draught',
  'outer-wall': 'on an outer wall',
  sun: 'in the sun',
};

/** What speaks against breaker, wire and place. */
export function placeFindings(survey: HeaterSurvey, room: RoomForecast | null): Finding[] {
  const out: Finding[] = [];
  const { place, mounting } = survey;
  if (place === 'wet-zone')
    out.push(finding('heater.wet-place', { place: 'zone within reach of bath or shower' }, ['device'], 'seen'));
  if ((place === 'bathroom' || place === 'wet-zone') && survey.groundFault === 'none')
    out.push(finding('heater.no-ground-fault', {}, ['supply'], 'seen'));
  if (survey.aluminium) out.push(finding('heater.aluminium', {}, ['cables'], 'seen'));
  if (mounting && WHERE[mounting])
    out.push(finding('heater.badly-placed', { where: WHERE[mounting] }, ['device'], 'seen'));
  if (room?.heldCelsius !== null && room?.heldCelsius !== undefined && room.heldCelsius < room.wantedCelsius - 0.05)
    out.push(
      finding(
        'heater.cannot-hold',
        { room: room.heldCelsius, wanted: room.wantedCelsius, outdoor: survey.designCelsius ?? 0 },
        ['heaters'],
        'full power, settled',
      ),
    );
  return out;
}

export { cableName };
