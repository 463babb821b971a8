/** The finding of each outcome where two classes meet. */
import type { FindingCode } from '../findings/catalogue';
import type { Outcome } from './classes';

export const NET_CODES = {
  danger: 'nets.danger',
  fuse: 'nets.fuse',
  damage: 'nets.damage',
  'always-on': 'nets.always-on',
  dead: 'nets.dead',
} as const satisfies Record<Outcome, FindingCode>;
