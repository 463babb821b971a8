'use client';

/** Photographs of the stop one stands at: taken or chosen, kept here and sent later, before and after side by side. */
import type { Photo } from '@core/job/photo';
import type { StopId } from '@core/run';
import { count } from '@core/units/units';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { author } from '../../sync/author';
import { Choice, TextField, Tick } from '../../ui/fields';
import { FileButton } from '../../ui/file-button';
import { useJob } from '../shell/job-context';
import { Marks } from './marks';
import { keepPhoto, keptPhoto, sendPhotos } from './photo-store';
import { shrink } from './shrink';
import './photos.css';

/** Tried again while something waits, ms. */
const AGAIN = 15_000;

export function Photos({ here }: { here: StopId }): ReactNode {
  const { job, change, sealed } = useJob();
  const [said, setSaid] = useState('');
  const [waiting, setWaiting] = useState(0);
  const send = useCallback(async () => {
    const { waiting: left, problem } = await sendPhotos();
    setWaiting(left);
    if (problem) setSaid(problem);
  }, []);
  useEffect(() => {
    const go = (): void => void send();
    go();
    const timer = setInterval(go, AGAIN);
    window.addEventListener('online', go);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', go);
    };
  }, [send]);
  const mine = Object.entries(job.photos ?? {})
    .filter(([, p]) => p.stop === here)
    .sort(([, a], [, b]) => a.at.localeCompare(b.at));
  const take = async (file: File): Promise<void> => {
    setSaid('');
    try {
      const { bytes, hash, width, height } = await shrink(file);
      await keepPhoto(hash, bytes);
      const photo: Photo = {
        hash,
        at: new Date().toISOString(),
        by: author().name || author().client,
        stop: here,
        width,
        height,
      };
      change('Photograph', (j) => ({ ...j, photos: { ...j.photos, [nanoid(8)]: photo } }));
      await send();
    } catch (error) {
      setSaid(`${file.name}: ${error instanceof Error ? error.message : 'It could not be kept.'}`);
    }
  };
  return (
    <section className="stack photos" aria-label="Photographs">
      <h2>Photographs</h2>
      <div className="photo-grid">
        {mine.map(([id, p]) => (
          <OnePhoto key={id} id={id} photo={p} />
        ))}
      </div>
      <div className="row">
        <FileButton accept="image/*" disabled={sealed} onFile={(file) => void take(file)}>
          Photograph
        </FileButton>
      </div>
      <p role="status" className="soft">
        {said || (waiting > 0 ? `${count(waiting, 'photograph')} kept here, sent when there is a connection.` : '')}
      </p>
    </section>
  );
}

const WHEN = [
  { value: 'before', label: 'before' },
  { value: 'after', label: 'after' },
] as const;

function OnePhoto({ id, photo }: { id: string; photo: Photo }): ReactNode {
  const { change, sealed } = useJob();
  const [src, setSrc] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  useEffect(() => {
    let url: string | null = null;
    let current = true;
    void keptPhoto(photo.hash).then((blob) => {
      if (!current) return;
      if (blob) url = URL.createObjectURL(blob);
      setSrc(url ?? `/api/photos/${photo.hash}`);
    });
    return () => {
      current = false;
      if (url) URL.revokeObjectURL(url);
    };
  }, [photo.hash]);
  const put = (label: string, more: { [K in keyof Photo]?: Photo[K] | undefined }): boolean =>
    change(label, (j) => {
      const was = j.photos?.[id];
      // What is taken back leaves no empty place behind.
      const is = JSON.parse(JSON.stringify({ ...was, ...more })) as Photo;
      return was ? { ...j, photos: { ...j.photos, [id]: is } } : j;
    });
  const name = `Photograph${photo.when ? `, ${photo.when}` : ''}${photo.note ? `: ${photo.note}` : ''}`;
  return (
    <figure className={`photo${open ? ' open' : ''}`}>
      <button type="button" aria-expanded={open} aria-label={name} onClick={() => setOpen(!open)}>
        {src ? (
          // biome-ignore lint/performance/noImgElement: a picture of this browser or of the store, already small
          <img src={src} alt={name} width={photo.width} height={photo.height} />
        ) : null}
      </button>
      <figcaption className="soft">
        {[photo.when, photo.note].filter(Boolean).join(', ') || photo.at.slice(0, 16).replace('T', ' ')}
      </figcaption>
      {open ? (
        <div className="stack">
          <Choice
            label="Taken"
            value={photo.when}
            options={WHEN}
            disabled={sealed}
            onChoose={(when) => put(`Photograph ${when}`, { when })}
          />
          <TextField
            label="What it shows"
            value={photo.note}
            disabled={sealed}
            onCommit={(v) => put(`Photograph: ${v}`, { note: v || undefined })}
          />
          <Tick
            checked={photo.onPaper === true}
            disabled={sealed}
            onToggle={(on) => put(`Photograph ${on ? '' : 'not '}on the papers`, { onPaper: on || undefined })}
          >
            On the papers
          </Tick>
          <Marks id={id} photo={photo} src={src} put={put} />
          <Button
            disabled={sealed}
            onClick={() =>
              change('Photograph taken out', (j) => {
                const { [id]: _gone, ...photos } = j.photos ?? {};
                return { ...j, photos };
              })
            }
          >
            Take out
          </Button>
        </div>
      ) : null}
    </figure>
  );
}
