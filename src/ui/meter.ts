'use client';

/** A meter at hand that reads by itself: a simulated house's. Where none is, figures are typed. */
import type { Quantity } from '@core/job/quantity';
import { createContext, useContext } from 'react';

export interface MeterAt {
  quantity: Quantity;
  a?: string | undefined;
  b?: string | undefined;
  state?: string | undefined;
  test?: string | undefined;
  measure?: string | undefined;
}

/** Resolves to what it showed, or to why it shows nothing. */
export type Meter = (at: MeterAt) => Promise<{ value: number | null; said: string }>;

export const MeterContext = createContext<Meter | null>(null);
export const useMeter = (): Meter | null => useContext(MeterContext);
