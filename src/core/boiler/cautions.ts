/** Cautions of mains and hot water work, in one place; shown at the step, once. */
export const MAINS_CAUTION =
  'Mains work is for those licensed for it, to the local code. Isolate, lock off, and prove dead before a cover comes off.';
export const cylinderCaution =
  'Stored at 60 °C against legionella: water that hot scalds, so mix it down at the outlets.';
