'use client';

/** Screws marked in a photograph: say which, touch where; touched again on the drawing they light up. */
import { type Point, pointLetters } from '@core/circuit/point';
import { familyOf } from '@core/family/registry';
import type { Photo } from '@core/job/photo';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { TextField } from '../../ui/fields';
import { useJob } from '../shell/job-context';

interface Props {
  id: string;
  photo: Photo;
  src: string | null;
  put: (label: string, more: { marks: Photo['marks'] }) => boolean;
}

export function Marks({ id, photo, src, put }: Props): ReactNode {
  const { job, derived, light, sealed } = useJob();
  const [label, setLabel] = useState('');
  const marks = Object.entries(photo.marks ?? {});
  const points = familyOf(job).module.probes?.(derived.own) ?? [];
  /** Points of the drawing that a screw of these letters may be. */
  const tied = (letters: string): Point[] => points.filter((p) => pointLetters(p) === letters);
  const place = (x: number, y: number): void => {
    if (label === '') return;
    put(`Marked ${label}`, { marks: { ...photo.marks, [nanoid(6)]: { x, y, label } } });
    setLabel('');
  };
  const takeOut = (mark: string): void => {
    const { [mark]: _gone, ...others } = photo.marks ?? {};
    put('Mark taken out', { marks: others });
  };
  if (!src) return null;
  return (
    <div className="stack photo-marks">
      <TextField
        label="Mark a screw: its letters"
        mono
        value={label}
        maxLength={12}
        disabled={sealed}
        hint={label ? `Now touch ${label} in the picture` : 'Then touch it in the picture'}
        onCommit={setLabel}
      />
      <div className="photo-marked">
        <button
          type="button"
          disabled={sealed || label === ''}
          aria-label={label ? `Where ${label} is` : 'The picture, marked'}
          onClick={(e) => {
            const box = e.currentTarget.getBoundingClientRect();
            // By keyboard there is no place: the middle, to be seen and taken out again.
            const from = e.detail === 0 ? { x: 0.5, y: 0.5 } : null;
            place(
              from?.x ?? Math.min(1, Math.max(0, (e.clientX - box.left) / box.width)),
              from?.y ?? Math.min(1, Math.max(0, (e.clientY - box.top) / box.height)),
            );
          }}
        >
          {/* biome-ignore lint/performance/noImgElement: a picture of this browser or of the store, already small */}
          <img src={src} alt="" width={photo.width} height={photo.height} />
        </button>
        {marks.map(([mark, m]) => (
          <button
            key={`${id} ${mark}`}
            type="button"
            className="photo-mark"
            style={{ left: `${m.x * 100}%`, top: `${m.y * 100}%` }}
            aria-label={`${m.label}, marked${tied(m.label).length > 0 ? ': show it on the drawing' : ''}`}
            onClick={() => light(tied(m.label))}
          >
            {m.label}
          </button>
        ))}
      </div>
      {marks.map(([mark, m]) => (
        <button key={mark} type="button" className="plain left" disabled={sealed} onClick={() => takeOut(mark)}>
          Take out the mark {m.label}
        </button>
      ))}
    </div>
  );
}
