'use client';

/** A comfort profile: its setpoints, nudged. */
import type { Shared } from '@core/family/contract';
import type { Profile } from '@core/job/schema';
import { celsiusToFahrenheit, fahrenheitToCelsius } from '@core/units/units';
import type { ReactNode } from 'react';
import './week.css';

interface CardProps {
  profile: Profile;
  show: (celsius: number) => string;
  step: number;
  us: boolean;
  /** Minutes an hour that can be run here. */
  minutes?: Shared['week']['minutes'];
  disabled: boolean;
  onChange: (label: string, profile: Profile) => void;
}

const MINUTES_STEP = 5;

export function ProfileCard({ profile, show, step, us, minutes, disabled, onChange }: CardProps): ReactNode {
  const nudge = (key: 'heatCelsius' | 'coolCelsius', by: number): void => {
    const raw = (profile[key] ?? 0) + by;
    // Whole degrees Fahrenheit or half degrees Celsius, whatever was there before.
    const next = us ? fahrenheitToCelsius(Math.round(celsiusToFahrenheit(raw))) : Math.round(raw * 2) / 2;
    onChange(`${profile.name}: ${key === 'heatCelsius' ? 'heat' : 'cool'} ${show(next)}`, {
      ...profile,
      [key]: Math.round(next * 1e6) / 1e6,
    });
  };
  const setpoint = (key: 'heatCelsius' | 'coolCelsius', word: string, value: number): ReactNode => (
    <div className={`setpoint ${key === 'heatCelsius' ? 'heat' : 'cool'}`}>
      <button
        type="button"
        disabled={disabled}
        aria-label={`${profile.name}: ${word} lower`}
        onClick={() => nudge(key, -step)}
      >
        −
      </button>
      <span>
        <span className="soft">{word}</span>
        <b className="mono">{show(value)}</b>
      </span>
      <button
        type="button"
        disabled={disabled}
        aria-label={`${profile.name}: ${word} higher`}
        onClick={() => nudge(key, step)}
      >
        +
      </button>
    </div>
  );
  const anHour = (key: 'fanMinutes' | 'freshMinutes', word: string): ReactNode => {
    const now = profile[key] ?? 0;
    const to = (next: number): void => {
      const held = Math.min(60, Math.max(0, next));
      onChange(`${profile.name}: ${word} ${held} min an hour`, { ...profile, [key]: held });
    };
    return (
      <div className="setpoint minutes">
        <button
          type="button"
          disabled={disabled}
          aria-label={`${profile.name}: ${word} less`}
          onClick={() => to(now - MINUTES_STEP)}
        >
          −
        </button>
        <span>
          <span className="soft">{word}</span>
          <b className="mono">{now} min/h</b>
        </span>
        <button
          type="button"
          disabled={disabled}
          aria-label={`${profile.name}: ${word} more`}
          onClick={() => to(now + MINUTES_STEP)}
        >
          +
        </button>
      </div>
    );
  };
  return (
    <article className="profile">
      <h2>{profile.name}</h2>
      {setpoint('heatCelsius', profile.coolCelsius === undefined ? 'wanted' : 'heat', profile.heatCelsius)}
      {profile.coolCelsius === undefined ? null : setpoint('coolCelsius', 'cool', profile.coolCelsius)}
      {minutes?.fan ? anHour('fanMinutes', 'fan') : null}
      {minutes?.fresh ? anHour('freshMinutes', 'fresh air') : null}
    </article>
  );
}
