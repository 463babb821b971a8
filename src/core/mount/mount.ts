/** How the device hangs on its wall, as seen and measured there. */
import * as z from 'zod';

export const Near = z.enum(['sun', 'heat', 'draught', 'supply-air', 'appliance']);
export type Near = z.infer<typeof Near>;

export const NEAR_WORDS: Readonly<Record<Near, string>> = {
  sun: 'the sun falls on it',
  heat: 'a radiator, pipe or flue is beside it',
  draught: 'a door or draught is beside it',
  'supply-air': 'supply air blows on it',
  appliance: 'a lamp, set or cooker is beside it',
};

export const Mount = z.strictObject({
  /** Middle of the device above the floor, m. */
  heightMetres: z.number().min(0).max(4).optional(),
  wall: z.enum(['inside', 'outside']).optional(),
  near: z.array(Near).max(5).optional(),
  hole: z.enum(['sealed', 'open']).optional(),
  plate: z.enum(['level', 'crooked']).optional(),
  /** Cores that come through the plate, counted before the head goes on. */
  cores: z.int().min(0).max(48).optional(),
  head: z.enum(['flush', 'pinches']).optional(),
  batteryTab: z.enum(['pulled', 'in']).optional(),
});
export type Mount = z.infer<typeof Mount>;
