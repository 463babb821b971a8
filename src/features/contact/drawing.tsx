'use client';

/** The ring or the pair drawn, with what was read beside what is expected; every point can be touched. */
import { pointWords } from '@core/job/points';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { TouchPoint } from '../../ui/touch-point';
import { useFamily } from '../shell/family-job';
import './contact.css';

interface Props {
  picked?: readonly string[];
  onPoint?: ((point: string) => void) | undefined;
}

/** Corners of the ring; on it the parts sit. */
const BOX = { left: 40, right: 680, top: 70, bottom: 250 } as const;

export function ContactDrawing({ picked = [], onPoint }: Props): ReactNode {
  const { derived, job, lit } = useFamily('contact');
  const { survey } = job;
  const { loop, sheet } = derived;
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
      <svg className="contact-drawing" viewBox="0 0 720 150" role="img" aria-label="Nothing said of the appliance yet">
        <rect className="contact-empty" x={40} y={20} width={640} height={110} rx={12} />
        <text x={360} y={82} textAnchor="middle">
          Say below what the thermostat closes: a loop, a pair, or R and W.
        </text>
      </svg>
    );
  const ring = `M ${BOX.left + 60} ${BOX.top} H ${BOX.right - 60} V ${BOX.bottom} H ${BOX.left + 60} Z`;
  return (
    <svg
      className="contact-drawing"
      viewBox="0 0 720 340"
      role={onPoint ? 'group' : 'img'}
      aria-label={derived.sentence}
    >
      <path className={`contact-ring${lit.has('loop') || lit.has('pair') ? ' lit' : ''}`} d={ring} />
      {loop ? (
        <>
          {box('pile', BOX.left - 30, 120, 180, 'pile in the pilot', [
            mv(survey.openMillivolts),
            `open, ${band(loop.openVolts)}`,
          ])}
          {box('coil', BOX.right - 150, 120, 180, 'valve’s coil', [
            mv(survey.coilMillivolts),
            `closed, ${band(loop.coilVolts)}`,
          ])}
          {tap('pile.1', BOX.left + 60, BOX.top)}
          {tap('pile.2', BOX.left + 60, BOX.bottom)}
          {tap('coil.1', BOX.right - 60, BOX.top)}
          {tap('coil.2', BOX.right - 60, BOX.bottom)}
          {box('device', 240, BOX.top - 56, 240, device, [`the loop may hold ${fixed(loop.allowedOhms, 2)} Ω`])}
          {tap('pair.1', 240, BOX.top)}
          {tap('pair.2', 480, BOX.top)}
          <text x={360} y={BOX.bottom + 30} textAnchor="middle">
            {survey.loopOhms === undefined ? 'leads not measured' : `leads and contacts ${fixed(survey.loopOhms, 2)} Ω`}
          </text>
        </>
      ) : (
        <>
          {box('appliance', BOX.left - 30, 120, 200, 'the appliance', [
            survey.appliance === 'own-24v'
              ? `${survey.secondaryVolts === undefined ? '?' : fixed(survey.secondaryVolts, 1)} V R to C`
              : `${survey.pairAc === undefined && survey.pairDc === undefined ? '?' : fixed(Math.max(survey.pairAc ?? 0, survey.pairDc ?? 0), 1)} V open`,
            derived.budget
              ? `${fixed(derived.budget.va, 1)} of ${fixed(derived.budget.ratedVA, 0)} VA`
              : 'feeds its own pair',
          ])}
          {box('device', BOX.right - 190, 120, 220, device, ['closes it'])}
          {survey.appliance === 'own-24v' ? (
            <>
              {tap('call.r', 300, BOX.top)}
              {tap('call.w', 420, BOX.top)}
              {tap('call.c', 360, BOX.bottom)}
              <text x={300} y={BOX.top - 20} textAnchor="middle">
                R
              </text>
              <text x={420} y={BOX.top - 20} textAnchor="middle">
                W
              </text>
              <text x={360} y={BOX.bottom + 34} textAnchor="middle">
                C
              </text>
            </>
          ) : (
            <>
              {tap('pair.1', 360, BOX.top)}
              {tap('pair.2', 360, BOX.bottom)}
            </>
          )}
        </>
      )}
      {switches.map(([id, s], i) => (
        <g key={id} className={lit.has(`switches:${id}`) ? 'lit' : ''}>
          <rect
            className={`contact-switch${Math.abs(s.millivolts ?? 0) > 10 ? ' wrong' : ''}`}
            x={170 + i * 110}
            y={BOX.bottom - 13}
            width={96}
            height={26}
            rx={13}
          />
          <text x={218 + i * 110} y={BOX.bottom + 5} textAnchor="middle">
            {(s.name ?? `contact ${i + 1}`).slice(0, 12)}
          </text>
        </g>
      ))}
    </svg>
  );
}
