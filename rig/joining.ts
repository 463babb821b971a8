/**
 * The house's network, the account, the registration service and the device's own part in it: what goes wrong in each,
 * what is then seen, and the one thing that mends it. Time passes with the rig's clock.
 */
import { RigError } from './rig-error';

/** What somebody may do about it. */
export const CURES = {
  again: 'try it again, slowly',
  'new-code': 'ask for a new code and read it letter by letter',
  'right-digits': 'type the digits from the device’s own label',
  'correct-address': 'look under junk and correct the address',
  'use-old-account': 'use the account there is',
  'type-name': 'type the network’s name as it is written',
  'own-network': 'use the house’s own network, not the guests’',
  'batteries-out': 'take the old device’s batteries out',
  'take-out-old': 'have it taken out of the other account',
  'press-beside': 'put it back into pairing mode, beside it',
  'type-digits': 'type the digits under the code',
  wait: 'leave it alone for a while',
  'other-socket': 'another socket, another cable',
  'right-number': 'wait until it is up to date, then the number again',
  'arm-length': 'within arm’s length, out of the old one first',
  'one-listening': 'take the other out; name each before the next',
  longer: 'hold longer; unlock it',
  'account-first': 'the account first, then the keys',
  'allow-near': 'allow near radio on the phone',
  'open-again': 'make its own network open again',
  'stay-joined': 'stay joined when the phone asks',
  'near-batteries': 'within a metre, with fresh batteries',
  'clear-both': 'clear both, and pair again',
  'local-first': 'finish everything local, and leave it as a follow-up',
  'wrong-out': 'take the wrong one out',
  'set-place': 'set the place again',
} as const;
export type Cure = keyof typeof CURES;

interface Trouble {
  /** Ways of joining it belongs to; all where there is none. */
  ways: readonly string[];
  step: string;
  sees: string;
  cure: Cure;
  /** Seconds after which it is over by itself. */
  passes?: number;
}

const CODES = ['short-code'];
const ACCOUNTS = [
  'short-code',
  'card-digits',
  'square-code',
  'hub',
  'two-keys',
  'short-range',
  'own-network',
  'e-mail',
];
const TROUBLES: Readonly<Record<string, Trouble>> = {
  'mail-late': { ways: ACCOUNTS, step: 'account', sees: 'no e-mail', cure: 'correct-address' },
  'address-taken': { ways: ACCOUNTS, step: 'account', sees: 'the address is taken', cure: 'use-old-account' },
  'old-alive': { ways: ACCOUNTS, step: 'old-device', sees: 'it comes back', cure: 'batteries-out' },
  'hidden-name': { ways: [], step: 'network', sees: 'its name is not in the list', cure: 'type-name' },
  'wrong-password': { ways: [], step: 'network', sees: 'the password is refused', cure: 'again' },
  'guest-network': { ways: [], step: 'network', sees: 'joined, and no internet', cure: 'own-network' },
  'code-ran-out': { ways: CODES, step: 'own-1', sees: 'the code is refused', cure: 'new-code' },
  'service-down': {
    ways: CODES,
    step: 'own-1',
    sees: 'the service does not answer',
    cure: 'local-first',
    passes: 3600,
  },
  'wrong-digit': { ways: ['card-digits'], step: 'own-1', sees: 'the digits are refused', cure: 'right-digits' },
  'in-other-account': { ways: ['card-digits'], step: 'own-1', sees: 'already registered', cure: 'take-out-old' },
  'stopped-listening': {
    ways: ['square-code'],
    step: 'own-1',
    sees: 'the phone does not find it',
    cure: 'press-beside',
  },
  glare: { ways: ['square-code'], step: 'own-1', sees: 'the code is not read', cure: 'type-digits' },
  'update-restarts': { ways: ['hub'], step: 'own-1', sees: 'it starts again half way', cure: 'wait', passes: 720 },
  'dead-line': { ways: ['hub'], step: 'own-1', sees: 'no light on the line', cure: 'other-socket' },
  'hub-number': { ways: ['hub'], step: 'own-2', sees: 'the hub is unknown', cure: 'right-number' },
  'too-far': { ways: ['radio'], step: 'own-1', sees: 'nothing is found', cure: 'arm-length' },
  'another-listens': { ways: ['radio'], step: 'own-1', sees: 'a second device comes too', cure: 'one-listening' },
  'held-short': { ways: ['two-keys'], step: 'own-1', sees: 'it never flashes', cure: 'longer' },
  'nobody-answers': { ways: ['two-keys'], step: 'own-1', sees: 'it flashes and stops', cure: 'account-first' },
  'near-radio-off': { ways: ['short-range'], step: 'own-1', sees: 'it is not found', cure: 'allow-near' },
  'network-closed': { ways: ['own-network'], step: 'own-1', sees: 'its network is not there', cure: 'open-again' },
  'phone-leaves': { ways: ['own-network'], step: 'own-1', sees: 'the phone leaves it', cure: 'stay-joined' },
  'head-unheard': { ways: ['pairing'], step: 'own-1', sees: 'the light goes on flashing', cure: 'near-batteries' },
  neighbour: { ways: ['pairing'], step: 'own-1', sees: 'the neighbour’s boiler fires', cure: 'clear-both' },
  'mail-activation': { ways: ['e-mail'], step: 'own-1', sees: 'no e-mail', cure: 'local-first', passes: 900 },
  'second-device': { ways: [], step: 'name', sees: 'two of the same name', cure: 'wrong-out' },
  'summer-time': { ways: ACCOUNTS, step: 'place', sees: 'an hour off', cure: 'set-place' },
};

