/** Faults of the rig and hypotheses of the engine: which are the same, by name or by this table. */
import type { Family } from '../src/core/job/schema';

/** What a fault of the rig is called by the engine, where the two have words of their own. */
const SAME: Readonly<Partial<Record<Family, readonly (readonly [RegExp, RegExp])[]>>> = {
  boiler: [
    [/^(pairing-fails|low-batteries)$/, /^unheard/],
    [/^crossed$/, /^exchanged:RX\.3-RX\.4/],
    [/^stuck-(.+)$/, /^stuck:$1/],
    [/^end-open-(.+)$/, /^end-open:$1/],
    [/^valve-open-(.+)$/, /$1\.brown/],
    [/^contact-(\d)$/, /^contact:$1/],
    [/^receiver-dead$/, /^open:SUPPLY\.L-RX\.L/],
    [/^earth-(.+)$/, /^open:SUPPLY\.E-$1\./],
    [/^pair-open$/, /HEAD\.1|unheard/],
    // The core off its terminal leaves the others joined: that is what is put in.
    [/^hw-off-missing$/, /^open:.*MID\.grey|^core-off:RX\.1$/],
    [/^link-missing$/, /RX\.COM/],
  ],
  floor: [
    [/^probe-type$/, /^type:/],
    [/^air-mode$/, /^air$/],
    [/^ground-fault$/, /^leak$/],
    [/^mat-broken$/, /^mat-open:/],
    [/^relay-stuck$/, /^stuck$/],
  ],
  heater: [
    [/^leg-unbroken$/, /^pole$/],
    [/^cut-out$/, /^cut-out:/],
    [/^one-pole-breaker$/, /^one-pole$/],
  ],
};

/** Whether a hypothesis is the fault of the rig: by the same name, or by the table. */
export function isTruth(family: Family, fault: string, hypothesis: string): boolean {
  if (fault === hypothesis) return true;
  return (SAME[family] ?? []).some(([rig, mine]) => {
    const found = rig.exec(fault);
    if (!found) return false;
    return new RegExp(mine.source.replace('$1', (found[1] ?? '').replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))).test(
      hypothesis,
    );
  });
}
