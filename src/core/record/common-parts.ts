/** What every family on mains prints alike: its terminals and its settings card. */
import type { Coverage } from '../evidence/coverage';
import type { CardRow } from '../settings/card';
import type { PaperPart } from './paper-part';

/** @returns nothing where no terminal is planned */
export function terminalsPart(
  terminals: readonly { terminal: string; says: string; found: string | null }[],
): PaperPart[] {
  if (terminals.length === 0) return [];
  return [
    {
      kind: 'table',
      heading: 'Terminals',
      columns: [
        { head: 'Terminal', width: 16, mono: true },
        { head: 'Is for', width: 42 },
        { head: 'Has on it', width: 42 },
      ],
      rows: terminals.map((t) => [t.terminal, t.says, t.found ?? 'not looked at']),
    },
  ];
}

/** What the proof as written cannot show. @returns nothing where the family cannot tell, or there is nothing to say */
export function coverageParts(coverage: Coverage | null): PaperPart[] {
  if (!coverage) return [];
  const unseen = [...coverage.missed, ...coverage.doubtful];
  return [
    {
      kind: 'lines',
      heading: 'What these tests cannot show',
      lines: [
        {
          text: `Of ${coverage.of} single faults tried on this wiring ${coverage.reveals} would have been shown wrong.`,
        },
        ...unseen.map((m) => ({ text: `${m.name}: ${m.look}` })),
        { text: 'Of two faults at once, and of what is not in the circuit, nothing is said.' },
      ],
    },
  ];
}

/** @returns nothing where there is no card yet */
export function settingsPart(card: readonly CardRow[], entered: Readonly<Record<string, boolean>>): PaperPart[] {
  if (card.length === 0) return [];
  return [
    {
      kind: 'table',
      heading: 'Settings',
      columns: [
        { head: 'Where', width: 32, mono: true },
        { head: 'Entered', width: 20, mono: true },
        { head: 'Why', width: 48 },
      ],
      rows: card.map((r) => [r.where, `${r.enter}${entered[r.key] ? '' : ' (not ticked)'}`, r.why]),
    },
  ];
}
