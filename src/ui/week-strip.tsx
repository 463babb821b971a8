'use client';

import type { Profile, WeekEvent } from '@core/job/schema';
import { clock } from '@core/units/units';
import { DAYS, profileAt } from '@core/week/week';
/** A week as seven strips of time; the heat and cool setpoints are drawn as height, so a setback is seen. */
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from 'react';
import './week-strip.css';

interface Props {
  days: readonly (readonly WeekEvent[])[];
  profiles: Record<string, Profile>;
  /** What the device will hold, where that differs. */
  held?: readonly (readonly { minute: number; heatCelsius: number }[])[];
  /** Days on which it does. */
  heldDays?: readonly number[];
  selected: { day: number; index: number } | null;
  onSelect: (at: { day: number; index: number } | null) => void;
  /** Moves an event to another minute of its day. */
  onMove: (day: number, index: number, minute: number) => void;
  onAdd: (day: number, minute: number) => void;
  onRemove: (day: number, index: number) => void;
  /** Minutes that a drag or an arrow key snaps to. */
  stepMinutes?: number;
  format: (celsius: number) => string;
  disabled: boolean;
}

const WIDTH = 1440;
const HEIGHT = 74;
/** Names stand above, the setpoints are drawn below them. */
const NAMES = 36;
/** Where nothing else is known. */
const USUAL_STEP = 15;

/** Minutes a phone's strip gives one time of day, and from when a time is written to the left of its bar. */
const TIME_WIDTH = 200;
const LATE = 1330;

/** On a phone two rows of times: each goes to the first row with room, so no two overlap. */
function lanesOf(events: readonly WeekEvent[]): number[] {
  const ends = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  const lanes: number[] = [];
  const order = events.map((e, i) => ({ i, from: e.minute > LATE ? e.minute - TIME_WIDTH : e.minute }));
  for (const { i, from } of order.sort((a, b) => a.from - b.from)) {
    const lane = (ends[0] ?? 0) <= from ? 0 : 1;
    lanes[i] = lane;
    ends[lane] = from + TIME_WIDTH;
  }
  return lanes;
}

/** Height of a temperature on a strip that shows the week's own range and a little beyond. */
type Scale = (celsius: number) => number;
function scaleOf(profiles: Props['profiles'], held: Props['held']): Scale {
  const all = [
    ...Object.values(profiles).flatMap((p) => [p.heatCelsius, ...(p.coolCelsius === undefined ? [] : [p.coolCelsius])]),
    ...(held ?? []).flatMap((d) => d.map((e) => e.heatCelsius)),
  ];
  const low = Math.min(...all, LOWEST_TOP) - MARGIN;
  const high = Math.max(...all, HIGHEST_BOTTOM) + MARGIN;
  return (celsius) => HEIGHT - 5 - ((celsius - low) / (high - low)) * (HEIGHT - NAMES - 8);
}
const MARGIN = 1;
/** A strip of one temperature still has a scale. */
const LOWEST_TOP = 19;
const HIGHEST_BOTTOM = 21;

/** The programme's steps over a day, what the night before left carried on. */
function heldPath(held: NonNullable<Props['held']>, day: number, yOf: Scale): string {
  const before = held[(day + 6) % 7]?.at(-1)?.heatCelsius;
  const steps = [...(before === undefined ? [] : [{ minute: 0, heatCelsius: before }]), ...(held[day] ?? [])];
  return steps
    .map((s, i) => `${i === 0 ? 'M' : 'H'} ${s.minute} ${i === 0 ? yOf(s.heatCelsius) : `V ${yOf(s.heatCelsius)}`}`)
    .concat('H 1440')
    .join(' ');
}

export function WeekStrip({
  days,
  profiles,
  held,
  heldDays,
  selected,
  onSelect,
  onMove,
  onAdd,
  onRemove,
  stepMinutes = USUAL_STEP,
  format,
  disabled,
}: Props): ReactNode {
  return (
    <div className="week-strip">
      <div className="week-hours" aria-hidden="true">
        {[0, 6, 12, 18, 24].map((h) => (
          <span key={h} className="mono" style={{ left: `${(h / 24) * 100}%` }}>
            {String(h).padStart(2, '0')}
          </span>
        ))}
      </div>
      {days.map((events, day) => (
        <Day
          key={DAYS[day]}
          {...(held ? { held } : {})}
          {...(heldDays ? { heldDays } : {})}
          {...{
            events,
            day,
            days,
            profiles,
            selected,
            onSelect,
            onMove,
            onAdd,
            onRemove,
            stepMinutes,
            format,
            disabled,
          }}
        />
      ))}
    </div>
  );
}

