'use client';

import type { Gauge } from '@core/job/schema';
import { withSurvey } from '@core/survey/landing';
import type { ReactNode } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { useJob } from '../shell/job-context';

const GAUGES: readonly Gauge[] = ['AWG 16', 'AWG 18', 'AWG 20', 'AWG 22', 'AWG 24', '0.5 mm²', '0.75 mm²'];

/** What else the survey holds: cable, equipment, old device. */
export function Around(): ReactNode {
  const { job, change, sealed } = useJob();
  const { equipment, cables, old } = job.survey;
  const setEquipment = (label: string, more: Partial<typeof equipment>): boolean =>
    change(label, (j) => withSurvey(j, { ...j.survey, equipment: { ...j.survey.equipment, ...more } }));
  const number = (text: string): number | undefined => {
    const n = Number(text.replace(',', '.'));
    return text.trim() !== '' && Number.isFinite(n) ? n : undefined;
  };
  return (
    <div className="panel-grid">
      <div className="stack">
        <section className="panel stack">
          <h2>Cable in the wall</h2>
          <Choice
            label="Conductor size"
            value={cables.main.gauge}
            disabled={sealed}
            options={GAUGES.map((g) => ({ value: g, label: g }))}
            onChoose={(gauge) =>
              change(`Cable: ${gauge}`, (j) =>
                withSurvey(j, {
                  ...j.survey,
                  cables: { ...j.survey.cables, main: { ...j.survey.cables.main, gauge } },
                }),
              )
            }
          />
          <TextField
            label="Run, metres"
            mono
            disabled={sealed}
            value={cables.main.metres === undefined ? '' : String(cables.main.metres)}
            hint="18 gauge, 15 m is assumed until noted"
            onCommit={(v) =>
              change(`Cable run: ${v} m`, (j) =>
                withSurvey(j, {
                  ...j.survey,
                  cables: { ...j.survey.cables, main: { ...j.survey.cables.main, metres: number(v) } },
                }),
              )
            }
          />
        </section>
        <section className="panel">
          <h2>The old thermostat</h2>
          <Tick
            checked={old.batteries === true}
            disabled={sealed}
            onToggle={(on) =>
              change('Old device: batteries', (j) =>
                withSurvey(j, { ...j.survey, old: { ...j.survey.old, batteries: on || undefined } }),
              )
            }
          >
            Ran on batteries
          </Tick>
          <Tick
            checked={old.mechanical === true}
            disabled={sealed}
            onToggle={(on) =>
              change('Old device: mechanical', (j) =>
                withSurvey(j, { ...j.survey, old: { ...j.survey.old, mechanical: on || undefined } }),
              )
            }
          >
            Mechanical, with switches
          </Tick>
          <Tick
            checked={old.twoRows === true}
            disabled={sealed}
            onToggle={(on) =>
              change('Old device: two rows', (j) =>
                withSurvey(j, { ...j.survey, old: { ...j.survey.old, twoRows: on || undefined } }),
              )
            }
          >
            Letters in two rows
          </Tick>
          <TextField
            label="What it was"
            value={old.note}
            disabled={sealed}
            onCommit={(v) =>
              change('Old device', (j) =>
                withSurvey(j, { ...j.survey, old: { ...j.survey.old, note: v || undefined } }),
              )
            }
          />
        </section>
      </div>
      <section className="panel stack">
        <h2>Equipment nameplate</h2>
        <Choice
          label="Fuel"
          value={equipment.fuel}
          disabled={sealed}
          options={[
            { value: 'gas', label: 'gas' },
            { value: 'propane', label: 'bottled gas' },
            { value: 'oil', label: 'oil' },
            { value: 'electric', label: 'electric' },
          ]}
          onChoose={(fuel) => setEquipment(`Fuel: ${fuel}`, { fuel })}
        />
        <Choice
          label="Outdoor unit"
          value={equipment.outdoorUnit}
          disabled={sealed}
          options={[
            { value: 'none', label: 'none' },
            { value: 'air-conditioner', label: 'cooling only' },
            { value: 'heat-pump', label: 'heat pump' },
          ]}
          onChoose={(outdoorUnit) =>
            setEquipment(`Outdoor unit: ${outdoorUnit}`, {
              outdoorUnit: equipment.outdoorUnit === outdoorUnit ? undefined : outdoorUnit,
            })
          }
        />
        {equipment.outdoorUnit === 'heat-pump' ? (
          <Choice
            label="Its valve is energised in"
            value={equipment.reversingValve}
            disabled={sealed}
            options={[
              { value: 'O', label: 'cooling (O)' },
              { value: 'B', label: 'heating (B)' },
            ]}
            onChoose={(reversingValve) => setEquipment(`Valve: ${reversingValve}`, { reversingValve })}
          />
        ) : null}
        {equipment.fuel === 'electric' && equipment.outdoorUnit !== 'heat-pump' ? (
          <Choice
            label="With a heat call the fan was seen started by"
            value={equipment.fanStartedBy}
            disabled={sealed}
            options={[
              { value: 'equipment', label: 'the equipment' },
              { value: 'thermostat', label: 'only the thermostat' },
            ]}
            onChoose={(fanStartedBy) => setEquipment(`Fan started by ${fanStartedBy}`, { fanStartedBy })}
          />
        ) : null}
        <div className="field-grid">
          <TextField
            label="Transformer, VA"
            mono
            disabled={sealed}
            value={equipment.transformerVA === undefined ? '' : String(equipment.transformerVA)}
            hint="40 VA assumed"
            onCommit={(v) => setEquipment(`Transformer: ${v} VA`, { transformerVA: number(v) })}
          />
          <TextField
            label="Efficiency, %"
            mono
            disabled={sealed}
            value={equipment.efficiencyPercent === undefined ? '' : String(equipment.efficiencyPercent)}
            hint="90 and up: condensing"
            onCommit={(v) => setEquipment(`Efficiency: ${v} %`, { efficiencyPercent: number(v) })}
          />
        </div>
      </section>
    </div>
  );
}
