'use client';

import type { Gauge } from '@core/job/schema';
import { withSurvey } from '@core/survey/landing';
import type { ReactNode } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { useLowVoltage } from '../shell/family-job';
import { EquipmentMore } from './equipment-more';
import { Accessories, OtherZones } from './extras';

const GAUGES: readonly Gauge[] = ['AWG 16', 'AWG 18', 'AWG 20', 'AWG 22', 'AWG 24', '0.5 mm²', '0.75 mm²'];

const SIGNS = [
  ['zoneValves', 'A motor valve in the pipe of this zone'],
  ['serialControl', 'A data pair at board or outdoor unit'],
  ['thickConductors', 'Thick conductors'],
  ['wireNuts', 'Wire nuts'],
  ['mainsBox', 'A mains box'],
] as const;

/** What else the survey holds: cable, equipment, old device. */
export function Around(): ReactNode {
  const { job, change, sealed } = useLowVoltage();
  const { equipment, cables, old, seen } = job.survey;
  const setEquipment = (label: string, more: Partial<typeof equipment>): boolean =>
    change(label, (j) => withSurvey(j, { ...j.survey, equipment: { ...j.survey.equipment, ...more } }));
  return (
    <>
      <div className="panel-grid">
        <div className="stack">
          <section className="panel stack">
            <h2>Cable in the wall</h2>
            <Choice
              label="Region"
              value={job.survey.region}
              disabled={sealed}
              options={[
                { value: 'NA', label: 'North America' },
                { value: 'UK', label: 'Britain' },
                { value: 'EU', label: 'Europe' },
                { value: 'AU', label: 'Australia' },
              ]}
              onChoose={(region) => change(`Region: ${region}`, (j) => withSurvey(j, { ...j.survey, region }))}
            />
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
            <FigureField
              label="Run"
              quantity="metres"
              units={job.units}
              low={0.1}
              high={500}
              disabled={sealed}
              value={cables.main.metres}
              hint="18 gauge, 15 m is assumed until noted"
              onTake={(metres) =>
                change('Cable run', (j) =>
                  withSurvey(j, {
                    ...j.survey,
                    cables: { ...j.survey.cables, main: { ...j.survey.cables.main, metres } },
                  }),
                )
              }
            />
            <FigureField
              label="Cores in its sheath"
              quantity="plain"
              units={job.units}
              low={1}
              high={24}
              disabled={sealed}
              value={cables.main.cores}
              onTake={(n) =>
                change('Cores', (j) =>
                  withSurvey(j, {
                    ...j.survey,
                    cables: {
                      ...j.survey.cables,
                      main: { ...j.survey.cables.main, cores: n === undefined ? undefined : Math.round(n) },
                    },
                  }),
                )
              }
            />
            {Object.values(job.survey.conductors).some((c) => c.cable === 'outdoor') ? (
              <FigureField
                label="Run to the outdoor unit"
                quantity="metres"
                units={job.units}
                low={0.1}
                high={500}
                disabled={sealed}
                value={cables.outdoor.metres}
                onTake={(metres) =>
                  change('Outdoor cable run', (j) =>
                    withSurvey(j, {
                      ...j.survey,
                      cables: { ...j.survey.cables, outdoor: { ...j.survey.cables.outdoor, metres } },
                    }),
                  )
                }
              />
            ) : null}
          </section>
          <section className="panel">
            <h2>Seen here</h2>
            {SIGNS.map(([sign, says]) => (
              <Tick
                key={sign}
                checked={seen[sign] === true}
                disabled={sealed}
                onToggle={(on) =>
                  change(`Seen: ${says}`, (j) =>
                    withSurvey(j, { ...j.survey, seen: { ...j.survey.seen, [sign]: on || undefined } }),
                  )
                }
              >
                {says}
              </Tick>
            ))}
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
        <div className="stack">
          <section className="panel stack">
            <h2>Equipment nameplate</h2>
            <Choice
              label="What makes the heat"
              value={equipment.kind}
              disabled={sealed}
              options={[
                { value: 'furnace', label: 'furnace' },
                { value: 'boiler', label: 'boiler' },
                { value: 'steam-boiler', label: 'steam boiler' },
                { value: 'zone-valve', label: 'zone valve' },
                { value: 'hydronic-air-handler', label: 'hot-water air handler' },
              ]}
              onChoose={(kind) => setEquipment(`Heat: ${kind}`, { kind: equipment.kind === kind ? undefined : kind })}
            />
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
            {(equipment.fuel === 'electric' || equipment.kind === 'hydronic-air-handler') &&
            equipment.outdoorUnit !== 'heat-pump' ? (
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
              <FigureField
                label="Transformer"
                quantity="va"
                units={job.units}
                low={1}
                high={500}
                disabled={sealed}
                value={equipment.transformerVA}
                hint="40 VA assumed"
                onTake={(transformerVA) => setEquipment(`Transformer: ${transformerVA ?? '?'} VA`, { transformerVA })}
              />
              <FigureField
                label="Efficiency, %"
                quantity="plain"
                units={job.units}
                low={40}
                high={100}
                disabled={sealed}
                value={equipment.efficiencyPercent}
                hint="90 and up: condensing"
                onTake={(efficiencyPercent) =>
                  setEquipment(`Efficiency: ${efficiencyPercent ?? '?'} %`, { efficiencyPercent })
                }
              />
            </div>
          </section>
          <OtherZones />
        </div>
      </div>
      <EquipmentMore />
      <Accessories />
    </>
  );
}
