'use client';

import type { LowVoltageJob } from '@core/job/schema';
import type { Condition, PowerWay } from '@core/lowvoltage/powering';
import { predictWay } from '@core/lowvoltage/predict-way';
import { fixed } from '@core/units/units';
/** Decide: what the system is and why, and how the device will be powered. */
import Button from '@mui/material/Button';
import { type ReactNode, useMemo, useState } from 'react';
import { Choice } from '../../ui/fields';
import { ReadingEntry } from '../../ui/reading-entry';
import { Strip } from '../../ui/strip';
import { useLowVoltage } from '../shell/family-job';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { accessoryBadge, planConductors, planRows } from '../survey/strip-model';
import { AccessoriesPanel } from './accessories-panel';
import { Answered } from './answered';
import { BudgetBar } from './budget-bar';
import { CandidatesPanel } from './candidates';
import './decide.css';

const withSeen = (job: LowVoltageJob, { field: [, name] }: Condition, said: 'yes' | 'no'): LowVoltageJob => ({
  ...job,
  survey: { ...job.survey, seen: { ...job.survey.seen, [name]: said } },
});

const WORKS = { yes: 'works', no: 'not here', ask: 'measure first' } as const;

export function Decide(): ReactNode {
  const { job, derived, change, read, lit, light, sealed } = useLowVoltage();
  const { powering, sheet, system } = derived;
  const [looking, setLooking] = useState<PowerWay['id'] | null>(null);
  const shown = powering?.ways.find((w) => w.id === (looking ?? powering.chosen ?? powering.ways[0]?.id));
  // The circuit as each way would leave it, solved for the way being looked at.
  const predicted = useMemo(
    () => (shown && sheet ? predictWay(job, system, sheet, shown) : null),
    [job, system, sheet, shown],
  );
  const spare = powering?.ways.find((w) => w.id === 'spare-core');
  return (
    <>
      <Bench title="Decide" note={sheet ? `for ${sheet.name}` : 'choose a device in Arrive first'}>
        <CandidatesPanel />
        {shown && sheet ? (
          <section>
            <p className="soft decide-caption">
              {shown.id === powering?.chosen ? 'The terminal plan' : 'The terminal plan if you choose'}: {shown.name}
            </p>
            <Strip
              rows={planRows(sheet, shown.plan)}
              conductors={planConductors(shown.plan)}
              wallTitle={`${sheet.name}, wall`}
              boardTitle="Equipment board"
              lit={lit}
              badge={accessoryBadge(shown.plan)}
            />
          </section>
        ) : null}
        <section className="panel stack">
          <h2>Why it is read so</h2>
          {system.reasons.length === 0 ? <p className="soft">Nothing is landed yet.</p> : null}
          <ul className="reasons">
            {system.reasons.map((r) => (
              <li key={r.rule + r.text}>
                <button type="button" onClick={() => light(r.about)}>
                  {r.text}
                </button>
              </li>
            ))}
          </ul>
        </section>
        {powering ? (
          <section className="panel">
            <h2>How the device gets its power</h2>
            <ul className="ways">
              {powering.ways.map((w) => (
                <li key={w.id} className={`way ${w.works}${w.id === powering.chosen ? ' chosen' : ''}`}>
                  <div className="way-head">
                    <strong>{w.name}</strong>
                    <span className="way-works">{WORKS[w.works]}</span>
                    <span className="mono way-minutes">{w.minutes} min</span>
                  </div>
                  <p>
                    {w.why}. Costs the customer: {w.loses}.{w.parts.length > 0 ? ` Parts: ${w.parts.join(', ')}.` : ''}
                    {w.walk === 'none' ? '' : ` Walk: ${w.walk}.`}
                  </p>
                  {w.id === shown?.id && predicted ? (
                    <p className="soft">
                      The device would get <span className="mono">{fixed(predicted.idleVolts, 1)} V</span> idle, at
                      worst <span className="mono">{fixed(predicted.worstVolts, 1)} V</span> ({predicted.worstState}).
                    </p>
                  ) : null}
                  {w.condition ? (
                    <Choice
                      label={w.condition.ask}
                      value={job.survey.seen[w.condition.field[1]]}
                      disabled={sealed}
                      options={[
                        { value: 'yes', label: 'there is' },
                        { value: 'no', label: 'there is none' },
                      ]}
                      onChoose={(v) => {
                        const { condition } = w;
                        if (condition) change(`${condition.ask}: ${v}`, (j) => withSeen(j, condition, v));
                      }}
                    />
                  ) : null}
                  <div className="row">
                    {w.id === powering.chosen ? (
                      <b>Chosen</b>
                    ) : (
                      <Button
                        disabled={sealed}
                        onClick={() =>
                          change(`Power: ${w.name}`, (j) => ({ ...j, decide: { ...j.decide, powering: w.id } }))
                        }
                      >
                        Choose
                      </Button>
                    )}
                    {w.id !== shown?.id ? <Button onClick={() => setLooking(w.id)}>See the plan</Button> : null}
                    {w.id === powering.chosen && job.decide.powering !== undefined ? (
                      <Button
                        disabled={sealed}
                        onClick={() =>
                          change('Power: as proposed', (j) => ({ ...j, decide: { ...j.decide, powering: undefined } }))
                        }
                      >
                        Back to the proposal
                      </Button>
                    ) : null}
                  </div>
                </li>
              ))}
            </ul>
            {spare && spare.works !== 'no' && spare.takeovers[0] ? (
              <ReadingEntry
                label="Spare core joined to another at the board: ohms at the wall (OL = open)"
                quantity="ohms"
                units={job.units}
                disabled={sealed}
                onRead={(value) =>
                  read(`Spare core reads ${fixed(value, 1)} Ω`, {
                    quantity: 'ohms',
                    value,
                    stop: 'decide',
                    measure: 'spare-core',
                    state: 'off',
                  })
                }
              />
            ) : null}
          </section>
        ) : null}
        <BudgetBar />
        <AccessoriesPanel />
      </Bench>
      <ReadingSide here="decide" sentence={system.sentence} after={<Answered />} />
    </>
  );
}
