'use client';

/** The ring or the pair drawn, with what was read beside what is expected; every point can be touched. */
import { pointWords } from '@core/job/points';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { TouchPoint } from '../../ui/touch-point';
import { useNarrow } from '../../ui/use-narrow';
import { useFamily } from '../shell/family-job';
import './contact.css';

interface Props {
  picked?: readonly string[];
  onPoint?: ((point: string) => void) | undefined;
}

/** Corners of the ring, on which the parts sit; closer together on a phone. */
const WIDE = { width: 720, left: 100, right: 620, top: 70, bottom: 250, part: 180, device: 250 } as const;
const SLIM = { width: 372, left: 66, right: 306, top: 70, bottom: 250, part: 126, device: 164 } as const;

export function ContactDrawing({ picked = [], onPoint }: Props): ReactNode {
  const { derived, job, lit } = useFamily('contact');
  const { survey } = job;
  const { loop, sheet } = derived;
  const at = useNarrow() ? SLIM : WIDE;
  const middle = at.width / 2;
  const tap = (point: string, x: number, y: number): ReactNode => (
    <TouchPoint
      className={`contact-tap${picked.includes(point) ? ' picked' : ''}${lit.has(`point:${point}`) ? ' lit' : ''}`}
      label={pointWords(job, point)}
      pressed={picked.includes(point)}
      onTouch={onPoint ? () => onPoint(point) : undefined}
    >
      <circle className="contact-reach" cx={x} cy={y} r={22} />
      <circle className="contact-end" cx={x} cy={y} r={10} />
    </TouchPoint>
  );
  const box = (
    about: string,
    x: number,
    y: number,
    width: number,
    name: string,
    figures: readonly string[],
  ): ReactNode => (
    <g className={`contact-box${lit.has(about) ? ' lit' : ''}`}>
      <rect x={x} y={y} width={width} height={78} rx={12} />
      <text className="contact-name" x={x + width / 2} y={y + 27} textAnchor="middle">
        {name}
      </text>
      {figures.map((f, i) => (
        <text key={f} className={i === 0 ? 'mono' : 'soft'} x={x + width / 2} y={y + 48 + i * 19} textAnchor="middle">
          {f}
        </text>
      ))}
    </g>
  );
  const mv = (v: number | undefined): string => (v === undefined ? '? mV' : `${fixed(v, 0)} mV`);
  const band = (r: { low: number; high: number }): string => `${fixed(r.low * 1000, 0)} to ${fixed(r.high * 1000, 0)}`;
  const switches = Object.entries(survey.switches);
  const device = sheet?.name ?? 'no device chosen';
  if (survey.appliance === undefined)
    return (
      <svg
        className="contact-drawing"
        viewBox={`0 0 ${at.width} 150`}
        role="img"
        aria-label="Nothing said of the appliance yet"
      >
        <rect className="contact-empty" x={8} y={20} width={at.width - 16} height={110} rx={12} />
        <text x={middle} y={82} textAnchor="middle">
          Say below what the thermostat closes.
        </text>
      </svg>
    );
  const ring = `M ${at.left} ${at.top} H ${at.right} V ${at.bottom} H ${at.left} Z`;
  return (
    <svg
      className="contact-drawing"
      viewBox={`0 0 ${at.width} 300`}
      role={onPoint ? 'group' : 'img'}
      aria-label={derived.sentence}
    >
      <path className={`contact-ring${lit.has('loop') || lit.has('pair') ? ' lit' : ''}`} d={ring} />
      {loop ? (
        <>
          {box('pile', at.left - at.part / 2, 120, at.part, 'pile in the pilot', [
            mv(survey.openMillivolts),
            `open, ${band(loop.openVolts)}`,
          ])}
          {box('coil', at.right - at.part / 2, 120, at.part, 'valve’s coil', [
            mv(survey.coilMillivolts),
            `closed, ${band(loop.coilVolts)}`,
          ])}
          {tap('pile.1', at.left, at.top)}
          {tap('pile.2', at.left, at.bottom)}
          {tap('coil.1', at.right, at.top)}
          {tap('coil.2', at.right, at.bottom)}
          {box('device', middle - at.device / 2, at.top - 60, at.device, device, [
            `${fixed(loop.allowedOhms, 2)} Ω at most`,
          ])}
          {tap('pair.1', middle - at.device / 2, at.top)}
          {tap('pair.2', middle + at.device / 2, at.top)}
          <text x={middle} y={at.bottom + 36} textAnchor="middle">
            {survey.loopOhms === undefined ? 'leads not measured' : `leads and contacts ${fixed(survey.loopOhms, 2)} Ω`}
          </text>
        </>
      ) : (
        <>
          {box('appliance', at.left - at.part / 2, 120, at.part, 'the appliance', [
            survey.appliance === 'own-24v'
              ? `${survey.secondaryVolts === undefined ? '?' : fixed(survey.secondaryVolts, 1)} V R to C`
              : `${survey.pairAc === undefined && survey.pairDc === undefined ? '?' : fixed(Math.max(survey.pairAc ?? 0, survey.pairDc ?? 0), 1)} V open`,
            derived.budget
              ? `${fixed(derived.budget.va, 1)} of ${fixed(derived.budget.ratedVA, 0)} VA`
              : 'feeds its own pair',
          ])}
          {box('device', at.right - at.part / 2, 120, at.part, device, [
            derived.fits ? 'closes it' : 'may not close it',
          ])}
          {survey.appliance === 'own-24v' ? (
            <>
              {tap('call.r', middle - 60, at.top)}
              {tap('call.w', middle + 60, at.top)}
              {tap('call.c', middle, at.bottom)}
              <text x={middle - 60} y={at.top - 20} textAnchor="middle">
                R
              </text>
              <text x={middle + 60} y={at.top - 20} textAnchor="middle">
                W
              </text>
              <text x={middle} y={at.bottom + 34} textAnchor="middle">
                C
              </text>
            </>
          ) : (
            <>
              {tap('pair.1', middle, at.top)}
              {tap('pair.2', middle, at.bottom)}
            </>
          )}
        </>
      )}
      {switches.map(([id, s], i) => (
        <g key={id} className={lit.has(`switches:${id}`) ? 'lit' : ''}>
          <rect
            className={`contact-switch${Math.abs(s.millivolts ?? 0) > 10 ? ' wrong' : ''}`}
            x={at.left + 24 + i * 110}
            y={at.bottom - 13}
            width={96}
            height={26}
            rx={13}
          />
          <text x={at.left + 72 + i * 110} y={at.bottom + 5} textAnchor="middle">
            {(s.name ?? `contact ${i + 1}`).slice(0, 12)}
          </text>
        </g>
      ))}
    </svg>
  );
}
