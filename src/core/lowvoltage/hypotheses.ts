/** Hypotheses of a 24 V circuit: each fault in its degrees, alone and with another. */
import {
  AS_PLANNED,
  type Hypothesis,
  type Observation,
  type Predicted,
  type Predictions,
} from '../evidence/hypothesis';
import { askedPairs, deadPairs } from './asked';
import type { Fault } from './faults/fault';
import { type FaultSetting, faultReader } from './under-fault';

const degreesOf = (f: Fault): Fault['apply'][] => [f.apply, ...(f.worse ?? [])];
/** Both faults put in, the first before the second. */
export const together =
  (p: Fault['apply'], q: Fault['apply']): Fault['apply'] =>
  (i) =>
    q(p(i));
/** Both faults in every degree of each. */
export const everyDegree = (a: Fault, b: Fault): Fault['apply'][] =>
  degreesOf(a).flatMap((p) => degreesOf(b).map((q) => together(p, q)));

/** Hypotheses of faults, each in its degrees; what was read only is predicted first, the rest when it is asked for. */
export class Under {
  private readonly all: ReturnType<typeof faultReader>;
  private readonly read: ReturnType<typeof faultReader>;
  /** What was predicted of what was read only, and what asks for the rest. */
  private readonly partly = new Map<Predictions, () => void>();
  /** By fault, for each of its predictions, what puts it in as bad as that. */
  private readonly asBad = new Map<string, Fault['apply'][]>();

  constructor(
    setting: FaultSetting,
    observations: readonly Observation[],
    private readonly whole: boolean,
  ) {
    this.all = faultReader(setting, whole);
    const only = { asked: askedPairs(observations, [], []), dead: deadPairs(observations, [], []) };
    this.read = faultReader({ ...setting, ...only }, whole);
  }

  asPlanned(): Predictions {
    return this.all(AS_PLANNED, null)[0] ?? new Map<string, Predicted>();
  }

  complete(predicts: Predictions): void {
    this.partly.get(predicts)?.();
  }

  /** As bad as a hypothesis has it. */
  applied(fault: Fault, { degree = 0 }: Pick<Hypothesis, 'degree'>): Fault['apply'] {
    return this.asBad.get(fault.id)?.[degree] ?? fault.apply;
  }

  private degrees(fault: Fault, brief: boolean): Pick<Hypothesis, 'predicts' | 'worse'> {
    const worseBy = this.whole ? [] : (fault.worse ?? []);
    const each = [fault.apply, ...worseBy].map((apply, degree) => {
      const id = `${fault.id}:${degree}`;
      const ways = (this.whole ? this.all : this.read)(id, apply, brief);
      if (!this.whole) for (const way of ways) this.partly.set(way, () => this.all(id, apply, brief));
      return { apply, ways };
    });
    this.asBad.set(
      fault.id,
      each.flatMap(({ apply, ways }) => ways.map(() => apply)),
    );
    const [predicts = new Map<string, Predicted>(), ...worse] = each.flatMap(({ ways }) => ways);
    return { predicts, ...(worse.length > 0 ? { worse } : {}) };
  }

  /** @param brief looked over only: with the usual supply alone */
  hypothesis(fault: Fault, brief = false): Hypothesis {
    const { id, name, look, fix, prior, about } = fault;
    return { id, name, look, fix, prior, about, ...this.degrees(fault, brief) };
  }
}
