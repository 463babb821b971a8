/** Where parts, terminals and cores of the wiring centre stand: one geometry for screen and paper. */
import type { PartInfo } from './parts';
import type { Net } from './wiring';

export const CENTRE = { row: 25, head: 26, gap: 12, width: 760, box: 176, strip: { x: 346, width: 68 } } as const;

/** Parts that stand left of the strip; the others stand right. */
const LEFT: readonly string[] = ['SUPPLY', 'RX', 'ROOM'];

export interface PlacedPart {
  part: PartInfo;
  x: number;
  y: number;
  height: number;
  left: boolean;
  terminals: { label: string; point: string; x: number; y: number }[];
}

export interface CentreLayout {
  height: number;
  parts: PlacedPart[];
  /** Centre line of each net's terminal on the strip. */
  netY: number[];
  cores: { net: number; point: string; from: { x: number; y: number }; to: { x: number; y: number } }[];
}

/** @param all every terminal, not only the joined ones */
export function centreLayout(parts: readonly PartInfo[], nets: readonly Net[], all: boolean): CentreLayout {
  const used = new Set(nets.flatMap((n) => n.points));
  const bottom = { left: 8, right: 8 };
  const placed: PlacedPart[] = [];
  for (const part of parts) {
    const labels = part.terminals.filter((t) => all || used.has(`${part.id}.${t}`));
    if (labels.length === 0) continue;
    const left = LEFT.includes(part.id);
    const side = left ? 'left' : 'right';
    const x = left ? 6 : CENTRE.width - CENTRE.box - 6;
    const y = bottom[side];
    const height = CENTRE.head + labels.length * CENTRE.row;
    placed.push({
      part,
      x,
      y,
      height,
      left,
      terminals: labels.map((label, k) => ({
        label,
        point: `${part.id}.${label}`,
        x: left ? x + CENTRE.box : x,
        y: y + CENTRE.head + k * CENTRE.row + CENTRE.row / 2,
      })),
    });
    bottom[side] += height + CENTRE.gap;
  }
  const height = Math.max(bottom.left, bottom.right, nets.length * 34 + 28);
  const netY = nets.map((_, i) => 8 + ((height - 16) / Math.max(1, nets.length)) * (i + 0.5));
  const at = new Map(placed.flatMap((p) => p.terminals.map((t) => [t.point, t] as const)));
  const cores = nets.flatMap((net, i) =>
    net.points.flatMap((point) => {
      const from = at.get(point);
      if (!from) return [];
      const x = from.x < CENTRE.width / 2 ? CENTRE.strip.x : CENTRE.strip.x + CENTRE.strip.width;
      return [{ net: i, point, from: { x: from.x, y: from.y }, to: { x, y: netY[i] ?? 0 } }];
    }),
  );
  return { height, parts: placed, netY, cores };
}

/** A core's path: level out of its terminal, level into the strip. */
export const corePath = ({ from, to }: CentreLayout['cores'][number]): string => {
  const mid = (from.x + to.x) / 2;
  return `M ${from.x} ${from.y} C ${mid} ${from.y} ${mid} ${to.y} ${to.x} ${to.y}`;
};
