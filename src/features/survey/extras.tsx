'use client';

import type { Accessory, Dwelling } from '@core/job/schema';
import { withSurvey } from '@core/survey/landing';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { useLowVoltage } from '../shell/family-job';

const KINDS: readonly { value: Accessory['kind']; label: string }[] = [
  { value: 'humidifier', label: 'Humidifier' },
  { value: 'dehumidifier', label: 'Dehumidifier' },
  { value: 'ventilator', label: 'Ventilator' },
];

/** Humidifier, dehumidifier, ventilator, and the house behind their arithmetic. */
export function Accessories(): ReactNode {
  const { job, change, sealed, lit } = useLowVoltage();
  const { accessories, dwelling } = job.survey;
  const set = (id: string, label: string, more: Partial<Accessory>): boolean =>
    change(label, (j) => {
      const before = j.survey.accessories[id];
      return before
        ? withSurvey(j, { ...j.survey, accessories: { ...j.survey.accessories, [id]: { ...before, ...more } } })
        : j;
    });
  const house = (label: string, more: Partial<Dwelling>): boolean =>
    change(label, (j) => withSurvey(j, { ...j.survey, dwelling: { ...j.survey.dwelling, ...more } }));
  const entries = Object.entries(accessories);
  const dries = entries.some(([, a]) => a.kind === 'humidifier');
  const airs = entries.some(([, a]) => a.kind === 'ventilator');
  return (
    <section className="panel stack">
      <h2>Accessories</h2>
      {entries.map(([id, a]) => (
        <div key={id} className={`accessory stack${lit.has(`accessory:${id}`) ? ' lit' : ''}`}>
          <h3>{a.kind.charAt(0).toUpperCase() + a.kind.slice(1)}</h3>
          <div className="accessory-facts">
            <Choice
              label="Its power comes from"
              value={a.power}
              disabled={sealed}
              options={[
                { value: 'own', label: 'its own transformer' },
                { value: 'system', label: 'R of this equipment' },
              ]}
              onChoose={(power) =>
                set(id, `${a.kind}: ${power === 'own' ? 'own transformer' : 'fed from R'}`, { power })
              }
            />
            {a.power === 'system' ? (
              <Choice
                label="Its return lands"
                value={a.returns}
                disabled={sealed}
                options={[
                  { value: 'wall', label: 'on C at the wall' },
                  { value: 'board', label: 'on C at the board' },
                ]}
                onChoose={(returns) => set(id, `${a.kind}: returns at the ${returns}`, { returns })}
              />
            ) : null}
            {a.power === 'own' ? (
              <Choice
                label="A lead of its transformer was found on"
                value={a.tiedTo ?? 'none'}
                disabled={sealed}
                options={[
                  { value: 'none', label: 'neither R nor C' },
                  { value: 'R', label: 'R' },
                  { value: 'C', label: 'C' },
                ]}
                onChoose={(tied) =>
                  set(id, `${a.kind}: ${tied === 'none' ? 'apart' : `a lead on ${tied}`}`, {
                    tiedTo: tied === 'none' ? undefined : tied,
                  })
                }
              />
            ) : null}
            {a.kind === 'dehumidifier' ? (
              <Choice
                label="It dries when its input is"
                value={a.output ?? 'normal'}
                disabled={sealed}
                options={[
                  { value: 'normal', label: 'on' },
                  { value: 'reversed', label: 'off (reversed)' },
                ]}
                onChoose={(output) => set(id, `${a.kind}: ${output}`, { output })}
              />
            ) : null}
          </div>
          <Tick
            checked={a.needsFan !== false}
            disabled={sealed}
            onToggle={(needsFan) => set(id, `${a.kind}: ${needsFan ? 'with' : 'without'} fan`, { needsFan })}
          >
            Works in the air of the system fan
          </Tick>
          <div className="field-grid">
            <FigureField
              label="Load"
              quantity="va"
              units={job.units}
              low={0.1}
              high={100}
              disabled={sealed}
              value={a.va}
              onTake={(va) => set(id, `${a.kind}: ${va ?? '?'} VA`, { va })}
            />
            {a.kind === 'ventilator' ? (
              <FigureField
                label="Moves"
                quantity="flow"
                units={job.units}
                low={0.001}
                high={5}
                disabled={sealed}
                value={a.flowCubicMetresPerSecond}
                onTake={(flow) => set(id, `${a.kind}: flow`, { flowCubicMetresPerSecond: flow })}
              />
            ) : null}
          </div>
          <button
            type="button"
            className="plain left"
            disabled={sealed}
            onClick={() =>
              change(`Take the ${a.kind} off`, (j) => {
                const { [id]: _gone, ...rest } = j.survey.accessories;
                return withSurvey(j, { ...j.survey, accessories: rest });
              })
            }
          >
            Take it off the survey
          </button>
        </div>
      ))}
      <div className="row">
        {KINDS.map((k) => (
          <Button
            key={k.value}
            disabled={sealed}
            onClick={() =>
              change(`Add a ${k.value}`, (j) =>
                withSurvey(j, {
                  ...j.survey,
                  accessories: { ...j.survey.accessories, [nanoid(5)]: { kind: k.value } },
                }),
              )
            }
          >
            {k.label}
          </Button>
        ))}
      </div>
      {dries || airs ? (
        <div className="field-grid">
          {dries ? (
            <FigureField
              label="Glazing U, W/m²K"
              quantity="plain"
              units={job.units}
              low={0.3}
              high={7}
              disabled={sealed}
              value={dwelling.glazingU}
              hint="single 5.7, double 2.8, coated 1.4"
              onTake={(glazingU) => house('Glazing', { glazingU })}
            />
          ) : null}
          {airs ? (
            <>
              <FigureField
                label="Floor"
                quantity="area"
                units={job.units}
                low={5}
                high={5000}
                disabled={sealed}
                value={dwelling.floorSquareMetres}
                onTake={(floorSquareMetres) => house('Floor area', { floorSquareMetres })}
              />
              <FigureField
                label="Bedrooms"
                quantity="plain"
                units={job.units}
                low={0}
                high={30}
                disabled={sealed}
                value={dwelling.bedrooms}
                onTake={(n) => house('Bedrooms', { bedrooms: n === undefined ? undefined : Math.round(n) })}
              />
            </>
          ) : null}
        </div>
      ) : null}
    </section>
  );
}

