/**
 * The virtual appliance behind a contact: a pilot and its pile, a board with a pair, or a small 24 V control. Its volts
 * come of the ring worked out by hand, with a pile and a coil that are not quite those of the form.
 */
import type { MillivoltLoop } from '../src/core/contact/loop';
import type { ContactSurvey } from '../src/core/contact/survey';
import { derive } from '../src/core/derive';
import { seenAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import type { Job } from '../src/core/job/schema';
import { RIG_NAME, RIG_VERSION, type RigState } from '../src/core/rig/protocol';
import { OPEN_CIRCUIT_OHMS } from '../src/core/units/figure';
import type { Appliance } from './appliance';
import { RigError } from './rig-error';

const TICK_SECONDS = 1;
/** Seconds a pilot needs to warm its pile. */
const PILOT_SECONDS = 120;
const IGNITION_SECONDS = 8;

interface Ring {
  openVolts: number;
  pileOhms: number;
  coilOhms: number;
  leadOhms: number;
  contactOhms: number;
  pullVolts: number;
  holdVolts: number;
}

const FAULTS: Record<NonNullable<ContactSurvey['appliance']>, { id: string; name: string }[]> = {
  millivolt: [
    { id: 'dirty', name: 'a dirty contact in the loop' },
    { id: 'long-leads', name: 'leads too thin for their length' },
    { id: 'weak-pile', name: 'a tired pile' },
    { id: 'pilot-out', name: 'the pilot is out' },
    { id: 'coil-open', name: 'the coil is open' },
    { id: 'limit-bridged', name: 'the limit is bridged' },
    { id: 'stuck', name: 'the thermostat’s contact sticks' },
    { id: 'lead-off', name: 'a lead is off' },
  ],
  'dry-pair': [
    { id: 'stuck', name: 'the thermostat’s contact sticks' },
    { id: 'lead-off', name: 'a lead is off' },
    { id: 'dirty', name: 'a bad joint on the pair' },
    { id: 'no-answer', name: 'the appliance’s own chain is open' },
    { id: 'appliance-off', name: 'the appliance is off at its switch' },
    { id: 'other-pair', name: 'wired to another pair of its board' },
  ],
  'own-24v': [
    { id: 'stuck', name: 'the thermostat’s contact sticks' },
    { id: 'lead-off', name: 'W is off' },
    { id: 'weak-transformer', name: 'the transformer sags under the call' },
    { id: 'fuse', name: 'the transformer’s fuse is blown' },
    { id: 'no-answer', name: 'the valve does not open' },
  ],
};

const middle = (r: { low: number; high: number }): number => (r.low + r.high) / 2;

function ringOf(loop: MillivoltLoop, has: (id: string) => boolean): Ring {
  return {
    openVolts: middle(loop.openVolts) * 1.01 * (has('weak-pile') ? 0.45 : 1),
    pileOhms: middle(loop.pileOhms) * 1.04,
    coilOhms: middle(loop.coilOhms) * 0.97,
    leadOhms: middle(loop.loopOhms) + (has('long-leads') ? 3 + 3 * loop.allowedOhms : 0),
    contactOhms: has('dirty') ? 2.5 : 0.015,
    pullVolts: middle(loop.pullVolts),
    holdVolts: middle(loop.pullVolts) * 0.55,
  };
}

export class ContactWorld implements Appliance {
  private readonly name: string;
  private readonly survey: ContactSurvey;
  private readonly kind: NonNullable<ContactSurvey['appliance']>;
  private readonly ring: Ring | null;
  private readonly hidden: ReadonlySet<string>;
  private setCelsius = 5;
  private readonly roomCelsius = 18;
  private supplyOn = true;
  private limitOpen = false;
  private valveOpen = false;
  private sinceCall = 0;
  private pilotSeconds = 3600;
  private seconds = 0;
  private rate = 1;

  constructor(kept: Job, faultIds: readonly string[]) {
    const own = ownOf(derive(kept), 'contact');
    const job = seenAs(kept, 'contact');
    const { appliance } = job.survey;
    if (!own.fits || appliance === undefined)
      throw new RigError(
        'This job has no appliance to build: say what the thermostat closes, and choose a device that fits.',
      );
    for (const id of faultIds)
      if (!FAULTS[appliance].some((f) => f.id === id)) throw new RigError(`faults: this appliance cannot have "${id}"`);
    this.hidden = new Set(faultIds);
    this.survey = job.survey;
    this.kind = appliance;
    this.name = [job.site.name, job.zone].filter(Boolean).join(', ') || 'an appliance';
    this.ring = own.loop && ringOf(own.loop, (id) => this.hidden.has(id));
  }

  faults(): { id: string; name: string }[] {
    // A limit can be bridged only where there is one.
    return FAULTS[this.kind].filter(
      (f) => f.id !== 'limit-bridged' || Object.values(this.survey.switches).some((s) => s.kind === 'limit'),
    );
  }

  private has(id: string): boolean {
    return this.hidden.has(id);
  }

  private contactClosed(): boolean {
    return this.has('stuck') || this.roomCelsius < this.setCelsius - 0.25;
  }

  private ringClosed(): boolean {
    const limit = this.limitOpen && !this.has('limit-bridged');
    return this.contactClosed() && !limit && !this.has('lead-off') && !this.has('coil-open');
  }

  private pilot(): number {
    return this.has('pilot-out') ? 0 : Math.min(1, this.pilotSeconds / PILOT_SECONDS);
  }

  private amps(ring: Ring): number {
    const { openVolts, pileOhms, coilOhms, leadOhms, contactOhms } = ring;
    return this.ringClosed() ? (openVolts * this.pilot()) / (pileOhms + coilOhms + leadOhms + contactOhms) : 0;
  }

  private settle(): void {
    if (this.ring) {
      const coil = this.amps(this.ring) * this.ring.coilOhms;
      this.valveOpen = this.valveOpen ? coil >= this.ring.holdVolts : coil >= this.ring.pullVolts;
      return;
    }
    const called = this.contactClosed() && !this.has('lead-off') && !(this.has('dirty') && this.kind === 'dry-pair');
    const live =
      this.supplyOn &&
      !this.has('no-answer') &&
      !this.has('appliance-off') &&
      !this.has('fuse') &&
      !this.has('other-pair') &&
      !this.has('weak-transformer');
    this.sinceCall = called && live ? this.sinceCall : 0;
    this.valveOpen = called && live && this.sinceCall >= IGNITION_SECONDS;
  }

  act(change: Readonly<Record<string, string | number | boolean>>): void {
    for (const [key, value] of Object.entries(change)) {
      if (key === 'setCelsius' && typeof value === 'number' && value >= 5 && value <= 40) this.setCelsius = value;
      else if (key === 'limit' && (value === 'open' || value === 'closed')) this.limitOpen = value === 'open';
      else
        throw new RigError(
          `act: ${key} ${String(value)} cannot be done here: setCelsius 5 to 40, limit open or closed`,
        );
    }
    this.settle();
  }

  setSupply(on: boolean): void {
    this.supplyOn = on;
    this.settle();
  }

  advance(seconds: number): void {
    for (let left = seconds; left > 1e-9; left -= TICK_SECONDS) {
      this.seconds += TICK_SECONDS;
      this.pilotSeconds += TICK_SECONDS;
      this.sinceCall += TICK_SECONDS;
      this.settle();
    }
  }

  clockRate(): number {
    return this.rate;
  }
  setRate(rate: number): void {
    this.rate = rate;
  }

  probe(a: string, b: string, _meterOhms: number, kind: 'volts' | 'ohms'): number {
    const pair = [a, b].sort().join(' ');
    if (kind === 'ohms') {
      if (this.supplyOn && this.kind !== 'millivolt') throw new RigError('probe: ohms with the supply off only');
      if (!this.ring || pair !== 'coil.1 pile.1')
        throw new RigError(`probe: ohms of the loop between "pile.1" and "coil.1"`);
      return this.contactClosed() && !this.has('lead-off')
        ? this.ring.leadOhms + this.ring.contactOhms
        : OPEN_CIRCUIT_OHMS;
    }
    if (this.ring) return this.ringVolts(this.ring, pair);
    if (this.kind === 'dry-pair') return this.pairVolts(pair);
    return this.ownVolts(pair);
  }

  private ringVolts(ring: Ring, pair: string): number {
    const amps = this.amps(ring);
    if (pair === 'pile.1 pile.2') return ring.openVolts * this.pilot() - amps * ring.pileOhms;
    // An open coil has the whole pile across it while the thermostat is closed.
    if (pair === 'coil.1 coil.2')
      return this.has('coil-open') && this.contactClosed() ? ring.openVolts * this.pilot() : amps * ring.coilOhms;
    if (pair === 'pair.1 pair.2')
      return this.contactClosed() ? amps * ring.contactOhms : this.has('lead-off') ? 0 : ring.openVolts * this.pilot();
    throw new RigError(`probe: there is no pair "${pair}": pile, coil, pair`);
  }

  private pairVolts(pair: string): number {
    if (pair !== 'pair.1 pair.2') throw new RigError(`probe: there is no pair "${pair}" here but pair.1 and pair.2`);
    if (!this.supplyOn || this.has('appliance-off') || this.has('lead-off') || this.has('other-pair')) return 0;
    const open = Math.max(this.survey.pairAc ?? 0, this.survey.pairDc ?? 0) || 24;
    return this.contactClosed() ? (this.has('dirty') ? open * 0.4 : 0.02) : open * 0.98;
  }

  private ownVolts(pair: string): number {
    if (!this.supplyOn || this.has('fuse')) return 0;
    const open = this.survey.secondaryVolts ?? 26;
    const calls = this.contactClosed();
    const r = calls ? open * (this.has('weak-transformer') ? 0.7 : 0.97) : open;
    if (pair === 'call.c call.r') return r;
    if (pair === 'call.c call.w') return calls && !this.has('lead-off') ? r : 0;
    if (pair === 'call.r call.w') return calls ? 0 : r;
    throw new RigError(`probe: there is no pair "${pair}" here: call.r, call.w, call.c`);
  }

  state(): RigState {
    return {
      rig: RIG_NAME,
      version: RIG_VERSION,
      seconds: this.seconds,
      rate: this.rate,
      house: this.name,
      supplyOn: this.supplyOn,
      display: 'lit',
      detected: [],
      mode: 'heat',
      fan: 'auto',
      heatCelsius: this.setCelsius,
      coolCelsius: 40,
      settings: {},
      calling: this.contactClosed() ? ['heat'] : [],
      restSeconds: 0,
      running: this.valveOpen ? ['burner'] : [],
      roomCelsius: this.roomCelsius,
      supplyCelsius: 0,
      returnCelsius: 0,
      outdoorCelsius: 5,
      hiddenFaults: this.hidden.size,
      shows: { burner: this.valveOpen, setCelsius: this.setCelsius, limitOpen: this.limitOpen },
    };
  }
}
