/** Where parts, terminals and cores of the wiring centre stand: one geometry for screen and paper. */
import type { PartInfo } from './parts';
import type { Net } from './wiring';

export const CENTRE = { row: 25, head: 26, gap: 12, width: 760, box: 176, strip: { x: 346, width: 68 } } as const;
/** For a phone: the strip stands left, every part right of it, one under the other. */
const UPRIGHT = { row: 30, head: 28, gap: 10, width: 350, box: 178, strip: { x: 6, width: 52 } } as const;

/** Parts that stand left of the strip; the others stand right. */
const LEFT = /^(SUPPLY|RX\d*|HEAD\d*|ROOM|TIMER)$/;

export interface PlacedPart {
  part: PartInfo;
  x: number;
  y: number;
  height: number;
  left: boolean;
  terminals: { label: string; point: string; x: number; y: number }[];
}

export interface CentreLayout {
  width: number;
  box: number;
  row: number;
  strip: { x: number; width: number };
  height: number;
  parts: PlacedPart[];
  /** Centre line of each net's terminal on the strip. */
  netY: number[];
  cores: { net: number; point: string; from: { x: number; y: number }; to: { x: number; y: number } }[];
}

/**
 * @param all every terminal, not only the joined ones
 * @param upright the form for a phone
 */
export function centreLayout(
  parts: readonly PartInfo[],
  nets: readonly Net[],
  all: boolean,
  upright = false,
): CentreLayout {
  const form = upright ? UPRIGHT : CENTRE;
  const used = new Set(nets.flatMap((n) => n.points));
  const bottom = { left: 8, right: 8 };
  const placed: PlacedPart[] = [];
  for (const part of parts) {
    const labels = part.terminals.filter((t) => all || used.has(`${part.id}.${t}`));
    if (labels.length === 0) continue;
    const left = !upright && LEFT.test(part.id);
    const side = left ? 'left' : 'right';
    const x = left ? 6 : form.width - form.box - 6;
    const y = bottom[side];
    const height = form.head + labels.length * form.row;
    placed.push({
      part,
      x,
      y,
      height,
      left,
      terminals: labels.map((label, k) => ({
        label,
        point: `${part.id}.${label}`,
        x: left ? x + form.box : x,
        y: y + form.head + k * form.row + form.row / 2,
      })),
    });
    bottom[side] += height + form.gap;
  }
  const height = Math.max(bottom.left, bottom.right, nets.length * 34 + 28);
  const netY = nets.map((_, i) => 8 + ((height - 16) / Math.max(1, nets.length)) * (i + 0.5));
  const at = new Map(placed.flatMap((p) => p.terminals.map((t) => [t.point, t] as const)));
  const cores = nets.flatMap((net, i) =>
    net.points.flatMap((point) => {
      const from = at.get(point);
      if (!from) return [];
      const x = !upright && from.x < form.width / 2 ? form.strip.x : form.strip.x + form.strip.width;
      return [{ net: i, point, from: { x: from.x, y: from.y }, to: { x, y: netY[i] ?? 0 } }];
    }),
  );
  return { width: form.width, box: form.box, row: form.row, strip: form.strip, height, parts: placed, netY, cores };
}

/** A core's path: level out of its terminal, level into the strip. */
export const corePath = ({ from, to }: CentreLayout['cores'][number]): string => {
  const mid = (from.x + to.x) / 2;
  return `M ${from.x} ${from.y} C ${mid} ${from.y} ${mid} ${to.y} ${to.x} ${to.y}`;
};
