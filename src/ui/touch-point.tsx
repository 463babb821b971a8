'use client';

/** A point of a drawing that can be touched, or reached and pressed by keyboard; without `onTouch` only drawn. */
import type { KeyboardEvent, ReactNode } from 'react';

interface Props {
  className: string;
  label: string;
  pressed: boolean;
  onTouch?: (() => void) | undefined;
  children: ReactNode;
}

export function TouchPoint({ className, label, pressed, onTouch, children }: Props): ReactNode {
  const touch = onTouch
    ? {
        role: 'button',
        tabIndex: 0,
        'aria-label': label,
        'aria-pressed': pressed,
        onClick: onTouch,
        onKeyDown: (e: KeyboardEvent) => {
          if (e.key !== 'Enter' && e.key !== ' ') return;
          e.preventDefault();
          onTouch();
        },
      }
    : {};
  return (
    <g className={className} {...touch}>
      {children}
    </g>
  );
}