export interface JoinSeen {
  ok: boolean;
  /** What is seen in place of it. */
  sees?: string;
}

export class Joining {
  private readonly troubles: Set<string>;
  private readonly since: number;
  private seconds = 0;
  readonly done = new Set<string>();

  /** @param way as the device's sheet says; @param troubles ids of `troublesOf` */
  constructor(
    readonly way: string,
    troubles: readonly string[],
  ) {
    const known = new Set(troublesOf(way).map((t) => t.id));
    const strange = troubles.find((t) => !known.has(t));
    if (strange !== undefined) throw new RigError(`troubles: “${strange}” is none of joining by ${way}`);
    this.troubles = new Set(troubles);
    this.since = this.seconds;
  }

  advance(seconds: number): void {
    this.seconds += seconds;
    for (const id of [...this.troubles]) {
      const { passes } = TROUBLES[id] ?? {};
      if (passes !== undefined && this.seconds - this.since >= passes) this.troubles.delete(id);
    }
  }

  /** A step as a person does it. */
  step(step: string): JoinSeen {
    const id = [...this.troubles].find((t) => TROUBLES[t]?.step === step);
    const trouble = id === undefined ? undefined : TROUBLES[id];
    if (trouble) return { ok: false, sees: trouble.sees };
    this.done.add(step);
    return { ok: true };
  }

  /** Something done about what was seen: true where it was the thing to do. */
  cure(cure: Cure): boolean {
    const id = [...this.troubles].find((t) => TROUBLES[t]?.cure === cure);
    if (id === undefined) return false;
    const { passes } = TROUBLES[id] ?? {};
    // What passes by itself is not hurried: the rest is finished meanwhile.
    if (passes !== undefined) this.advance(passes);
    this.troubles.delete(id);
    return true;
  }
}

/** What can go wrong on a way, with what is seen then. */
export const troublesOf = (way: string): { id: string; step: string; sees: string; cure: Cure }[] =>
  Object.entries(TROUBLES)
    .filter(([, t]) => t.ways.length === 0 || t.ways.includes(way))
    .map(([id, { step, sees, cure }]) => ({ id, step, sees, cure }));