function Day(props: Props & { stepMinutes: number; events: readonly WeekEvent[]; day: number }): ReactNode {
  const {
    events,
    day,
    days,
    profiles,
    held,
    heldDays,
    selected,
    onSelect,
    onMove,
    onAdd,
    onRemove,
    stepMinutes,
    format,
    disabled,
  } = props;
  const yOf = scaleOf(profiles, held);
  const box = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<{ index: number; minute: number } | null>(null);
  const minuteAt = (clientX: number): number => {
    const r = box.current?.getBoundingClientRect();
    const share = r && r.width > 0 ? (clientX - r.left) / r.width : 0;
    return Math.min(1440 - stepMinutes, Math.max(0, Math.round((share * 1440) / stepMinutes) * stepMinutes));
  };
  const shown = drag ? events.map((e, i) => (i === drag.index ? { ...e, minute: drag.minute } : e)) : events;
  const spans: { from: number; to: number; profile: string }[] = [];
  const before = profileAt(days, (day + 6) % 7, 1439);
  const sorted = [...shown].sort((a, b) => a.minute - b.minute);
  const first = sorted[0]?.minute ?? 1440;
  if (before && first > 0) spans.push({ from: 0, to: first, profile: before });
  sorted.forEach((e, i) => {
    spans.push({ from: e.minute, to: sorted[i + 1]?.minute ?? 1440, profile: e.profile });
  });
  const lanes = lanesOf(shown);
  const keys = (index: number) => (e: KeyboardEvent) => {
    const event = events[index];
    if (!event || disabled) return;
    if (e.key === 'ArrowLeft' || e.key === 'ArrowRight') {
      const by = (e.shiftKey ? 60 : stepMinutes) * (e.key === 'ArrowLeft' ? -1 : 1);
      onMove(day, index, Math.min(1440 - stepMinutes, Math.max(0, event.minute + by)));
    } else if (e.key === 'Delete' || e.key === 'Backspace') onRemove(day, index);
    else return;
    e.preventDefault();
  };
  const move = (e: PointerEvent): void => {
    if (drag) setDrag({ ...drag, minute: minuteAt(e.clientX) });
  };
  const up = (): void => {
    if (drag && events[drag.index]?.minute !== drag.minute) onMove(day, drag.index, drag.minute);
    setDrag(null);
  };
  return (
    <div className="week-day">
      <span className="week-name">{DAYS[day]?.slice(0, 3)}</span>
      <div
        className="week-track"
        ref={box}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={() => setDrag(null)}
        style={{ touchAction: drag ? 'none' : 'pan-y' }}
      >
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" aria-hidden="true">
          {spans.map((s) => {
            const p = profiles[s.profile];
            return p ? (
              <g key={s.from}>
                {/* Between heating and cooling nothing runs; without cooling the warmth itself is filled. */}
                <rect
                  className={p.coolCelsius === undefined ? 'warmth' : 'comfort'}
                  x={s.from}
                  y={yOf(p.coolCelsius ?? p.heatCelsius)}
                  width={s.to - s.from}
                  height={
                    p.coolCelsius === undefined ? HEIGHT - yOf(p.heatCelsius) : yOf(p.heatCelsius) - yOf(p.coolCelsius)
                  }
                />
                <line className="heat" x1={s.from} x2={s.to} y1={yOf(p.heatCelsius)} y2={yOf(p.heatCelsius)} />
                {p.coolCelsius === undefined ? null : (
                  <line className="cool" x1={s.from} x2={s.to} y1={yOf(p.coolCelsius)} y2={yOf(p.coolCelsius)} />
                )}
              </g>
            ) : (
              <rect key={s.from} className="unknown" x={s.from} y={0} width={s.to - s.from} height={HEIGHT} />
            );
          })}
          {held && heldDays?.includes(day) ? <path className="held" d={heldPath(held, day, yOf)} /> : null}
        </svg>
        {disabled ? null : (
          <button
            type="button"
            className="week-add"
            aria-label={`Add an event on ${DAYS[day]}`}
            onClick={(e) => onAdd(day, e.detail === 0 ? 720 : minuteAt(e.clientX))}
          />
        )}
        {shown.map((e, i) => {
          const p = profiles[e.profile];
          const on = selected?.day === day && selected.index === i;
          // Minutes to the next event decide what fits on a phone: a name needs four hours, a time two.
          const room = (shown[i + 1]?.minute ?? 1440) - e.minute;
          return (
            <button
              key={`${i}-${e.profile}`}
              type="button"
              className={`week-event${on ? ' on' : ''}${e.minute > LATE ? ' late' : ''}${room < 260 ? ' tight' : ''}${lanes[i] === 1 ? ' lower' : ''}`}
              style={{ left: `${(e.minute / 1440) * 100}%`, zIndex: shown.length - i }}
              aria-pressed={on}
              aria-label={`${DAYS[day]} ${clock(e.minute)}: ${p?.name ?? e.profile}${p ? `, heat ${format(p.heatCelsius)}${p.coolCelsius === undefined ? '' : `, cool ${format(p.coolCelsius)}`}` : ''}. Arrow keys move it, Delete removes it.`}
              onClick={() => onSelect(on ? null : { day, index: i })}
              onKeyDown={keys(i)}
              onPointerDown={(event) => {
                if (!disabled && event.button === 0) setDrag({ index: i, minute: e.minute });
              }}
            >
              <span className="mono">{clock(e.minute)}</span>
              <span className="week-profile">{p?.name ?? '?'}</span>
            </button>
          );
        })}
      </div>
    </div>
  );
}
