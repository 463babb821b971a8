'use client';

/** The event that was touched on the strip: its profile and time, out with it, its day copied over others. */
import type { Profile, WeekEvent } from '@core/job/schema';
import { clock } from '@core/units/units';
import { DAYS } from '@core/week/week';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { Choice, TextField } from '../../ui/fields';
import { HalfScope } from '../../ui/half-typed';

interface Props {
  event: WeekEvent;
  day: number;
  index: number;
  profiles: Readonly<Record<string, Profile>>;
  /** Days that run alike on this device. */
  group: readonly number[];
  sealed: boolean;
  onProfile: (label: string, profile: string) => void;
  onTime: (minute: number) => void;
  onOut: (label: string) => void;
  onCopy: (label: string, to: readonly number[]) => void;
}

const EVERY = [0, 1, 2, 3, 4, 5, 6];

export function EventPanel(props: Props): ReactNode {
  const { event, day, index, profiles, group, sealed, onProfile, onTime, onOut, onCopy } = props;
  const name = DAYS[day] ?? '';
  return (
    <section className="panel stack">
      <h2>
        {name} {clock(event.minute)}
      </h2>
      <Choice
        label="Profile"
        value={event.profile}
        disabled={sealed}
        options={Object.entries(profiles).map(([value, p]) => ({ value, label: p.name }))}
        onChoose={(profile) =>
          onProfile(`${name} ${clock(event.minute)}: ${profiles[profile]?.name ?? profile}`, profile)
        }
      />
      <div className="row">
        <HalfScope of={`${day}.${index}`}>
          {' '}
          <TextField
            label="Time"
            type="time"
            mono
            value={clock(event.minute)}
            disabled={sealed}
            onCommit={(v) => {
              const [h, m] = v.split(':').map(Number);
              if (h !== undefined && m !== undefined && Number.isFinite(h * 60 + m))
                onTime(Math.min(1439, Math.max(0, h * 60 + m)));
            }}
          />
        </HalfScope>
        <Button disabled={sealed} onClick={() => onOut(`${name}: take out ${clock(event.minute)}`)}>
          Take out
        </Button>
        {group.length > 1 ? (
          <Button disabled={sealed} onClick={() => onCopy(`Copy ${name} over its group`, group)}>
            Copy {name} to {group.map((d) => DAYS[d]?.slice(0, 3)).join(' ')}
          </Button>
        ) : null}
        <Button disabled={sealed} onClick={() => onCopy(`Copy ${name} to every day`, EVERY)}>
          Copy to every day
        </Button>
      </div>
    </section>
  );
}
