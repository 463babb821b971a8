/** Ways to switch these heaters from this wall: the chosen device, and the ways out where it cannot. */
import type { Way } from '../family/way';
import { listed } from '../units/units';
import type { HeaterLoad } from './load';
import type { Wall } from './roles';
import { HEATER_SHEETS, type HeaterSheet } from './sheet';

type Refusal = 'no-supply' | 'needs-neutral' | 'needs-both-legs' | 'wrong-supply' | 'too-little' | null;

/** Why a device cannot live on this wall; null when it can, or when that is not known. */
export function refusal(sheet: HeaterSheet, wall: Wall, load: HeaterLoad | null): Refusal {
  if (wall.told.is === 'none' || (wall.told.kind && !wall.told.planned)) return 'no-supply';
  if (wall.nominal !== null && !sheet.volts.some((v) => v === wall.nominal)) return 'wrong-supply';
  if (sheet.needs === 'neutral' && wall.neutral === false) return 'needs-neutral';
  if ((sheet.needs === 'both-legs' || sheet.needs === 'relay-box') && wall.kind === 'two-core')
    return 'needs-both-legs';
  if (sheet.needs === 'series' && load && load.watts < (sheet.leastWatts ?? 0)) return 'too-little';
  return null;
}

const WHY: Record<Exclude<Refusal, null>, (sheet: HeaterSheet, wall: Wall, load: HeaterLoad | null) => string> = {
  'no-supply': () => 'nothing is planned on this supply',
  'needs-neutral': (_s, wall) =>
    wall.kind === 'two-core'
      ? 'there is only a switch loop here: no neutral'
      : 'two hots come in: there is no neutral between them',
  'needs-both-legs': () => 'only one leg comes to this box: the other is joined behind it',
  'wrong-supply': (s, wall) => `it takes ${listed(s.volts.map(String))} V, and ${wall.nominal} V is here`,
  'too-little': (s, _w, load) => `it needs ${s.leastWatts} W in series, and ${load?.watts.toFixed(0)} W are there`,
};

/** Why this device cannot serve this wall, in words; null where it can. */
export const refusalWords = (sheet: HeaterSheet, wall: Wall, load: HeaterLoad | null): string | null => {
  const r = refusal(sheet, wall, load);
  return r && WHY[r](sheet, wall, load);
};

const KIND_NAMES: Record<HeaterSheet['needs'], string> = {
  'both-legs': 'A thermostat powered from both supply conductors',
  neutral: 'A device with a neutral',
  series: 'A two-wire device in series with its load',
  'relay-box': 'A relay box with a low-voltage head',
};

/** Each kind of device on this wall, told by a sheet of the kind, and new cable last. */
export function heaterWays(wall: Wall, load: HeaterLoad | null): Way[] {
  const known = wall.supply !== null;
  const ways = (Object.keys(KIND_NAMES) as HeaterSheet['needs'][]).flatMap((needs): Way[] => {
    const sheets = HEATER_SHEETS.filter((s) => s.needs === needs);
    // What chops the wave is no way out where a motor hangs on it.
    const fan = load?.units.some((u) => u.kind === 'fan') ?? false;
    const fit = sheets.filter((s) => refusal(s, wall, load) === null && !(fan && s.electronic));
    const [first] = sheets;
    const [can] = fit;
    if (!first) return [];
    return [
      {
        id: needs,
        devices: known ? fit.map(({ id, name }) => ({ id, name })) : [],
        name: KIND_NAMES[needs],
        works: !known ? 'open' : can ? 'yes' : 'no',
        why: !known
          ? 'the supply is not read yet'
          : can
            ? needs === 'relay-box'
              ? 'its transformer and relay stand between supply and heaters; the head needs two thin wires'
              : `${listed(can.volts.map(String))} V, ${can.amps} A`
            : (refusalWords(first, wall, load) ??
              'it is a phase-cut (electronic) switch, and a fan heater is connected'),
      },
    ];
  });
  return [
    ...ways,
    {
      id: 'new-cable',
      devices: [],
      name: 'New cable to the box',
      works: 'yes',
      why: 'always works where there is a route; licensed work',
    },
  ];
}
