/** Does a test as its plan says a machine does it. Throws RigFailure when the rig does not answer. */
import type { MachineStep, TestResult } from '../proof/proof-run';
import type { RigClient, Taken } from './client';

const METER_OHMS = 10e6;
const figure = (v: unknown): number | null => (typeof v === 'boolean' ? (v ? 1 : 0) : typeof v === 'number' ? v : null);

/** Takes every reading of one test. What the appliance does not show is not taken. */
export async function runSteps(rig: RigClient, test: TestResult): Promise<Taken[]> {
  const taken: Taken[] = [];
  const marks = new Map<string, number>();
  const shown = async (key: string): Promise<number | null> => figure((await rig.state()).shows?.[key]);
  const value = async (step: Extract<MachineStep, { take: string }>, a = '', b = ''): Promise<number | null> => {
    const { from } = step;
    if (from === 'volts') return rig.probe(a, b, METER_OHMS);
    if (from === 'ohms') return rig.ohms(a, b);
    const now = await shown('shows' in from ? from.shows : from.risen);
    if ('shows' in from || now === null) return now;
    const was = marks.get(from.risen);
    return was === undefined ? null : now - was;
  };
  for (const step of test.machine ?? []) {
    if ('act' in step) await rig.act(step.act);
    else if ('supply' in step) await rig.supply(step.supply);
    else if ('wait' in step) await rig.advance(step.wait);
    else if ('mark' in step) {
      const now = await shown(step.mark);
      if (now !== null) marks.set(step.mark, now);
    } else {
      const measure = test.measures.find((m) => m.id === step.take);
      if (!measure) continue;
      const read = await value(step, measure.a, measure.b);
      const told = step.words === undefined ? undefined : (await rig.state()).shows?.[step.words];
      if (read !== null)
        taken.push({
          measure,
          value: Math.round(read * 1e5) / 1e5,
          ...(typeof told === 'string' && read < 0.5 ? { words: told } : {}),
        });
    }
  }
  return taken;
}
