'use client';

/** The customer signs with a finger, a pen or a mouse; by keyboard the name alone stands. */
import Button from '@mui/material/Button';
import { type PointerEvent, type ReactNode, useRef, useState } from 'react';
import { TextField } from '../../ui/fields';
import { useJob } from '../shell/job-context';
import './signature.css';

const WIDTH = 400;
const HEIGHT = 120;
/** As long as a record keeps. */
const MOST = 20_000;

export function SignatureField(): ReactNode {
  const { job, change, sealed } = useJob();
  const { signature } = job.handOver;
  const [strokes, setStrokes] = useState('');
  const [name, setName] = useState('');
  const drawing = useRef(false);
  const at = (e: PointerEvent<SVGSVGElement>): string => {
    const box = e.currentTarget.getBoundingClientRect();
    const held = (v: number, most: number): number => Math.round(Math.min(most, Math.max(0, v)));
    return `${held(((e.clientX - box.left) / box.width) * WIDTH, WIDTH)} ${held(((e.clientY - box.top) / box.height) * HEIGHT, HEIGHT)}`;
  };
  const put = (next: typeof signature): boolean =>
    change(next ? `Signed by ${next.name}` : 'Signature taken off', (j) => {
      const { signature: _was, ...handOver } = j.handOver;
      return { ...j, handOver: next ? { ...handOver, signature: next } : handOver };
    });
  if (signature)
    return (
      <section className="panel stack" aria-label="Signed by the customer">
        <h2>Signed by the customer</h2>
        <svg
          className="signature"
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          role="img"
          aria-label={`Signature of ${signature.name}`}
        >
          <path d={signature.strokes} />
        </svg>
        <p>
          {signature.name}, <span className="mono">{signature.at.slice(0, 16).replace('T', ' ')}</span>
        </p>
        {sealed ? null : (
          <div className="row">
            <Button onClick={() => put(undefined)}>Sign again</Button>
          </div>
        )}
      </section>
    );
  if (sealed) return null;
  return (
    <section className="panel stack" aria-label="Signed by the customer">
      <h2>Signed by the customer</h2>
      <TextField label="Signer’s name" value={name} onCommit={setName} />
      <svg
        className="signature open"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label="Sign here"
        onPointerDown={(e) => {
          drawing.current = true;
          e.currentTarget.setPointerCapture(e.pointerId);
          const point = at(e);
          setStrokes((s) => (s.length < MOST - 40 ? `${s}M${point}` : s));
        }}
        onPointerMove={(e) => {
          if (!drawing.current) return;
          const point = at(e);
          setStrokes((s) => (s.length < MOST - 40 && !s.endsWith(point) ? `${s}L${point}` : s));
        }}
        onPointerUp={() => {
          drawing.current = false;
        }}
      >
        <line x1="20" x2="380" y1="96" y2="96" />
        <path d={strokes || 'M0 0'} />
      </svg>
      <div className="row">
        <Button
          className="primary"
          disabled={!strokes.includes('L') || name === ''}
          onClick={() => {
            if (put({ name, at: new Date().toISOString(), strokes })) setStrokes('');
          }}
        >
          Keep the signature
        </Button>
        <Button disabled={strokes === ''} onClick={() => setStrokes('')}>
          Clear
        </Button>
      </div>
    </section>
  );
}
