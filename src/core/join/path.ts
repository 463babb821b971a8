/**
 * The path to a joined device, for any family: out of the sheet, the house and the customer. Each step has who does it,
 * what is pressed, what is seen, how long, and what each failure means. Nothing is proposed before its device has power;
 * what is slow and needs none begins at Arrive.
 */
import type { Job } from '../job/schema';
import type { JoinWay, SheetJoin } from './sheet';

export interface JoinFailure {
  sees: string;
  means: string;
  next: string;
}

export interface JoinStep {
  id: string;
  owner: 'installer' | 'customer';
  what: string;
  sees: string;
  minutes: number;
  /** What else can be done meanwhile; empty where somebody must stand there. */
  meanwhile: string;
  failures: JoinFailure[];
  /** It cannot begin before the device is lit. */
  needsPower: boolean;
  needsInternet: boolean;
}

const ACCOUNT: JoinStep = {
  id: 'account',
  owner: 'customer',
  what: 'Make the account, on the customer’s own phone, with the customer’s own e-mail.',
  sees: 'The e-mail that confirms it, opened.',
  minutes: 5,
  meanwhile: 'Make safe and survey.',
  failures: [
    {
      sees: 'no e-mail',
      means: 'a wrong address, or it is in the spam folder',
      next: 'look there; then correct the address',
    },
    {
      sees: 'the address is taken',
      means: 'an account from an older device',
      next: 'use it: its password is the customer’s to reset',
    },
  ],
  needsPower: false,
  needsInternet: true,
};

const NETWORK: JoinStep = {
  id: 'network',
  owner: 'customer',
  what: 'Choose the house’s network and type its password on the device or phone. Nobody else sees it; it is kept nowhere here.',
  sees: 'Bars or a steady light.',
  minutes: 3,
  meanwhile: '',
  failures: [
    {
      sees: 'its name is not in the list',
      means: 'a hidden network, or a band the device does not hear',
      next: 'type the name as it is written; else the 2.4 GHz name',
    },
    {
      sees: 'the password is refused',
      means: 'a letter wrong, or a guest network',
      next: 'again, slowly; then the house’s own network',
    },
    {
      sees: 'joined, and no internet',
      means: 'a guest network keeps it apart, or the line is down',
      next: 'another device on the same network: has it internet?',
    },
  ],
  needsPower: true,
  needsInternet: false,
};

const OLD_DEVICE: JoinStep = {
  id: 'old-device',
  owner: 'customer',
  what: 'Take the old device out of the account, if one is there.',
  sees: 'Its name is gone from the list.',
  minutes: 1,
  meanwhile: '',
  failures: [
    { sees: 'it comes back', means: 'it still has power and registers itself', next: 'take its batteries out' },
  ],
  needsPower: false,
  needsInternet: true,
};

const way = (
  what: string,
  sees: string,
  minutes: number,
  failures: JoinFailure[],
  meanwhile = '',
): Omit<JoinStep, 'id'> => ({
  owner: 'installer',
  what,
  sees,
  minutes,
  meanwhile,
  failures,
  needsPower: true,
  needsInternet: true,
});
const held = (s: SheetJoin, otherwise: string): string =>
  `${s.press ?? otherwise}${s.holdSeconds ? `, held ${s.holdSeconds} s` : ''}`;

