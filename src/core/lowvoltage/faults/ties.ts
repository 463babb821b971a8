/** Two supplies that should not meet, and do: a link left in, a lead on the other's screw, commons joined. */
import { islandsOf } from '../apart';
import type { Installed } from '../installed';
import { type Fault, withPart } from './fault';

const TIE_OHMS = 0.05;

/** Every single tie between supplies that stand apart in this circuit. */
export function tieFaults(installed: Installed): Fault[] {
  const islands = islandsOf(installed);
  return islands.flatMap((p, i) =>
    islands.slice(i + 1).flatMap((q): Fault[] => {
      const tie = (id: string, name: string, prior: number, a: string, b: string): Fault => ({
        id: `tied-${id}`,
        name,
        look: `Supplies off: ohms between ${p.words} and ${q.words}; open where they stand apart.`,
        fix: 'Every supply off. Take the link or the lead out, read ohms again before power.',
        prior,
        about: [p, q].flatMap(({ screw }) => (screw === null ? [] : [`wall.${screw}`])),
        apply: (x) =>
          withPart(x, { kind: 'joint', id: `tie:${a}:${b}`, name: 'link between supplies', a, b, ohms: TIE_OHMS }),
      });
      return [
        q.bare
          ? tie(`${p.hot}-${q.common}`, `a lead of ${q.name} on ${p.hotLetter}`, 1, p.hot, q.common)
          : tie(
              `${p.hot}-${q.hot}`,
              `${p.hotLetter} and ${q.hotLetter} joined (link left in, or set as joined)`,
              3,
              p.hot,
              q.hot,
            ),
        tie(
          `${p.common}-${q.common}`,
          q.bare ? `a lead of ${q.name} on ${p.commonLetter}` : `commons of ${p.name} and ${q.name} joined`,
          1,
          p.common,
          q.common,
        ),
      ];
    }),
  );
}
