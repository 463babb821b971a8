'use client';

/** The floor cut through: room, covering, heated layer with its cable and probe, what lies under. Each part can be touched. */
import { surfaceCelsius } from '@core/floor/model';
import { temperature } from '@core/units/units';
import type { KeyboardEvent, ReactNode } from 'react';
import { useFloor } from './use-floor';
import './section.css';

export type FloorPart = 'room' | 'covering' | 'layer' | 'probe' | 'beneath';

const WIDTH = 640;
const RUNS = 9;
const PITCH = 56;
const FIRST = 84;
/** Between the fifth and the sixth run, or on the fifth. */
const PROBE_AT = { between: FIRST + PITCH * 4.5, across: FIRST + PITCH * 4 } as const;

const LAYER_WORDS = {
  board: 'on insulation board',
  concrete: 'straight on concrete',
  screed: 'in screed, insulated',
  joists: 'between joists',
} as const;
const BENEATH_WORDS = { ground: 'ground', heated: 'heated room below', unheated: 'unheated space below' } as const;

interface Props {
  picked: FloorPart | null;
  onPick: (part: FloorPart) => void;
}

export function FloorSection({ picked, onPick }: Props): ReactNode {
  const { floor, survey, job, lit } = useFloor();
  const { warmUp } = floor;
  const hold = warmUp?.hold;
  const show = (c: number): string => temperature(c, job.units);
  const insulated = survey.build !== 'concrete';
  const thick = survey.build === 'screed' || survey.build === 'joists';
  const layerTop = 104;
  const layerHeight = survey.build === 'screed' ? 66 : 48;
  const underTop = layerTop + layerHeight;
  const underHeight = insulated ? (thick ? 34 : 16) : 0;
  const groundTop = underTop + underHeight;
  const probeX = PROBE_AT[survey.probe.place ?? 'between'];
  const cableY = layerTop + layerHeight - 16;
  const part = (id: FloorPart, name: string): object => ({
    role: 'button',
    tabIndex: 0,
    'aria-label': name,
    'aria-pressed': picked === id,
    className: `section-part${picked === id ? ' picked' : ''}${lit.has(id === 'probe' ? 'probe' : id) ? ' lit' : ''}`,
    onClick: () => onPick(id),
    onKeyDown: (e: KeyboardEvent) => {
      if (e.key === 'Enter' || e.key === ' ') {
        e.preventDefault();
        onPick(id);
      }
    },
  });
  const surface = warmUp && hold ? hold.surfaceCelsius : null;
  const now = warmUp ? surfaceCelsius(warmUp.house.model, warmUp.house.start) : null;
  return (
    <div className="section-scroll">
      <svg className="section" viewBox={`0 0 ${WIDTH} 290`} role="group" aria-label="The floor cut through">
        <defs>
          <pattern id="hatch" width="10" height="10" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="10" className="section-hatch" />
          </pattern>
        </defs>
        <g {...part('room', 'The room and what the floor is for')}>
          <rect className="air" x="1" y="1" width={WIDTH - 2} height="77" />
          <text className="section-name" x="14" y="26">
            {survey.purpose === 'sole'
              ? 'room, no other heat'
              : survey.purpose === 'damp'
                ? 'unheated room, kept dry'
                : 'room'}
          </text>
          <text className="section-figure" x={WIDTH - 14} y="26" textAnchor="end">
            {show(hold ? hold.roomCelsius : (survey.roomCelsius ?? 20))}
          </text>
        </g>
        <g {...part('covering', `Covering: ${survey.covering ?? 'not said'}`)}>
          <rect className="covering" x="1" y="78" width={WIDTH - 2} height="26" />
          {['tile', 'stone', undefined].includes(survey.covering)
            ? [128, 256, 384, 512].map((x) => <line key={x} className="section-joint" x1={x} x2={x} y1="78" y2="104" />)
            : null}
          <text className="section-name" x="14" y="97">
            {survey.covering ?? 'covering?'}
          </text>
          {surface !== null ? (
            <text className="section-figure" x={WIDTH - 14} y="97" textAnchor="end">
              surface {show(surface)}
            </text>
          ) : null}
        </g>
        <g {...part('layer', `Heated layer, ${survey.build ? LAYER_WORDS[survey.build] : 'build not said'}`)}>
          <rect className="layer" x="1" y={layerTop} width={WIDTH - 2} height={layerHeight} />
          {Array.from({ length: RUNS }, (_, i) => (
            <circle key={`run-${FIRST + i * PITCH}`} className="cable" cx={FIRST + i * PITCH} cy={cableY} r="6" />
          ))}
          <text className="section-name" x="14" y={layerTop + 22}>
            {survey.build ? LAYER_WORDS[survey.build] : 'laid how?'}
          </text>
          {insulated ? (
            <rect className="insulation" x="1" y={underTop} width={WIDTH - 2} height={underHeight} fill="url(#hatch)" />
          ) : null}
        </g>
        <g {...part('probe', `Probe, ${survey.probe.place === 'across' ? 'across the cable' : 'between two runs'}`)}>
          <rect className="section-touch" x={probeX - 40} y={cableY - 24} width="80" height="48" />
          <rect className="tube" x={probeX - 17} y={cableY - 9} width="34" height="18" rx="9" />
          <circle
            className={`bead${survey.probe.place === 'across' ? ' wrong' : ''}`}
            cx={probeX}
            cy={cableY}
            r="5.5"
          />
          <text className="section-figure" x={WIDTH - 14} y={layerTop + 22} textAnchor="end">
            {warmUp ? `probe ${show(warmUp.house.start[3] ?? 20)} now, ${show(warmUp.target.celsius)} wanted` : 'probe'}
          </text>
        </g>
        <g {...part('beneath', `Beneath: ${survey.beneath ? BENEATH_WORDS[survey.beneath] : 'not said'}`)}>
          <rect
            className={`beneath ${survey.beneath ?? 'ground'}`}
            x="1"
            y={groundTop}
            width={WIDTH - 2}
            height={289 - groundTop}
          />
          <text className="section-name" x="14" y="276">
            {survey.beneath ? BENEATH_WORDS[survey.beneath] : 'what lies below?'}
          </text>
          {hold ? (
            <text className="section-figure" x={WIDTH - 14} y="276" textAnchor="end">
              {show(hold.beneathCelsius)}
            </text>
          ) : null}
        </g>
        {hold && now !== null ? (
          <g className="section-heat">
            <path d={`M 320 70 v -26 m -9 9 l 9 -9 l 9 9`} />
            <text x="338" y="62">
              {Math.round(hold.up)} W up
            </text>
            <path d={`M 320 ${groundTop + 14} v 26 m -9 -9 l 9 9 l 9 -9`} />
            <text x="338" y={groundTop + 36}>
              {Math.round(hold.down)} W down
            </text>
          </g>
        ) : null}
      </svg>
    </div>
  );
}
