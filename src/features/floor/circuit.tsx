'use client';

/** The circuit drawn: supply, device with its numbered terminals, contactor where there is one, mats in parallel, probe. */
import { CORE_WORDS } from '@core/floor/terminals';
import type { FloorCore } from '@core/job/floor-schema';
import { pointWords } from '@core/job/points';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { TouchPoint } from '../../ui/touch-point';
import { useFloor } from './use-floor';
import './circuit.css';

const X = { supply: 16, device: 196, contactor: 374, mats: 508 } as const;
const BOX = { supply: 116, device: 112, contactor: 92, mat: 118 } as const;
const TOP = 36;
const ROW = 42;
/** Where a mat's two cores enter its box: far enough apart for a thumb. */
const ENDS = [12, 48] as const;
const matY = (i: number): number => TOP + 4 + i * 72;

interface Props {
  picked?: readonly string[];
  onPoint?: ((point: string) => void) | undefined;
}

export function FloorCircuit({ picked = [], onPoint }: Props): ReactNode {
  const { floor, lit, job } = useFloor();
  const { sheet, load, contactor, probe } = floor;
  if (!sheet || !load) return null;
  const terminals = Object.entries(sheet.terminals);
  const yOf = (core: FloorCore): number => TOP + (terminals.findIndex(([, c]) => c === core) + 0.5) * ROW;
  const from = contactor ? X.contactor + BOX.contactor : X.device + BOX.device;
  const h1 = yOf('heater-1');
  const h2 = yOf('heater-2');
  const probeY = yOf('probe-1');
  // The bead lies below the last mat, however many there are.
  const beadY = Math.max(probeY, matY(load.mats.length) + 12);
  const height = Math.max(TOP + terminals.length * ROW, beadY + 12) + 16;
  /** Where a probe can be put: a point of the meter. */
  const tap = (point: string, x: number, y: number, r = 7): ReactNode => (
    <TouchPoint
      className={`circuit-tap${picked.includes(point) ? ' picked' : ''}${lit.has(`point:${point}`) ? ' lit' : ''}`}
      label={pointWords(job, point)}
      pressed={picked.includes(point)}
      onTouch={onPoint ? () => onPoint(point) : undefined}
    >
      <circle className="circuit-touch" cx={x} cy={y} r={17} />
      <circle className="circuit-screw" cx={x} cy={y} r={r} />
    </TouchPoint>
  );
  return (
    <div className="circuit-scroll">
      <svg
        className="floor-circuit"
        viewBox={`0 0 640 ${height}`}
        role={onPoint ? 'group' : 'img'}
        aria-label={`Supply ${fixed(load.supplyVolts, 0)} V to ${sheet.name}; ${contactor ? 'a contactor switches' : 'its relay switches'} ${load.mats.length} ${load.mats.length === 1 ? 'mat' : 'mats in parallel'}, ${fixed(load.amps, 1)} A; the probe apart from mains`}
      >
        <g className={`circuit-box${lit.has('supply') ? ' lit' : ''}`}>
          <rect x={X.supply} y={Math.min(yOf('L'), yOf('N')) - 26} width={BOX.supply} height={2 * ROW + 10} rx={9} />
          <text x={X.supply + 10} y={yOf('L') + 5}>
            supply
          </text>
          <text className="mono" x={X.supply + 10} y={yOf('N') + 5}>
            {fixed(load.supplyVolts, 0)} V
          </text>
        </g>
        {(['L', 'N'] as const).map((c) => (
          <path key={c} className={`circuit-core ${c}`} d={`M ${X.supply + BOX.supply} ${yOf(c)} H ${X.device}`} />
        ))}
        {tap('supply.L', X.supply + BOX.supply, yOf('L'))}
        {tap('supply.N', X.supply + BOX.supply, yOf('N'))}
        {contactor ? (
          // Its contacts are fed from the supply itself, both poles.
          <>
            <path
              className="circuit-core L"
              d={`M ${X.supply + 48} ${Math.min(yOf('L'), yOf('N')) - 26} V 6 H ${X.contactor + 58} V ${Math.min(h1, h2) - 24}`}
            />
            <path
              className="circuit-core N"
              d={`M ${X.supply + 66} ${Math.min(yOf('L'), yOf('N')) - 26} V 15 H ${X.contactor + 34} V ${Math.min(h1, h2) - 24}`}
            />
          </>
        ) : null}
        <g className={`circuit-box${lit.has('relay') || lit.has('device') ? ' lit' : ''}`}>
          <rect x={X.device} y={TOP - 12} width={BOX.device} height={terminals.length * ROW + 20} rx={11} />
          {terminals.map(([t, c], i) => (
            <g key={t} className={lit.has(`terminal:${t}`) ? 'lit' : ''}>
              {tap(`terminal.${t}`, X.device + 20, TOP + (i + 0.5) * ROW, 10)}
              <text className="mono circuit-number" x={X.device + 20} y={TOP + (i + 0.5) * ROW + 5} textAnchor="middle">
                {t}
              </text>
              <text x={X.device + 40} y={TOP + (i + 0.5) * ROW + 5}>
                {c === 'L' || c === 'N' ? c : c.startsWith('heater') ? 'heater' : 'probe'}
              </text>
            </g>
          ))}
        </g>
        {contactor ? (
          <>
            <path className="circuit-core L" d={`M ${X.device + BOX.device} ${h1} H ${X.contactor}`} />
            <path className="circuit-core N" d={`M ${X.device + BOX.device} ${h2} H ${X.contactor}`} />
            <g className="circuit-box">
              <rect x={X.contactor} y={Math.min(h1, h2) - 24} width={BOX.contactor} height={2 * ROW + 6} rx={9} />
              <text x={X.contactor + 10} y={h1 + 5}>
                contactor
              </text>
              <text className="mono" x={X.contactor + 10} y={h2 + 5}>
                {fixed(load.amps, 1)} A
              </text>
            </g>
          </>
        ) : null}
        {load.mats.map((m, i) => (
          <g key={m.id} className={`circuit-box mat-box${lit.has(`mat:${m.id}`) || lit.has('mats') ? ' lit' : ''}`}>
            <path className="circuit-core L" d={`M ${from} ${h1} H ${from + 14} V ${matY(i) + ENDS[0]} H ${X.mats}`} />
            <path className="circuit-core N" d={`M ${from} ${h2} H ${from + 22} V ${matY(i) + ENDS[1]} H ${X.mats}`} />
            <rect x={X.mats} y={matY(i)} width={BOX.mat} height={60} rx={9} />
            <text x={X.mats + 22} y={matY(i) + 25}>
              {m.name}
            </text>
            <text className="mono" x={X.mats + 22} y={matY(i) + 44}>
              {fixed(m.watts, 0)} W
            </text>
            {tap(`mat.${m.id}.1`, X.mats, matY(i) + ENDS[0])}
            {tap(`mat.${m.id}.2`, X.mats, matY(i) + ENDS[1])}
          </g>
        ))}
        <path
          className="circuit-core probe"
          d={`M ${X.device + BOX.device} ${probeY} H ${X.mats - 44} V ${beadY - 4} H ${X.mats - 22}`}
        />
        <path
          className="circuit-core probe"
          d={`M ${X.device + BOX.device} ${yOf('probe-2')} H ${X.mats - 54} V ${beadY + 5} H ${X.mats - 22}`}
        />
        <g className={lit.has('probe') ? 'lit' : ''}>
          <circle className="bead" cx={X.mats - 14} cy={beadY} r={9} />
          <text x={X.mats + 4} y={beadY + 5}>
            {probe.type ? `${probe.type.replace('k', ' kΩ')}` : 'probe'}
          </text>
        </g>
        <title>{terminals.map(([t, c]) => `${t}: ${CORE_WORDS[c]}`).join(', ')}</title>
      </svg>
    </div>
  );
}
