'use client';

import { BUDGET_SHARE } from '@core/lowvoltage/budget';
import { withSurvey } from '@core/survey/landing';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { FigureField } from '../../ui/figure-field';
import { More } from '../../ui/more';
import { useLowVoltage } from '../shell/family-job';
import './budget-bar.css';

/** Of the whole bar: a figure fits on a phone from here on. */
const WIDE_ENOUGH = 0.12;

/** The sum of the loads is told where it is so much more than what flows. */
const TOLD_VA = 0.2;

/** What the transformer carries in its worst state: one block a load, the 80 % mark, the rating. */
export function BudgetBar(): ReactNode {
  const { job, derived, lit, change, sealed } = useLowVoltage();
  const { budget } = derived;
  if (!budget) return null;
  const right = Math.max(budget.ratedVA, budget.va) * 1.04;
  const share = (va: number): string => `${(100 * va) / right}%`;
  let at = 0;
  const weakest = budget.worst.weakest;
  const oneByOne = budget.parts.reduce((sum, p) => sum + p.va, 0);
  return (
    <section className={`panel stack${lit.has('budget') ? ' lit-panel' : ''}`}>
      <h2>
        Transformer, worst state{' '}
        <span className="mono budget-figure">
          {fixed(budget.va, 0)} of {fixed(budget.ratedVA, 0)} VA
        </span>
      </h2>
      <div
        className={`budget-bar${budget.short ? ' short' : ''}`}
        role="img"
        aria-label={`${fixed(budget.va, 1)} VA of ${fixed(budget.ratedVA, 0)} VA in ${budget.state}: ${budget.parts.map((p) => `${p.name} ${fixed(p.va, 1)}`).join(', ')}`}
      >
        <span className="budget-room" style={{ width: share(budget.ratedVA) }} />
        {budget.parts.map((p, i) => {
          const left = at;
          at += p.va;
          return (
            <span key={p.id} className={`budget-part tone${i % 3}`} style={{ left: share(left), width: share(p.va) }}>
              {p.va / right > WIDE_ENOUGH ? fixed(p.va, 1) : ''}
            </span>
          );
        })}
        <span className="budget-mark" style={{ left: share(BUDGET_SHARE * budget.ratedVA) }} />
        <span className="budget-mark-text" style={{ left: share(BUDGET_SHARE * budget.ratedVA) }}>
          80 %: {fixed(BUDGET_SHARE * budget.ratedVA, 0)} VA
        </span>
      </div>
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
        {oneByOne > budget.va + TOLD_VA
          ? ` The loads add up to ${fixed(oneByOne, 1)} VA one by one. The total is less because power factors differ.`
          : ''}
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
      <More summary={'Loads by their nameplates'}>
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
      </More>
    </section>
  );
}
