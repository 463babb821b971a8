'use client';

import { BUDGET_SHARE } from '@core/lowvoltage/budget';
import { withSurvey } from '@core/survey/landing';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { FigureField } from '../../ui/figure-field';
import { useJob } from '../shell/job-context';
import './budget-bar.css';

const WIDTH = 640;
const NARROWEST = 44;

/** What the transformer carries in its worst state: one block a load, the 80 % mark, the rating. */
export function BudgetBar(): ReactNode {
  const { job, derived, lit, change, sealed } = useJob();
  const { budget } = derived;
  if (!budget) return null;
  const right = Math.max(budget.ratedVA, budget.va) * 1.04;
  const x = (va: number): number => (va / right) * WIDTH;
  let at = 0;
  const weakest = budget.worst.weakest;
  return (
    <section className={`panel stack${lit.has('budget') ? ' lit-panel' : ''}`}>
      <h2>
        Transformer, worst state{' '}
        <span className="mono budget-figure">
          {fixed(budget.va, 0)} of {fixed(budget.ratedVA, 0)} VA
        </span>
      </h2>
      <svg
        className={`budget-bar${budget.short ? ' short' : ''}`}
        viewBox={`0 0 ${WIDTH} 66`}
        role="img"
        aria-label={`${fixed(budget.va, 1)} VA of ${fixed(budget.ratedVA, 0)} VA in ${budget.state}: ${budget.parts.map((p) => `${p.name} ${fixed(p.va, 1)}`).join(', ')}`}
      >
        <rect className="budget-room" x={0} y={18} width={x(budget.ratedVA)} height={28} />
        {budget.parts.map((p, i) => {
          const left = x(at);
          at += p.va;
          const w = x(at) - left;
          return (
            <g key={p.id}>
              <rect className={`budget-part tone${i % 3}`} x={left} y={18} width={Math.max(1, w - 1.5)} height={28} />
              {w > NARROWEST ? (
                <text x={left + 7} y={37}>
                  {fixed(p.va, 1)}
                </text>
              ) : null}
            </g>
          );
        })}
        <line
          className="budget-mark"
          x1={x(BUDGET_SHARE * budget.ratedVA)}
          x2={x(BUDGET_SHARE * budget.ratedVA)}
          y1={12}
          y2={52}
        />
        <text className="budget-mark-text" x={x(BUDGET_SHARE * budget.ratedVA)} y={64} textAnchor="middle">
          80 %: {fixed(BUDGET_SHARE * budget.ratedVA, 0)} VA
        </text>
      </svg>
      <ul className="budget-parts">
        {budget.parts.map((p, i) => (
          <li key={p.id}>
            <span className={`budget-key tone${i % 3}`} />
            {p.name} <span className="mono">{fixed(p.va, 1)} VA</span>
          </li>
        ))}
      </ul>
      <p className="soft">
        {budget.state}, the worst of {budget.worst.tried} states tried.
        {weakest ? ` Weakest coil: ${weakest.load.name}, ${fixed(weakest.volts, 1)} V.` : ''}
        {budget.inrush ? ` While the ${budget.inrush.name} pulls in it sees ${fixed(budget.inrush.volts, 1)} V.` : ''}
      </p>
      {budget.repair ? (
        <p>
          <b>{budget.repair.what}:</b> then {fixed(budget.repair.va, 0)} of {fixed(budget.repair.ratedVA, 0)} VA
          {budget.repair.weakestShare === null
            ? ''
            : `, every coil at ${fixed(100 * budget.repair.weakestShare, 0)} % or more`}
          .
        </p>
      ) : budget.short ? (
        <p>No single change tried here repairs it: divide the loads over two transformers.</p>
      ) : null}
      <details>
        <summary>Loads by their nameplates</summary>
        <div className="field-grid">
          {(derived.installed?.loads ?? []).map((l) => (
            <FigureField
              key={l.id}
              label={l.name}
              quantity="va"
              units={job.units}
              low={0.1}
              high={200}
              disabled={sealed}
              value={l.va}
              onTake={(va) =>
                change(`${l.name}: ${va ?? 'usual'} VA`, (j) => {
                  const { [l.id]: _usual, ...rest } = j.survey.equipment.loadVA ?? {};
                  const loadVA = va === undefined ? rest : { ...rest, [l.id]: va };
                  return withSurvey(j, { ...j.survey, equipment: { ...j.survey.equipment, loadVA } });
                })
              }
            />
          ))}
        </div>
      </details>
    </section>
  );
}
