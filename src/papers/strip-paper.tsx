/** The terminal plan drawn on paper: wall screws left, board screws right, each conductor in its colour with its name. */
import type { WiringPlan } from '@core/lowvoltage/plan';
import { insulation } from '@core/survey/colours.data';
import { Circle, G, Line, Rect, Svg, Text as SvgText, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';

const ROW = 26;
const WIDTH = 500;
const LEFT = 120;
const RIGHT = 380;

/** Points it takes, notes on links included. */
export const stripHeight = (wiring: Pick<WiringPlan, 'rows' | 'boardLinks'>): number =>
  30 + wiring.rows.length * ROW + 8 + wiring.boardLinks.length * 14;

export function StripPaper({
  wiring,
  device,
}: {
  wiring: Pick<WiringPlan, 'rows' | 'boardLinks'>;
  device: string;
}): ReactNode {
  const { rows } = wiring;
  const height = 30 + rows.length * ROW + 8;
  const word = (x: number, y: number, text: string, anchor: 'start' | 'middle' | 'end', size = 10): ReactNode => (
    <SvgText x={x} y={y} textAnchor={anchor} style={{ fontSize: size, fontFamily: 'Hyperlegible' }}>
      {text}
    </SvgText>
  );
  const fill = (colour: string): string => insulation(colour.split('/')[0] ?? '')?.fill ?? '#9a9a9a';
  return (
    <View wrap={false} style={{ marginVertical: 6 }}>
      <Svg width={WIDTH} height={height} viewBox={`0 0 ${WIDTH} ${height}`}>
        <Rect x={40} y={18} width={100} height={height - 22} rx={6} fill="#ffffff" stroke="#1b2125" />
        <Rect x={360} y={18} width={100} height={height - 22} rx={6} fill="#ffffff" stroke="#1b2125" />
        {word(90, 13, `${device.slice(0, 26)}, wall`, 'middle', 9)}
        {word(410, 13, 'board', 'middle', 9)}
        {rows.map((r, i) => {
          const y = 34 + i * ROW;
          const both = r.newWall !== null || r.joined === true;
          return (
            <G key={r.conductor}>
              {word(60, y + 4, r.newWall ?? (r.joined ? 'joined' : 'capped'), 'start', 11)}
              {word(440, y + 4, r.newBoard ?? 'capped', 'end', 11)}
              <Line x1={LEFT} y1={y} x2={RIGHT} y2={y} stroke="#1b2125" strokeWidth={both ? 5 : 2.5} />
              <Line x1={LEFT} y1={y} x2={RIGHT} y2={y} stroke={fill(r.colour)} strokeWidth={both ? 3.4 : 1.4} />
              {r.newWall ? <Circle cx={LEFT} cy={y} r={6} fill="#c9cdce" stroke="#1b2125" /> : null}
              {r.newBoard ? <Circle cx={RIGHT} cy={y} r={6} fill="#c9cdce" stroke="#1b2125" /> : null}
              <Rect x={206} y={y - 8} width={88} height={16} rx={8} fill="#ffffff" stroke="#cfc9ba" />
              {word(250, y + 3.5, r.colour.slice(0, 18), 'middle', 9)}
            </G>
          );
        })}
      </Svg>
      {wiring.boardLinks.map(([a, b]) => (
        <SvgNote key={`${a}-${b}`} text={`At the board ${a} and ${b} are joined.`} />
      ))}
    </View>
  );
}

function SvgNote({ text }: { text: string }): ReactNode {
  return (
    <Svg width={WIDTH} height={14} viewBox={`0 0 ${WIDTH} 14`}>
      <SvgText x={40} y={10} style={{ fontSize: 9, fontFamily: 'Hyperlegible' }}>
        {text}
      </SvgText>
    </Svg>
  );
}
