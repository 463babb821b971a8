/** Findings of how and where a device hangs. */
import { entry, type None } from './entry';

export const MOUNT_FINDINGS = {
  'mount.height': entry<{ height: string }>(
    'caution',
    'connect',
    'The device does not hang at the usual height.',
    (f) => ({
      message: `It hangs at ${f.height}: what measures a room’s air hangs at about 1.5 m.`,
      fix: 'Move it, or use a room sensor at 1.5 m; where its maker or the client says another height, note why.',
    }),
  ),
  'mount.outside-wall': entry<None>('caution', 'connect', 'The device hangs on an outside wall.', () => ({
    message: 'It hangs on an outside wall, which is colder than the room.',
    fix: 'An inside wall, or a room sensor elsewhere.',
  })),
  'mount.near': entry<{ what: string }>(
    'caution',
    'connect',
    'Something beside the device spoils what it measures.',
    (f) => ({
      message: `What it measures is not the room: ${f.what}.`,
      fix: 'Move it, or let a room sensor count instead.',
    }),
  ),
  'mount.hole-open': entry<None>('caution', 'connect', 'The hole behind the plate is open.', () => ({
    message: 'Air from inside the wall comes through the hole behind the plate and is measured for the room’s.',
    fix: 'Seal the hole round the cores with putty or foam.',
  })),
  'mount.crooked': entry<None>('note', 'connect', 'The plate is not level.', () => ({
    message: 'The plate is not level.',
    fix: 'Set it by the level: some heads catch on one side only.',
  })),
  'mount.cores': entry<{ through: number; surveyed: number }>(
    'blocker',
    'connect',
    'Another number of cores comes through the plate than was surveyed.',
    (f) => ({
      message: `${f.through} cores come through the plate, ${f.surveyed} were surveyed.`,
      fix: 'Look behind the plate for one that slipped back, or put the one that is new into the survey.',
    }),
  ),
  'mount.pinched': entry<None>('blocker', 'connect', 'The head pinches a core.', () => ({
    message: 'The head does not sit flush: a core is pinched behind it.',
    fix: 'Supply off, fold the cores back into the hole, and seat the head again.',
  })),
  'mount.battery-tab': entry<None>('caution', 'connect', 'The strip is still in the battery compartment.', () => ({
    message: 'The strip that keeps the batteries off is still in.',
    fix: 'Pull it out.',
  })),
};
