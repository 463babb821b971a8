'use client';

/** What the camera sees, until a square code is in it. The picture stays in the browser and is not kept. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { watchFor } from './read-square';

interface Props {
  onClose: () => void;
  onRead: (text: string) => void;
}

const whyNot = (error: unknown): string => {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError') return 'This page may not use the camera: allow it in the browser';
  if (name === 'NotFoundError') return 'No camera is found here';
  if (name === 'NotReadableError') return 'The camera is in use by something else';
  return 'The camera cannot be used here: it needs the page from this machine or over https';
};

export function ScanDialog({ onClose, onRead }: Props): ReactNode {
  const video = useRef<HTMLVideoElement>(null);
  const [wrong, setWrong] = useState('');
  // The last one given is called, without the camera being opened anew for it.
  const read = useRef(onRead);
  read.current = onRead;
  useEffect(() => {
    const control = new AbortController();
    let stream: MediaStream | null = null;
    const off = (): void => {
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
    const look = async (): Promise<void> => {
      // Where the page comes over a plain network there is no such thing.
      if (!navigator.mediaDevices) throw new Error('no camera');
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      const shown = video.current;
      if (control.signal.aborted || !shown) return off();
      shown.srcObject = stream;
      await shown.play();
      const text = await watchFor(shown, control.signal);
      if (text !== null) read.current(text);
    };
    look().catch((error: unknown) => {
      off();
      if (!control.signal.aborted) setWrong(whyNot(error));
    });
    return () => {
      control.abort();
      off();
    };
  }, []);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="scan-title">
      <DialogTitle id="scan-title">Scan the square code</DialogTitle>
      <DialogContent className="scan">
        {wrong ? (
          <p role="alert">{wrong}. A photograph of the code does as well.</p>
        ) : (
          <>
            <div className="scan-frame">
              <video ref={video} muted playsInline aria-label="What the camera sees" />
            </div>
            <p className="soft">Hold it straight, so that the code fills the dashed frame. It is read by itself.</p>
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave off</Button>
      </DialogActions>
    </Dialog>
  );
}
