/** A device's plate as it is drawn: rows of screws, what joins them, switches in its case. From any family's sheet. */
import { type BaseSheet, rowLabels, terminalLabels } from './sheet';

export interface DrawnScrew {
  label: string;
  /** What it is for, in the sheet's own word. */
  use: string;
}

export interface DrawnSwitch {
  name: string;
  label: string;
  setting: string;
  positions: readonly string[];
}

export interface DrawnPlate {
  rows: readonly (readonly DrawnScrew[])[];
  /** A row is a column. */
  upright: boolean;
  /** wire: taken off or fitted; link: cut for good; internal: joined by the device itself. */
  join: { kind: 'internal' | 'wire' | 'link'; between: readonly string[] } | null;
  switches: readonly DrawnSwitch[];
}

interface Terminals {
  terminals?: readonly { label: string; role: string }[] | Readonly<Record<string, string>>;
  jumper?: { kind: string; between: readonly string[] };
}

const isJoin = (kind: string): kind is 'internal' | 'wire' | 'link' =>
  kind === 'internal' || kind === 'wire' || kind === 'link';

/** The plate of a sheet; null where it says nothing of terminals or switches. Labels its rows forget stand in a last row. */
export function plateOf(sheet: BaseSheet & Terminals): DrawnPlate | null {
  const labels = terminalLabels(sheet.terminals);
  const forWhat = (label: string): string =>
    Array.isArray(sheet.terminals)
      ? ((sheet.terminals as readonly { label: string; role: string }[]).find((t) => t.label === label)?.role ?? '')
      : ((sheet.terminals as Readonly<Record<string, string>> | undefined)?.[label] ?? '');
  const said = (sheet.plate?.rows ?? []).map((row) => rowLabels(row).filter((l) => labels.includes(l)));
  const left = labels.filter((l) => !said.some((row) => row.includes(l)));
  const rows = [...said, left]
    .filter((row) => row.length > 0)
    .map((row) => row.map((label) => ({ label, use: forWhat(label) })));
  const switches = sheet.settings.flatMap((s): DrawnSwitch[] =>
    'switch' in s.at
      ? [{ name: s.at.switch, label: s.label, setting: s.setting, positions: Object.values(s.values ?? {}) }]
      : [],
  );
  if (rows.length === 0 && switches.length === 0) return null;
  const { jumper } = sheet;
  return {
    rows,
    upright: sheet.plate?.upright === true,
    join:
      jumper && isJoin(jumper.kind) && jumper.between.length > 1
        ? { kind: jumper.kind, between: jumper.between }
        : null,
    switches,
  };
}
