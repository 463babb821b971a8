/** Cautions of mains work, in one place; shown at the step, once. */
export const MAINS_CAUTION =
  'Mains work is for those licensed for it, to the local code. Isolate, lock off, and prove dead before a cover comes off.';
/** For a reading taken with the box open and the supply on. */
export const OPEN_BOX_CAUTION =
  'Live terminals are open for this measurement: by those licensed for it, with a proved tester.';
