'use client';

/** The floor cut through: room, covering, heated layer with its cable and probe, what lies under. Each part can be touched. */
import type { FloorPart } from '@core/floor/form';
import { surfaceCelsius } from '@core/floor/model';
import { temperature } from '@core/units/units';
import type { KeyboardEvent, ReactNode } from 'react';
import { useNarrow } from '../../ui/use-narrow';
import { useFloor } from './use-floor';
import './section.css';

const HEIGHT = 300;
const PITCH = 56;
/** As wide as the bench, or as a phone: runs of cable, and the two between which the probe lies. */
const WIDE = { width: 640, runs: 9, first: 84, probeAfter: 4 } as const;
const NARROW = { width: 336, runs: 5, first: 56, probeAfter: 1 } as const;

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
  const narrow = useNarrow();
  const { width: WIDTH, runs: RUNS, first: FIRST, probeAfter } = narrow ? NARROW : WIDE;
  const show = (c: number): string => temperature(c, job.units);
  const insulated = survey.build !== 'concrete';
  const thick = survey.build === 'screed' || survey.build === 'joists';
  const layerTop = 104;
  const layerHeight = survey.build === 'screed' ? 78 : 64;
  const underTop = layerTop + layerHeight;
  const underHeight = insulated ? (thick ? 34 : 16) : 0;
  const groundTop = underTop + underHeight;
  const probeX = FIRST + PITCH * (probeAfter + (survey.probe.place === 'across' ? 0 : 0.5));
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
      <svg className="section" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="group" aria-label="The floor cut through">
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
            ? (narrow ? [112] : [128, 256, 384]).map((x) => (
                <line key={x} className="section-joint" x1={x} x2={x} y1="78" y2="104" />
              ))
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
          {/* The probe and the line that tells of it are one target. */}
          <rect
            className="section-touch"
            x={probeX - 26}
            y={layerTop + 3}
            width={WIDTH - probeX + 22}
            height={layerHeight - 6}
            rx="9"
          />
          <rect className="tube" x={probeX - 17} y={cableY - 9} width="34" height="18" rx="9" />
          <circle
            className={`bead${survey.probe.place === 'across' ? ' wrong' : ''}`}
            cx={probeX}
            cy={cableY}
            r="5.5"
          />
          <text className="section-figure" x={WIDTH - 14} y={layerTop + 22} textAnchor="end">
            {warmUp
              ? narrow
                ? `${show(warmUp.house.start[3] ?? 20)} → ${show(warmUp.target.celsius)}`
                : `probe ${show(warmUp.house.start[3] ?? 20)} now, ${show(warmUp.target.celsius)} wanted`
              : 'probe'}
          </text>
        </g>
        <g {...part('beneath', `Beneath: ${survey.beneath ? BENEATH_WORDS[survey.beneath] : 'not said'}`)}>
          <rect
            className={`beneath ${survey.beneath ?? 'ground'}`}
            x="1"
            y={groundTop}
            width={WIDTH - 2}
            height={HEIGHT - 1 - groundTop}
          />
          <text className="section-name" x="14" y={HEIGHT - 16}>
            {survey.beneath ? BENEATH_WORDS[survey.beneath] : 'what lies below?'}
          </text>
          {hold ? (
            <text className="section-figure" x={WIDTH - 14} y={HEIGHT - 16} textAnchor="end">
              {show(hold.beneathCelsius)}
            </text>
          ) : null}
        </g>
        {hold && now !== null ? (
          <g className="section-heat">
            <path d={`M ${WIDTH / 2} 70 v -26 m -9 9 l 9 -9 l 9 9`} />
            <text x={WIDTH / 2 + 18} y="62">
              {Math.round(hold.up)} W up
            </text>
            <path d={`M ${WIDTH / 2} ${groundTop + 14} v 26 m -9 -9 l 9 9 l 9 -9`} />
            <text x={WIDTH / 2 + 18} y={groundTop + 36}>
              {Math.round(hold.down)} W down
            </text>
          </g>
        ) : null}
      </svg>
    </div>
  );
}
