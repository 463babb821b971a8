'use client';

/** The first start: what the device asks in its order, what to answer, what it showed. */
import { expectedText, type StartItem } from '@core/floor/first-start';
import { MAINS_CAUTION } from '@core/mains/cautions';
import { fixed, temperature } from '@core/units/units';
import type { ReactNode } from 'react';
import { ChoiceRow } from '../../ui/fields';
import { ReadingEntry } from '../../ui/reading-entry';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { useFloor } from './use-floor';
import './start.css';

export function FloorStart(): ReactNode {
  const { floor, job } = useFloor();
  const { start, sheet } = floor;
  const show = (c: number): string => temperature(c, job.units);
  const next = start.find((s) => s.said === null);
  const wrong = start.find((s) => s.ok === false);
  const misread = floor.findings.find((f) => f.code === 'floor.probe-setting');
  const said = start.filter((s) => s.said !== null).length;
  return (
    <>
      <Bench title="First start" note={sheet ? `${sheet.name}: ${said} of ${start.length} answered` : ''}>
        <p className="caution-line">{MAINS_CAUTION}</p>
        {sheet ? (
          <ol className="start-steps">
            {start.map((s, i) => (
              <Step key={s.id} item={s} number={i + 1} next={s.id === next?.id} show={show} />
            ))}
          </ol>
        ) : (
          <p>Choose a device in Arrive.</p>
        )}
      </Bench>
      <ReadingSide
        here="power-up"
        sentence={
          misread
            ? misread.fix
            : wrong
              ? `${wrong.ask}: not as expected.`
              : next
                ? `Next on the device: ${next.ask.charAt(0).toLowerCase()}${next.ask.slice(1)}, ${expectedText(next, show)}.`
                : start.length > 0
                  ? 'The first start went as expected.'
                  : floor.sentence
        }
      />
    </>
  );
}

function Step({
  item,
  number,
  next,
  show,
}: {
  item: StartItem;
  number: number;
  next: boolean;
  show: (celsius: number) => string;
}): ReactNode {
  const { survey, job, sealed, lit, set, change } = useFloor();
  const say = (value: string): boolean =>
    set(`${item.ask}: ${value}`, {
      start: { ...survey.start, [item.id]: { said: value, at: new Date().toISOString() } },
    });
  const state = item.said === null ? '' : item.ok === false ? ' wrong' : ' done';
  return (
    <li className={`start-step${state}${next ? ' next' : ''}${lit.has(`start:${item.id}`) ? ' lit' : ''}`}>
      <span className="start-number mono" aria-hidden="true">
        {number}
      </span>
      <div className="start-ask">
        <b>{item.ask}</b>
        <span className="soft">{item.why}</span>
      </div>
      <div className="start-expect">
        <span className="soft">{item.kind === 'choice' ? 'answer' : 'should show'}</span>
        <span className="mono">{expectedText(item, show)}</span>
      </div>
      <div className="start-said">
        {item.kind === 'choice' ? (
          <ChoiceRow
            named={item.ask}
            value={item.said ?? undefined}
            options={item.options}
            onChoose={say}
            disabled={sealed}
          />
        ) : (
          <>
            {item.said !== null ? (
              <p>
                <span className="mono big">
                  {item.kind === 'watts' ? `${fixed(Number(item.said), 0)} W` : show(Number(item.said))}
                </span>{' '}
                {item.ok === null ? '' : item.ok ? 'as expected' : 'not as expected'}
              </p>
            ) : null}
            <ReadingEntry
              compact
              label={item.ask}
              quantity={item.kind === 'watts' ? 'watts' : 'celsius'}
              units={job.units}
              disabled={sealed}
              onRead={(value) => say(String(Math.round(value * 100) / 100))}
            />
          </>
        )}
        {item.ok === false && item.otherwise ? <p className="problem">{item.otherwise}</p> : null}
        {item.said !== null && !sealed ? (
          <button
            type="button"
            className="plain"
            onClick={() =>
              change(`${item.ask}: ask again`, (j) => {
                const { [item.id]: _old, ...start } = j.survey.start;
                return { ...j, survey: { ...j.survey, start } };
              })
            }
          >
            ask again
          </button>
        ) : null}
      </div>
    </li>
  );
}
