'use client';

/** The mats: typed in a line or field by field, each with its three readings judged against the nameplate. */
import { matName, STAGES } from '@core/floor/load';
import { parseMats } from '@core/floor/mat-lines';
import type { Mat } from '@core/job/floor-schema';
import { fixed, ohms } from '@core/units/units';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { FigureField } from '../../ui/figure-field';
import { LineEntry } from '../mains/line-entry';
import { useFloor } from './use-floor';

const VERDICT_WORDS = { good: 'in band', off: 'out of band', open: 'open: broken', 'not read': 'not read' } as const;

export function Mats(): ReactNode {
  const { survey, floor, sealed, set } = useFloor();
  const mats = Object.entries(survey.mats);
  return (
    <section className="panel stack">
      <h2>Mats and cables</h2>
      <MatEntry />
      {mats.map(([id, mat], i) => (
        <MatCard key={id} id={id} mat={mat} name={matName(mat, i)} />
      ))}
      {mats.length > 1 && floor.load ? (
        <FigureField
          label="All mats together, at the box"
          quantity="ohms"
          units="si"
          low={0.01}
          high={1e9}
          value={survey.togetherOhms}
          disabled={sealed}
          hint={`${ohms(floor.load.parallelOhms ?? 0)} in parallel, ${ohms(floor.load.seriesOhms ?? 0)} in series`}
          onTake={(togetherOhms) => set('Mats together', { togetherOhms })}
        />
      ) : null}
    </section>
  );
}

function MatCard({ id, mat, name }: { id: string; mat: Mat; name: string }): ReactNode {
  const { survey, floor, job, sealed, lit, set, change } = useFloor();
  const load = floor.load?.mats.find((m) => m.id === id);
  const wrong = load?.stages.some((s) => s.verdict === 'off' || s.verdict === 'open') ?? false;
  const put = (label: string, more: Partial<Mat>): boolean =>
    set(`${name}: ${label}`, { mats: { ...survey.mats, [id]: { ...mat, ...more } } });
  return (
    <article className={`mat${lit.has(`mat:${id}`) ? ' lit' : ''}`} aria-label={name}>
      <div className="mat-head">
        <svg className={`mat-zigzag${wrong ? ' wrong' : ''}`} viewBox="0 0 96 26" aria-hidden="true">
          <path d="M 2 4 h 84 q 8 0 8 4.5 t -8 4.5 h -76 q -8 0 -8 4.5 t 8 4.5 h 84" />
        </svg>
        <b>{name}</b>
        {load ? (
          <span className="mono">
            {fixed(load.ohms.low, 1)} to {fixed(load.ohms.high, 1)} Ω · {fixed(load.watts, 0)} W here
          </span>
        ) : null}
        <button
          type="button"
          className="plain"
          disabled={sealed}
          onClick={() =>
            change(`Take out ${name}`, (j) => {
              const { [id]: _gone, ...rest } = j.survey.mats;
              return { ...j, survey: { ...j.survey, mats: rest } };
            })
          }
        >
          Take out
        </button>
      </div>
      <div className="field-grid">
        <FigureField
          of={name}
          label="rated watts"
          quantity="watts"
          units={job.units}
          low={1}
          high={10_000}
          value={mat.ratedWatts}
          disabled={sealed}
          onTake={(ratedWatts) => (ratedWatts === undefined ? undefined : put('rated watts', { ratedWatts }))}
        />
        <FigureField
          of={name}
          label="rated volts"
          quantity="volts"
          units={job.units}
          low={1}
          high={500}
          value={mat.ratedVolts}
          disabled={sealed}
          onTake={(ratedVolts) => put('rated volts', { ratedVolts })}
        />
      </div>
      <div className="mat-stages">
        {STAGES.map((s) => {
          const read = load?.stages.find((x) => x.stage === s.id);
          const bad = read?.verdict === 'off' || read?.verdict === 'open';
          return (
            <div key={s.id}>
              <h4>
                {s.name}
                {read && read.verdict !== 'not read' ? (
                  <span className={bad ? 'wrong' : 'soft'}>, {VERDICT_WORDS[read.verdict]}</span>
                ) : null}
              </h4>
              <FigureField
                of={`${name} ${s.name}`}
                label="element"
                quantity="ohms"
                units={job.units}
                low={0.01}
                high={1e9}
                value={mat[s.id]?.ohms}
                disabled={sealed}
                onTake={(value) => put(`ohms ${s.name}`, { [s.id]: { ...mat[s.id], ohms: value } })}
              />
              <FigureField
                of={`${name} ${s.name}`}
                label="to its screen"
                quantity="megohms"
                units={job.units}
                low={0}
                high={1e5}
                value={mat[s.id]?.megohms}
                disabled={sealed}
                onTake={(value) => put(`insulation ${s.name}`, { [s.id]: { ...mat[s.id], megohms: value } })}
              />
            </div>
          );
        })}
      </div>
    </article>
  );
}

/** 450 w 240 v 128 ohm 550 meg, several with a comma between. */
function MatEntry(): ReactNode {
  const { survey, sealed, set } = useFloor();
  return (
    <LineEntry<{ mat: Mat }>
      label="Type mats"
      verb="Lay"
      parse={parseMats}
      disabled={sealed}
      says={({ mat }) => `${mat.name ?? 'mat'} ${mat.ratedWatts} W ${mat.ratedVolts ?? '?'} V`}
      example={
        <>
          Type <span className="mono">450 w 240 v 128 ohm 550 meg</span>, a comma between mats; stages:{' '}
          <span className="mono">before 128 550 after 129 500</span>
        </>
      }
      onTake={(items) =>
        set(items.length === 1 ? 'A mat' : `${items.length} mats`, {
          mats: { ...survey.mats, ...Object.fromEntries(items.map(({ mat }) => [nanoid(6), mat])) },
        })
      }
    />
  );
}