/** The other thermostats on this equipment: each counts when all call at once. */
export function OtherZones(): ReactNode {
  const { job, change, sealed } = useLowVoltage();
  const zones = Object.entries(job.survey.zones);
  return (
    <section className="panel stack">
      <h2>Other thermostats on this equipment</h2>
      {zones.map(([id, z]) => (
        <Tick
          key={id}
          checked={z.endSwitch !== false}
          disabled={sealed}
          note={`valve ${z.valveVA ?? 6.5} VA`}
          onToggle={(endSwitch) =>
            change(`${z.name}: ${endSwitch ? 'end switch' : 'no end switch'}`, (j) =>
              withSurvey(j, { ...j.survey, zones: { ...j.survey.zones, [id]: { ...z, endSwitch } } }),
            )
          }
        >
          {z.name}: its valve has an end switch
        </Tick>
      ))}
      <TextField
        label="Add one, by its place"
        adds
        value=""
        disabled={sealed}
        hint="each counts on the transformer when all call at once"
        onCommit={(v) => {
          if (v)
            change(`Another thermostat: ${v}`, (j) =>
              withSurvey(j, { ...j.survey, zones: { ...j.survey.zones, [nanoid(5)]: { name: v } } }),
            );
        }}
      />
      {zones.length > 0 ? (
        <button
          type="button"
          className="plain left"
          disabled={sealed}
          onClick={() => change('No other thermostats', (j) => withSurvey(j, { ...j.survey, zones: {} }))}
        >
          Take them all off
        </button>
      ) : null}
    </section>
  );
}
