'use client';

/**
 * The wall box drawn: supply cable, device, load cable and heaters, with the volts, watts and ohms that were read or
 * counted. Every core can be touched as a point of the meter.
 */
import type { Point } from '@core/circuit/point';
import { coresOf } from '@core/heater/circuit';
import { cableName } from '@core/heater/roles';
import { pointWords } from '@core/job/points';
import { fixed, ohms } from '@core/units/units';
import type { ReactNode } from 'react';
import { TouchPoint } from '../../ui/touch-point';
import { useNarrow } from '../../ui/use-narrow';
import { useHeater } from './use-heater';
import './heater.css';

interface Props {
  picked?: readonly string[];
  onPoint?: ((point: string) => void) | undefined;
}

const ROLE_WORDS: Record<string, string> = {
  supply: 'supply',
  load: 'to the heaters',
  loop: 'switch loop',
  onward: 'onward',
  open: 'dead, open',
  stray: 'stray volts',
  unknown: 'not read',
};
/** Columns: cables, device, heaters; one below the other on a phone. */
const WIDE = { width: 866, cable: 24, device: 316, heaters: 640, box: 210 } as const;
const SLIM = { width: 360, cable: 14, device: 14, heaters: 14, box: 330 } as const;
const ROW = 92;

export function HeaterDrawing({ picked = [], onPoint }: Props): ReactNode {
  const { heater, job, lit } = useHeater();
  const narrow = useNarrow();
  const at = narrow ? SLIM : WIDE;
  const { wall, load, sheet, terminals, contactor } = heater;
  const cables = wall.cables;
  const units = Object.entries(job.survey.heaters);
  const cablesHigh = Math.max(1, cables.length) * ROW + 12;
  const deviceHigh = Math.max(2, terminals.length) * 34 + 54;
  const deviceWide = narrow ? at.box : 256;
  const deviceTop = narrow ? cablesHigh + 8 : 8;
  const heatersTop = narrow ? deviceTop + deviceHigh + 14 : 8;
  const heatersHigh = Math.max(1, units.length) * ROW + 12;
  const height = narrow ? heatersTop + heatersHigh : Math.max(cablesHigh, deviceHigh + 16, heatersHigh) + 8;
  const tap = (point: string, x: number, y: number): ReactNode => (
    <TouchPoint
      className={`heater-tap${picked.includes(point) ? ' picked' : ''}${lit.has(`point:${point}`) ? ' lit' : ''}`}
      label={pointWords(job, point)}
      pressed={picked.includes(point)}
      onTouch={onPoint ? () => onPoint(point) : undefined}
    >
      <circle className="heater-reach" cx={x} cy={y} r={20} />
      <circle className="heater-end" cx={x} cy={y} r={9} />
    </TouchPoint>
  );
  const cores = coresOf(wall);
  const carries = (point: Point): string =>
    cores?.supply.includes(point) ? 'hot' : cores?.load.includes(point) ? 'load' : '';
  const deviceMiddle = deviceTop + deviceHigh / 2;
  return (
    <svg
      className="heater-drawing"
      viewBox={`0 0 ${at.width} ${height}`}
      role={onPoint ? 'group' : 'img'}
      aria-label={heater.sentence}
    >
      {narrow
        ? null
        : cables.map((c, i) => {
            const y = 8 + i * ROW + 42;
            const to = (n: number): number => {
              const row = terminals.findIndex((t) => t.core === `${c.id}.${n + 1}`);
              return row < 0 ? deviceTop + deviceHigh - 14 : deviceTop + 53 + row * 34;
            };
            return [0, 1].map((n) => (
              <path
                key={`${c.id}-${n}`}
                className={`heater-core ${carries(`cable.${c.id}.${n + 1}`)}`}
                d={`M ${at.cable + at.box} ${y - 14 + n * 30} C ${at.cable + at.box + 50} ${y - 14 + n * 30} ${at.device - 50} ${to(n)} ${at.device} ${to(n)}`}
              />
            ));
          })}
      {narrow || !load
        ? null
        : units.map(([id], i) => {
            const y = heatersTop + i * ROW + 42;
            return [0, 1].map((n) => (
              <path
                key={`${id}-${n}`}
                className="heater-core load"
                d={`M ${at.device + deviceWide} ${deviceMiddle - 4 + n * 12} C ${at.device + deviceWide + 36} ${deviceMiddle - 4 + n * 12} ${at.heaters - 36} ${y - 14 + n * 30} ${at.heaters} ${y - 14 + n * 30}`}
              />
            ));
          })}
      {cables.length === 0 ? (
        <g className="heater-box empty">
          <rect x={at.cable} y={8} width={at.box} height={76} rx={10} />
          <text x={at.cable + 14} y={52}>
            no cable surveyed yet
          </text>
        </g>
      ) : null}
      {cables.map((c, i) => {
        const y = 8 + i * ROW;
        const read = job.survey.cables[c.id];
        return (
          <g
            key={c.id}
            className={`heater-box ${c.role}${lit.has(`cables:${c.id}`) || lit.has('cables') ? ' lit' : ''}`}
          >
            <rect x={at.cable} y={y} width={at.box} height={ROW - 12} rx={10} />
            <text className="heater-name" x={at.cable + 14} y={y + 24}>
              {cableName(job.survey, c.id)}
            </text>
            <text x={at.cable + 14} y={y + 45}>
              {ROLE_WORDS[c.role]}
            </text>
            <text className="mono" x={at.cable + 14} y={y + 67}>
              {[
                read?.liveVolts === undefined ? '' : `${fixed(read.liveVolts, 0)} V`,
                read?.ohms === undefined ? '' : read.ohms >= 1e6 ? 'open' : ohms(read.ohms),
              ]
                .filter(Boolean)
                .join(' · ') || 'V?  Ω?'}
            </text>
            {tap(`cable.${c.id}.1`, at.cable + at.box - (narrow ? 22 : 0), y + 26)}
            {tap(`cable.${c.id}.2`, at.cable + at.box - (narrow ? 22 : 0), y + 56)}
          </g>
        );
      })}
      <g className={`heater-box device${lit.has('device') ? ' lit' : ''}`}>
        <rect x={at.device} y={deviceTop} width={deviceWide} height={deviceHigh} rx={14} />
        <text className="heater-name" x={at.device + 14} y={deviceTop + 26}>
          {sheet?.name ?? 'no device chosen'}
        </text>
        {terminals.map((t, i) => (
          <g key={t.terminal} className={lit.has(`terminal:${t.terminal}`) ? 'lit' : ''}>
            <rect
              className={`heater-terminal${t.good === false ? ' wrong' : ''}`}
              x={at.device + 12}
              y={deviceTop + 40 + i * 34}
              width={38}
              height={26}
              rx={5}
            />
            <text className="mono" x={at.device + 31} y={deviceTop + 58 + i * 34} textAnchor="middle">
              {t.terminal}
            </text>
            <text x={at.device + 60} y={deviceTop + 58 + i * 34}>
              {t.says}
            </text>
          </g>
        ))}
        {terminals.length === 0 ? (
          <text x={at.device + 14} y={deviceTop + 60}>
            {sheet ? 'no plan on this wall' : ''}
          </text>
        ) : null}
        {contactor ? (
          <text x={at.device + 14} y={deviceTop + deviceHigh - 10}>
            through a contactor
          </text>
        ) : null}
      </g>
      {units.length === 0 ? (
        <g className="heater-box empty">
          <rect x={at.heaters} y={heatersTop} width={at.box} height={76} rx={10} />
          <text x={at.heaters + 14} y={heatersTop + 44}>
            no heater surveyed yet
          </text>
        </g>
      ) : null}
      {units.map(([id, h], i) => {
        const y = heatersTop + i * ROW;
        const u = load?.units.find((x) => x.id === id);
        return (
          <g key={id} className={`heater-box unit${lit.has(`heaters:${id}`) || lit.has('heaters') ? ' lit' : ''}`}>
            <rect x={at.heaters} y={y} width={at.box} height={ROW - 12} rx={10} />
            <Fins x={at.heaters + at.box - 74} y={y + 14} share={u?.share ?? 0} />
            <text className="heater-name" x={at.heaters + 26} y={y + 24}>
              {h.name ?? `Heater ${i + 1}`}
            </text>
            <text className="mono" x={at.heaters + 26} y={y + 46}>
              {u ? `${fixed(u.watts, 0)} W` : 'W? V?'}
            </text>
            <text className="soft" x={at.heaters + 26} y={y + 67}>
              {u
                ? `${ohms(u.ohms)}${Math.abs(u.share - 1) > 0.03 ? `, ${fixed(u.share * 100, 0)} % of its plate` : ''}`
                : 'read its nameplate'}
            </text>
            {tap(`heater.${id}.1`, at.heaters, y + 26)}
            {tap(`heater.${id}.2`, at.heaters, y + 56)}
          </g>
        );
      })}
    </svg>
  );
}

/** Five fins; how many glow says how much of its plate the heater gives. */
function Fins({ x, y, share }: { x: number; y: number; share: number }): ReactNode {
  return (
    <g className="heater-fins">
      {[0, 1, 2, 3, 4].map((i) => (
        <rect key={i} className={share > i / 5 + 0.02 ? 'on' : ''} x={x + i * 12} y={y} width={7} height={50} rx={3} />
      ))}
    </g>
  );
}