/** The step that is the device's own, by the way its sheet says. */
const WAYS: Readonly<Record<JoinWay, (s: SheetJoin) => Omit<JoinStep, 'id'>[]>> = {
  'short-code': (s) => [
    way(
      `${held(s, 'Ask the device for its code')}; the customer types it into the account.`,
      s.sees ?? 'The account shows the device by its name.',
      3,
      [
        {
          sees: 'the code is refused',
          means: `it ran out${s.codeMinutes ? ` (${s.codeMinutes} min)` : ''}, or a letter is wrong`,
          next: 'ask for a new one; read it out letter by letter',
        },
        {
          sees: 'the service does not answer',
          means: 'it is down, or this line is',
          next: 'finish everything local; leave it as a follow-up',
        },
      ],
    ),
  ],
  'card-digits': () => [
    way('Type the digits of its card; the check digit is looked at here.', 'The account shows the device.', 3, [
      {
        sees: 'the digits are refused',
        means: 'one is wrong, or another device’s card',
        next: 'the card beside the device’s own label',
      },
      {
        sees: 'already registered',
        means: 'it is still in somebody’s account',
        next: 'its last owner takes it out; or its maker',
      },
    ]),
  ],
  'square-code': () => [
    way('Scan its square code, or type the digits under it.', 'The phone finds the device.', 3, [
      {
        sees: 'the phone does not find it',
        means: 'it stopped listening, or is out of reach',
        next: 'put it back into pairing mode, with the phone beside it',
      },
      { sees: 'the code is not read', means: 'glare, a crease, or a code of something else', next: 'type the digits' },
    ]),
  ],
  hub: (s) => [
    {
      ...way(
        `Plug the hub in by the router and wait until it is up to date${s.hubMinutes ? `: about ${s.hubMinutes} min` : ''}.`,
        s.sees ?? 'Its light stands still.',
        s.hubMinutes ?? 10,
        [
          {
            sees: 'it starts again half way',
            means: 'it brings itself up to date',
            next: 'leave it alone until the light stands still',
          },
          {
            sees: 'no light on the line',
            means: 'a dead socket or cable at the router',
            next: 'another socket, another cable',
          },
        ],
        'Everything at the boiler and at the walls.',
      ),
      // The hub has a plug of its own: it begins at Arrive.
      needsPower: false,
    },
    way('Type the hub’s number into the account; then add the device to it.', 'The account shows both.', 3, [
      {
        sees: 'the hub is unknown',
        means: 'it is not up to date, or a digit is wrong',
        next: 'wait; the number again',
      },
    ]),
  ],
  radio: (s) => [
    way(
      `The controller listens first; then ${held(s, 'the device is made to send').toLowerCase()}.`,
      s.sees ?? 'The controller names it.',
      3,
      [
        {
          sees: 'nothing is found',
          means: 'too far, or still joined to another',
          next: 'take it out of the old one first; within arm’s length',
        },
        {
          sees: 'a second device comes too',
          means: 'another was listening',
          next: 'take it out, name each before the next',
        },
      ],
    ),
  ],
  'two-keys': (s) => [
    way(held(s, 'Both keys held until a symbol flashes'), s.sees ?? 'The symbol flashes, then stands still.', 3, [
      { sees: 'it never flashes', means: 'held too short, or it is locked', next: 'again, and longer; unlock it' },
      { sees: 'it flashes and stops', means: 'nobody answered in time', next: 'the account first, then the keys' },
    ]),
  ],
  'short-range': () => [
    way('With the phone beside it, near radio on, the account finds it by itself.', 'Its name on the phone.', 3, [
      {
        sees: 'it is not found',
        means: 'the phone’s near radio is off, or not allowed',
        next: 'allow it in the phone’s settings',
      },
    ]),
  ],
  'own-network': (s) => [
    way(
      `Join the phone to the device’s own network, its passcode is printed on it; then give it the house’s.`,
      s.sees ?? 'Its own network is gone from the list.',
      5,
      [
        { sees: 'its network is not there', means: 'it closed after a while', next: held(s, 'make it open again') },
        { sees: 'the phone leaves it', means: 'the phone wants internet', next: 'stay joined when it asks' },
      ],
    ),
  ],
  pairing: (s) => [
    {
      ...way(
        `${held(s, 'The receiver is made to listen')}; then the head.`,
        s.sees ?? 'The receiver’s light stands still.',
        3,
        [
          {
            sees: 'the light goes on flashing',
            means: 'the head is not heard',
            next: 'within a metre first; fresh batteries',
          },
          {
            sees: 'the neighbour’s boiler fires',
            means: 'paired with another receiver',
            next: 'clear both, pair again',
          },
        ],
      ),
      needsInternet: false,
    },
  ],
  'e-mail': () => [
    way(
      'Send its number; the activation comes by e-mail and is opened on the customer’s phone.',
      'The device says that it is active.',
      15,
      [
        {
          sees: 'no e-mail',
          means: 'it takes a while, or is in the spam folder: check there',
          next: 'go on with what is local; look again',
        },
      ],
      'Everything that is local.',
    ),
  ],
};

/** Ways without any account or network of the house. */
const LOCAL: ReadonlySet<JoinWay> = new Set(['pairing', 'radio']);

/** The path, in its order; what needs internet is left out where there is none today. */
export function joinPath(job: Job, sheet: SheetJoin): JoinStep[] {
  const local = LOCAL.has(sheet.way);
  const named = [job.site.name, job.zone].filter(Boolean).join(', ');
  const own = WAYS[sheet.way](sheet).map((s, i): JoinStep => ({ id: `own-${i + 1}`, ...s }));
  const all: JoinStep[] = [
    ...(local ? [] : [ACCOUNT, OLD_DEVICE]),
    ...(sheet.bands.length > 0 ? [NETWORK] : []),
    ...own,
    {
      ...way(
        `Name it as people will look for it: ${named ? `“${named}”` : 'the house and the zone'}.`,
        'The name on the device or in the account.',
        1,
        [
          {
            sees: 'two of the same name',
            means: 'a second device registered by itself',
            next: 'take the wrong one out',
          },
        ],
      ),
      id: 'name',
      needsInternet: !local,
    },
    ...(local
      ? []
      : [
          {
            ...way(
              `Place and time zone${job.join.timeZone ? `: ${job.join.timeZone}` : ''}; it changes the clocks by itself.`,
              'The hour on the device.',
              1,
              [{ sees: 'an hour off', means: 'the zone, or summer time, is not set', next: 'set the place again' }],
            ),
            id: 'place',
          },
        ]),
  ];
  return job.join.internet === 'no' ? all.filter((s) => !s.needsInternet) : all;
}

/** Steps that could be done now: not done, and with the device lit where they want it. */
export function openSteps(job: Job, path: readonly JoinStep[], lit: boolean): JoinStep[] {
  return path.filter((s) => job.join.steps?.[s.id] === undefined && (lit || !s.needsPower));
}

/** Minutes left, with what goes on by itself beside the rest. */
export const minutesLeft = (job: Job, path: readonly JoinStep[]): number => {
  const left = path.filter((s) => job.join.steps?.[s.id] === undefined);
  const standing = left.filter((s) => s.meanwhile === '').reduce((n, s) => n + s.minutes, 0);
  return Math.max(standing, ...left.map((s) => s.minutes), 0);
};
