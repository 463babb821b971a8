'use client';

/** How the device hangs: a drawn wall with the device at its height, what is beside it touched, the rest said in one press. */
import { kindOf } from '@core/family/field';
import { type Mount, Mount as MountSchema, NEAR_WORDS, Near } from '@core/mount/mount';
import type { ReactNode } from 'react';
import { Choice } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { TouchPoint } from '../../ui/touch-point';
import { useJob } from '../shell/job-context';
import './mount-panel.css';

/** Pixels of a metre, and of the floor below it. */
const METRE = 84;
const WALL = 2.6;
const FLOOR = WALL * METRE;
const yOf = (metres: number): number => FLOOR - metres * METRE;
const USUAL = 1.5;
const BAND = 0.35;

/** Where each thing beside the device stands on the drawn wall. */
const PLACES: Readonly<Record<Near, { x: number; y: number; word: string }>> = {
  sun: { x: 58, y: yOf(2.1), word: 'sun' },
  'supply-air': { x: 286, y: yOf(2.3), word: 'supply air' },
  heat: { x: 66, y: yOf(0.45), word: 'heat' },
  draught: { x: 318, y: yOf(1.1), word: 'draught' },
  appliance: { x: 292, y: yOf(0.4), word: 'lamp, cooker' },
};

const ASKED = [
  { key: 'wall', label: 'The wall is', words: { inside: 'inside', outside: 'outside' } },
  { key: 'hole', label: 'The hole behind it', words: { sealed: 'sealed', open: 'open' } },
  { key: 'plate', label: 'The plate', words: { level: 'level', crooked: 'crooked' } },
  { key: 'head', label: 'The head', words: { flush: 'sits flush', pinches: 'pinches a core' } },
  { key: 'batteryTab', label: 'Battery strip', words: { pulled: 'pulled out', in: 'still in' } },
] as const;

export function MountPanel(): ReactNode {
  const { job, change, sealed } = useJob();
  const mount: Mount = job.mount ?? {};
  const near = mount.near ?? [];
  const put = (label: string, more: { [K in keyof Mount]?: Mount[K] | undefined }): void => {
    // What is taken back leaves no empty place behind.
    change(label, (j) => ({ ...j, mount: JSON.parse(JSON.stringify({ ...j.mount, ...more })) as Mount }));
  };
  const limits = kindOf(MountSchema, ['heightMetres']);
  const [low, high] = limits.kind === 'figure' ? [limits.low, limits.high] : [0, 4];
  const height = mount.heightMetres;
  return (
    <section className="panel stack mount" aria-label="How it hangs">
      <h2>How it hangs</h2>
      <div className="mount-columns">
        <svg viewBox={`0 0 400 ${FLOOR + 26}`} className="mount-wall" role="group" aria-label="The wall">
          <rect className="mount-usual" x="0" y={yOf(USUAL + BAND)} width="400" height={2 * BAND * METRE} />
          <text x="6" y={yOf(USUAL + BAND) + 16} className="mount-word">
            usual
          </text>
          <line x1="0" x2="400" y1={FLOOR} y2={FLOOR} className="mount-floor" />
          {[0.5, 1, 1.5, 2, 2.5].map((m) => (
            <g key={m}>
              <line x1="388" x2="400" y1={yOf(m)} y2={yOf(m)} className="mount-floor" />
              {Number.isInteger(m) ? (
                <text x="382" y={yOf(m) + 5} textAnchor="end" className="mount-word">
                  {m} m
                </text>
              ) : null}
            </g>
          ))}
          {Near.options.map((n) => {
            const { x, y, word } = PLACES[n];
            const on = near.includes(n);
            return (
              <TouchPoint
                key={n}
                className={`mount-near${on ? ' on' : ''}`}
                label={NEAR_WORDS[n]}
                pressed={on}
                onTouch={
                  sealed
                    ? undefined
                    : () =>
                        put(`${on ? 'Not so' : 'So'}: ${NEAR_WORDS[n]}`, {
                          near: on ? near.filter((k) => k !== n) : [...near, n],
                        })
                }
              >
                <rect x={x - 52} y={y - 24} width="104" height="48" rx="10" />
                <text x={x} y={y + 5} textAnchor="middle">
                  {word}
                </text>
              </TouchPoint>
            );
          })}
          {height === undefined ? null : (
            <g className="mount-device">
              <rect
                x="168"
                y={yOf(Math.min(WALL, height)) - 22}
                width="64"
                height="44"
                rx="8"
                transform={mount.plate === 'crooked' ? `rotate(7 200 ${yOf(Math.min(WALL, height))})` : undefined}
              />
              <line x1="200" x2="200" y1={yOf(Math.min(WALL, height)) + 22} y2={FLOOR} />
            </g>
          )}
        </svg>
        <div className="stack">
          <div className="field-grid">
            <FigureField
              label="Middle of it above the floor"
              quantity="metres"
              units={job.units}
              value={height}
              low={low}
              high={high}
              disabled={sealed}
              onTake={(heightMetres) => put('Height of the device', { heightMetres })}
            />
            <FigureField
              label="Cores through the plate, counted"
              quantity="plain"
              units={job.units}
              value={mount.cores}
              low={0}
              high={48}
              disabled={sealed}
              onTake={(cores) => put('Cores counted', { cores: cores === undefined ? undefined : Math.round(cores) })}
            />
          </div>
          {ASKED.map(({ key, label, words }) => (
            <Choice
              key={key}
              label={label}
              value={mount[key]}
              options={Object.entries(words).map(([value, text]) => ({ value, label: text }))}
              disabled={sealed}
              onChoose={(v) => put(`${label}: ${v}`, { [key]: v === mount[key] ? undefined : v })}
            />
          ))}
        </div>
      </div>
    </section>
  );
}
