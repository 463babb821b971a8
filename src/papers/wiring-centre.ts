/** The wiring centre on paper, as left: the same geometry as on the screen. */
import { CENTRE, centreLayout, corePath } from '@core/boiler/centre-layout';
import type { PartInfo } from '@core/boiler/parts';
import { type Net, terminalOf } from '@core/boiler/wiring';
import type { Block, Doc } from './pages';
import { say } from './print';
import { HAIR, INK, SOFT } from './type';

const WIDTH = 500;
const TONE: Readonly<Record<string, string>> = { live: '#7a3b12', neutral: '#2f62c0', earth: '#2f8f46' };
const LETTERS = { face: 'plain', size: 13 } as const;

function draw(doc: Doc, layout: ReturnType<typeof centreLayout>, nets: readonly Net[]): void {
  doc
    .lineWidth(1)
    .rect(CENTRE.strip.x, 4, CENTRE.strip.width, layout.height - 8)
    .fillAndStroke('#f1eee6', HAIR);
  for (const c of layout.cores)
    doc
      .path(corePath(c))
      .lineWidth(2)
      .stroke(TONE[nets[c.net]?.name ?? ''] ?? SOFT);
  doc.lineWidth(1);
  layout.netY.forEach((y, i) => {
    const net = nets[i];
    doc.circle(CENTRE.width / 2, y, 12).fillAndStroke('#ffffff', INK);
    say(doc, String(net ? terminalOf(net, i) : i + 1), CENTRE.width / 2, y + 5, LETTERS, 'middle');
  });
  for (const p of layout.parts) {
    doc.rect(p.x, p.y, CENTRE.box, p.height).fillAndStroke('#ffffff', INK);
    say(doc, p.part.name, p.left ? p.x + 10 : p.x + CENTRE.box - 10, p.y + 18, LETTERS, p.left ? 'start' : 'end');
    for (const t of p.terminals) {
      doc.circle(t.x, t.y, 5).fillAndStroke('#c9cdce', INK);
      say(doc, t.label, p.left ? t.x - 14 : t.x + 14, t.y + 5, LETTERS, p.left ? 'end' : 'start');
    }
  }
}

export function centreBlock(parts: readonly PartInfo[], nets: readonly Net[]): Block {
  const layout = centreLayout(parts, nets, false);
  return {
    kind: 'drawing',
    heading: 'Wiring centre',
    height: (WIDTH * layout.height) / CENTRE.width,
    alt: nets.map((n, i) => `Terminal ${terminalOf(n, i)}, ${n.name}: ${n.points.join(', ')}`).join('. '),
    draw: (doc, x, y) => {
      doc.save();
      doc.translate(x, y).scale(WIDTH / CENTRE.width);
      draw(doc, layout, nets);
      doc.restore();
    },
  };
}
