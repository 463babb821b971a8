'use client';

/** A reading between any two points: touched on a drawing, chosen or typed, in a state, of any quantity the family reads. */
import { isPoint } from '@core/circuit/point';
import { pointWords } from '@core/job/points';
import type { Quantity, Reading } from '@core/job/schema';
import type { StopId } from '@core/run';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { ReadingEntry } from '../../ui/reading-entry';
import { SelectField } from '../../ui/select-field';
import { LineEntry, type LineItem } from '../mains/line-entry';
import { useJob } from './job-context';
import { ReadingsLog } from './readings-log';

export type AnyReading = Pick<Reading, 'quantity' | 'value' | 'a' | 'b' | 'state'>;
/** What comes with a reading besides: the meter, normal behaviour meanwhile. */
export type ReadingMore = Pick<Reading, 'meterOhms' | 'during'>;

interface Props<L extends { reading: AnyReading }> {
  stop: StopId;
  /** Points touched on the drawing above, at most two. */
  pair: readonly string[];
  /** What to touch: "a screw". */
  touch: string;
  points: readonly { value: string; label: string }[];
  states: readonly { value: string; label: string }[];
  quantities: readonly { value: Quantity; label: string }[];
  /** What a meter should show there, where the wiring says it. */
  expects?: (a: string, b: string, quantity: Quantity, state: string) => string | null;
  /** Of the entry by touch. */
  more?: ReadingMore;
  /** More rows to choose in. */
  children?: ReactNode;
  parse: (line: string) => (LineItem<L> & { text: string })[];
  says: (item: L) => string;
  example: ReactNode;
  /** Of a typed entry. */
  moreOf?: (item: L) => ReadingMore;
  onTaken?: () => void;
  direct?: 'mV' | 'V';
}

export function MeasureAny<L extends { reading: AnyReading }>(props: Props<L>): ReactNode {
  const { stop, pair, touch, points, states, quantities, expects, more, children, parse, says, example, moreOf } =
    props;
  const { job, read, sealed } = useJob();
  const [state, setState] = useState(states[0]?.value ?? '');
  const [quantity, setQuantity] = useState<Quantity>(quantities[0]?.value ?? 'volts-ac');
  const [chosen, setChosen] = useState<[string, string]>(['', '']);
  const a = pair[0] ?? chosen[0];
  const b = pair[1] ?? chosen[1];
  const two = isPoint(a) && isPoint(b) && a !== b ? { a, b } : null;
  const ready = two !== null;
  const expected = ready ? (expects?.(a, b, quantity, state) ?? null) : null;
  const take = (r: AnyReading, rest: ReadingMore): boolean =>
    read(`Found ${r.value}, ${pointWords(job, r.a)} to ${pointWords(job, r.b)}`, {
      quantity: r.quantity,
      value: r.value,
      a: r.a,
      b: r.b,
      state: r.state,
      ...rest,
      stop,
    });
  const pick = (which: 0 | 1, label: string): ReactNode => (
    <SelectField
      label={label}
      value={which === 0 ? a : b}
      disabled={sealed || pair[which] !== undefined}
      none={`touch ${touch}, or choose`}
      options={points}
      onChoose={(v) => setChosen(which === 0 ? [v, chosen[1]] : [chosen[0], v])}
    />
  );
  return (
    <section className="panel stack">
      <h2>{ready ? `${pointWords(job, a)} to ${pointWords(job, b)}` : `Read between any two points`}</h2>
      <div className="field-grid">
        {pick(0, 'One probe on')}
        {pick(1, 'The other on')}
        <SelectField label="While it is" value={state} disabled={sealed} options={states} onChoose={setState} />
      </div>
      {quantities.length > 1 || children ? (
        <div className="row">
          {quantities.length > 1 ? (
            <Choice label="Reads" value={quantity} options={quantities} onChoose={setQuantity} />
          ) : null}
          {children}
        </div>
      ) : null}
      {expected === null ? null : (
        <p>
          Expect <b className="mono">{expected}</b>
        </p>
      )}
      <ReadingEntry
        label="Meter says"
        of={`${a} ${b} ${state} ${quantity}`}
        at={{ quantity, a, b, state }}
        quantity={quantity}
        direct={props.direct ?? 'V'}
        units={job.units}
        disabled={sealed || !ready}
        onRead={(value) => {
          if (two && take({ quantity, value, ...two, state }, more ?? {})) props.onTaken?.();
        }}
      />
      <LineEntry<L>
        label="Type readings"
        verb="Take"
        parse={parse}
        disabled={sealed}
        says={says}
        example={example}
        onTake={(items) => {
          for (const item of items) take(item.reading, moreOf?.(item) ?? {});
        }}
      />
      <ReadingsLog stop={stop} />
    </section>
  );
}
