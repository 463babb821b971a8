/**
 * Weather compensation: the flow temperature that just carries the load, so that a bus-controlled
 * boiler runs as cool as the weather allows.
 *
 *   load share  x = (Ti − To) / (Ti − Td), Td the design outdoor temperature
 *   mean water  Tm = Ti + (Tmd − Ti) · x^(1/n), n = 1.3 for radiators, 1.1 for floors (EN 442, EN 1264)
 *   flow        = Tm + half the drop at that load
 */
export interface Compensation {
  roomCelsius: number;
  designOutdoorCelsius: number;
  designFlowCelsius: number;
  designDropKelvin: number;
  exponent: number;
}

export const RADIATOR_EXPONENT = 1.3;
export const FLOOR_EXPONENT = 1.1;

/** Flow temperature, °C, that the curve asks at an outdoor temperature; never beyond its ends. */
export function compensatedFlow(c: Compensation, outdoorCelsius: number): number {
  const share = Math.max(0, Math.min(1, (c.roomCelsius - outdoorCelsius) / (c.roomCelsius - c.designOutdoorCelsius)));
  const designMean = c.designFlowCelsius - c.designDropKelvin / 2;
  const mean = c.roomCelsius + (designMean - c.roomCelsius) * share ** (1 / c.exponent);
  return mean + (c.designDropKelvin / 2) * share;
}

/** From 20 °C outdoors down to the design temperature, in steps of 2.5 K. */
export function compensationCurve(c: Compensation): { outdoorCelsius: number; flowCelsius: number }[] {
  const steps = Math.ceil((20 - c.designOutdoorCelsius) / 2.5);
  return Array.from({ length: steps + 1 }, (_, i) => {
    const outdoorCelsius = Math.max(c.designOutdoorCelsius, 20 - 2.5 * i);
    return { outdoorCelsius, flowCelsius: compensatedFlow(c, outdoorCelsius) };
  });
}
