'use client';

/** Round every stop of a drill: the house to work in, and a meter that reads it. */
import type { Drill } from '@core/drill/drill';
import { type ReactNode, useMemo } from 'react';
import { type Meter, MeterContext } from '../../ui/meter';
import { DrillBar } from './drill-bar';
import { useDrill } from './use-drill';

export function DrillFrame({ drill, children }: { drill: Drill; children: ReactNode }): ReactNode {
  const house = useDrill(drill);
  const { act, view } = house;
  const state = view?.state;
  const meter = useMemo(
    (): Meter => async (at) => {
      const nothing = { value: null, said: 'This drill is finished.' };
      if (at.test && at.measure) return (await act({ kind: 'measure', test: at.test, measure: at.measure })) ?? nothing;
      const { a, b, quantity } = at;
      if (!a || !b || (quantity !== 'volts-ac' && quantity !== 'volts-dc' && quantity !== 'ohms'))
        return { value: null, said: 'A meter has two probes: volts or ohms between two points.' };
      // The device is set first where the reading is of another state; the supply is the worker’s own affair.
      if (at.state && at.state !== 'off' && at.state !== state) await act({ kind: 'set', state: at.state });
      return (await act({ kind: 'touch', a, b, quantity })) ?? nothing;
    },
    [act, state],
  );
  return (
    <>
      <DrillBar drill={drill} house={house} />
      <MeterContext value={meter}>{children}</MeterContext>
    </>
  );
}
