'use client';

/** A button that asks for a file; the same file may be chosen twice. */
import Button, { type ButtonProps } from '@mui/material/Button';
import { type ReactNode, useRef } from 'react';

interface Props {
  /** As an input takes it: ".csv,text/csv". */
  accept: string;
  children: ReactNode;
  disabled?: boolean;
  /** A phone opens its camera, the one that looks away. */
  camera?: boolean;
  className?: ButtonProps['className'];
  onFile: (file: File) => void;
}

export function FileButton({
  accept,
  children,
  disabled = false,
  camera = false,
  className,
  onFile,
}: Props): ReactNode {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button disabled={disabled} className={className ?? ''} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        disabled={disabled}
        {...(camera ? { capture: 'environment' as const } : {})}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
    </>
  );
}
