/** The wiring centre on paper, as left: the same geometry as on the screen. */
import { CENTRE, centreLayout, corePath } from '@core/boiler/centre-layout';
import type { PartInfo } from '@core/boiler/parts';
import { type Net, terminalOf } from '@core/boiler/wiring';
import { Circle, G, Path, Rect, Svg, Text as SvgText, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';

export const PAPER_WIDTH = 500;
const TONE: Record<string, string> = { live: '#7a3b12', neutral: '#2f62c0', earth: '#2f8f46' };

export function WiringCentrePaper({ parts, nets }: { parts: readonly PartInfo[]; nets: readonly Net[] }): ReactNode {
  const layout = centreLayout(parts, nets, false);
  const word = (x: number, y: number, text: string, anchor: 'start' | 'middle' | 'end', size = 13): ReactNode => (
    <SvgText x={x} y={y} textAnchor={anchor} style={{ fontSize: size, fontFamily: 'Hyperlegible' }}>
      {text}
    </SvgText>
  );
  return (
    <View wrap={false} style={{ marginVertical: 6 }}>
      <Svg
        width={PAPER_WIDTH}
        height={(PAPER_WIDTH * layout.height) / CENTRE.width}
        viewBox={`0 0 ${CENTRE.width} ${layout.height}`}
      >
        <Rect
          x={CENTRE.strip.x}
          y={4}
          width={CENTRE.strip.width}
          height={layout.height - 8}
          fill="#f1eee6"
          stroke="#cfc9ba"
        />
        {layout.cores.map((c) => (
          <Path
            key={`${c.net}-${c.point}`}
            d={corePath(c)}
            fill="none"
            stroke={TONE[nets[c.net]?.name ?? ''] ?? '#555b5d'}
            strokeWidth={2}
          />
        ))}
        {layout.netY.map((y, i) => (
          <G key={nets[i]?.points[0] ?? String(y)}>
            <Circle cx={CENTRE.width / 2} cy={y} r={12} fill="#ffffff" stroke="#1b2125" />
            {word(CENTRE.width / 2, y + 5, String(nets[i] ? terminalOf(nets[i], i) : i + 1), 'middle')}
          </G>
        ))}
        {layout.parts.map((p) => (
          <G key={p.part.id}>
            <Rect x={p.x} y={p.y} width={CENTRE.box} height={p.height} fill="#ffffff" stroke="#1b2125" />
            {word(p.left ? p.x + 10 : p.x + CENTRE.box - 10, p.y + 18, p.part.name, p.left ? 'start' : 'end')}
            {p.terminals.map((t) => (
              <G key={t.point}>
                <Circle cx={t.x} cy={t.y} r={5} fill="#c9cdce" stroke="#1b2125" />
                {word(p.left ? t.x - 14 : t.x + 14, t.y + 5, t.label, p.left ? 'end' : 'start')}
              </G>
            ))}
          </G>
        ))}
      </Svg>
    </View>
  );
}
