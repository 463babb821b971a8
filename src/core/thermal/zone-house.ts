/**
 * A zone of a house as a house of its own: its part of the area, and the same part of what the heating gives. What flows
 * between zones is not counted: they are a kelvin or two apart, and what one loses to the other stays in the house.
 */
import type { HouseKept } from '../job/house-schema';
import type { Compared } from './compare';
import { FORM_DEFAULTS } from './house';

/**
 * Areas of the zones, m²: as said, and what is left of the house shared evenly by those nobody said.
 * @param ids the zones, in their order
 */
export function zoneAreas(kept: HouseKept | undefined, ids: readonly string[]): Map<string, number> {
  const whole = kept?.areaSquareMetres ?? FORM_DEFAULTS.areaSquareMetres;
  const said = ids.map((id) => kept?.zoneAreas?.[id]);
  const left = whole - said.reduce<number>((sum, a) => sum + (a ?? 0), 0);
  const unsaid = said.filter((a) => a === undefined).length;
  // Zones that together are larger than the house leave nothing: an even part is then the better guess.
  const each = left > 0 ? left / Math.max(1, unsaid) : whole / ids.length;
  return new Map(ids.map((id, i) => [id, said[i] ?? each]));
}

/** What the zones' areas as said come to, m², where that is more than the house has; null where they fit. */
export function beyondHouse(kept: HouseKept | undefined, ids: readonly string[]): number | null {
  const whole = kept?.areaSquareMetres ?? FORM_DEFAULTS.areaSquareMetres;
  const said = ids.flatMap((id) => kept?.zoneAreas?.[id] ?? []);
  const sum = said.reduce((a, b) => a + b, 0);
  // A tape errs by a hundredth; a zone nobody measured has some floor too.
  return sum > whole * 1.01 || (said.length < ids.length && sum >= whole) ? sum : null;
}

/** What the house's form is for one zone; the whole house where there is one zone only. */
export function zoneHouse(kept: HouseKept | undefined, ids: readonly string[], zone: string): HouseKept {
  const whole = kept ?? {};
  if (ids.length < 2) return whole;
  const areas = zoneAreas(kept, ids);
  const area = areas.get(zone);
  if (area === undefined) return whole;
  const part = area / [...areas.values()].reduce((a, b) => a + b, 0);
  return {
    ...whole,
    areaSquareMetres: area,
    heatWatts: (whole.heatWatts ?? FORM_DEFAULTS.heatWatts) * part,
    ...(whole.auxWatts === undefined ? {} : { auxWatts: whole.auxWatts * part }),
    ...(whole.points ? { points: whole.points.map((p) => ({ ...p, watts: p.watts * part })) } : {}),
  };
}

/**
 * The zones' plans added up, by id; a zone without a plan of an id counts by its own `wish`, else by what is held. What is
 * not known of the house is the same for every zone, so doubts add up and do not cancel.
 */
export function addedUp(zones: readonly (readonly Compared[])[]): Compared[] {
  const names = new Map(zones.flat().map((c) => [c.id, c.name]));
  const held = zones.reduce((sum, z) => sum + (z[0]?.use.cost ?? 0), 0);
  return [...names].flatMap(([id, name], plan): Compared[] => {
    const mine = zones.flatMap((z) => {
      const c = z.find((x) => x.id === id) ?? z.find((x) => x.id === 'wish') ?? z[0];
      return c ? [{ ...c, held: z[0]?.use.cost ?? 0 }] : [];
    });
    const [one] = mine;
    if (!one) return [];
    const sum = (of: (c: (typeof mine)[number]) => number): number => mine.reduce((s, c) => s + of(c), 0);
    const heatKilowattHours = sum((c) => c.use.heatKilowattHours);
    const part = (of: 'share' | 'low' | 'high'): number => sum((c) => (c.saved?.[of] ?? 0) * c.held) / held;
    return [
      {
        id,
        name,
        low: sum((c) => c.low),
        high: sum((c) => c.high),
        saved: plan === 0 || held <= 0 ? null : { share: part('share'), low: part('low'), high: part('high') },
        use: {
          ...one.use,
          heatKilowattHours,
          cost: sum((c) => c.use.cost),
          paidKilowattHours: sum((c) => c.use.paidKilowattHours),
          starts: sum((c) => c.use.starts),
          shortKelvinHours: sum((c) => c.use.shortKelvinHours),
          auxShare:
            heatKilowattHours > 0 ? sum((c) => c.use.auxShare * c.use.heatKilowattHours) / heatKilowattHours : 0,
          coldestCelsius: Math.min(...mine.map((c) => c.use.coldestCelsius)),
          imbalance: Math.max(...mine.map((c) => c.use.imbalance)),
        },
      },
    ];
  });
}
