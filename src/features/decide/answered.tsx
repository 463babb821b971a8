/** What was answered about the system: each answer a field of the survey, to be taken back here as well. */

import { valueAt } from '@core/family/field';
import { applyChanges } from '@core/job/changes';
import { answeredFields } from '@core/lowvoltage/form';
import type { ReactNode } from 'react';
import { useLowVoltage } from '../shell/family-job';

export function Answered(): ReactNode {
  const { job, change, sealed } = useLowVoltage();
  const given = answeredFields(job.survey);
  if (given.length === 0) return null;
  return (
    <section className="stack">
      <h2>Answered</h2>
      <div className="row">
        {given.map(({ path, label, words }) => (
          <button
            key={path.join('.')}
            type="button"
            className="answered"
            disabled={sealed}
            onClick={() => change(`Ask again: ${label}`, (j) => applyChanges(j, [{ path: ['survey', ...path] }]).value)}
          >
            {label} <b>{words?.[String(valueAt(job.survey, path))]}</b> <span className="soft">ask again</span>
          </button>
        ))}
      </div>
    </section>
  );
}
