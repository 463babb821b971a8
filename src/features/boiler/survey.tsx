'use client';

/** Survey of a plant: what it is, and what is joined to what, drawn, touched or typed. */
import { parseWires } from '@core/boiler/wire-lines';
import { netsOf } from '@core/boiler/wiring';
import type { Wire } from '@core/job/boiler-schema';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { Choice, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { LineEntry } from '../mains/line-entry';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { WiringCentre } from './centre';
import { Cores } from './cores';
import { useBoiler, useSurvey } from './use-boiler';
import '../survey/survey.css';

const PLANTS = [
  { value: 'combination', label: 'combination' },
  { value: 'zone-valves', label: 'zone valves, cylinder' },
  { value: 'three-port', label: 'three-port valve, cylinder' },
  { value: 'gravity', label: 'gravity hot water' },
] as const;

export function BoilerSurveyScreen(): ReactNode {
  const { boiler, sealed, job, change, lit } = useBoiler();
  const { survey, set } = useSurvey();
  const { plant } = boiler;
  const [from, setFrom] = useState<string | null>(null);
  const touch = (point: string): void => {
    if (from === null || from === point) {
      setFrom(from === point ? null : point);
      return;
    }
    set(`Joined: ${from} to ${point}`, { wires: { ...survey.wires, [nanoid(6)]: { a: from, b: point } } });
    setFrom(null);
  };
  return (
    <>
      <Bench
        title="What is there"
        note={boiler.traced ? `${boiler.traced.length} wires traced` : 'nothing traced yet: the plan stands in'}
      >
        <section className="panel stack">
          <h2>The plant</h2>
          <Choice
            label="Plant"
            value={survey.plant}
            disabled={sealed}
            options={PLANTS}
            onChoose={(v) => set(`Plant: ${v}`, { plant: v })}
          />
          <Choice
            label="The boiler’s call terminals take"
            value={survey.input}
            disabled={sealed}
            options={[
              { value: 'live', label: 'switched live' },
              { value: 'volt-free', label: 'volt-free, mains' },
              { value: 'low-voltage', label: 'extra low voltage' },
              { value: 'bus', label: 'data bus' },
            ]}
            onChoose={(input) => set(`Boiler input: ${input}`, { input })}
          />
          {survey.plant === 'zone-valves' ? (
            <FigureField
              label="Heating zones"
              quantity="plain"
              units={job.units}
              low={1}
              high={8}
              value={survey.heatingZones}
              disabled={sealed}
              onTake={(n) => set('Heating zones', { heatingZones: n === undefined ? undefined : Math.round(n) })}
            />
          ) : null}
          <Choice
            label="Old room thermostat"
            value={survey.oldRoomThermostat}
            disabled={sealed}
            options={[
              { value: 'none', label: 'none' },
              { value: 'in-series', label: 'still in series' },
              { value: 'joined', label: 'joined through' },
              { value: 'floating', label: 'a core left loose' },
            ]}
            onChoose={(oldRoomThermostat) => set(`Old thermostat: ${oldRoomThermostat}`, { oldRoomThermostat })}
          />
          <Choice
            label="Neutral of the spur"
            value={survey.neutral}
            disabled={sealed}
            options={[
              { value: 'own', label: 'its own' },
              { value: 'shared', label: 'another circuit’s' },
            ]}
            onChoose={(neutral) => set(`Neutral: ${neutral}`, { neutral })}
          />
          <Tick
            checked={survey.earth !== false}
            disabled={sealed}
            onToggle={(earth) => set(earth ? 'Earth there' : 'No earth', { earth })}
          >
            Earth at the spur
          </Tick>
          <Tick
            checked={survey.pumpOverrun === true}
            disabled={sealed}
            onToggle={(pumpOverrun) => set(`Overrun: ${pumpOverrun}`, { pumpOverrun })}
          >
            The boiler runs its pump on (overrun)
          </Tick>
          <Tick
            checked={survey.permanentLive !== false}
            disabled={sealed}
            onToggle={(permanentLive) => set(`Permanent live: ${permanentLive}`, { permanentLive })}
          >
            Permanent live at the boiler
          </Tick>
          <div className="field-grid">
            <FigureField
              label="Spur fuse, A"
              quantity="plain"
              units={job.units}
              low={1}
              high={63}
              value={survey.fuseAmps}
              disabled={sealed}
              hint="3 A is usual"
              onTake={(fuseAmps) => set('Fuse', { fuseAmps })}
            />
            <FigureField
              label="Boiler at 230 V"
              quantity="va"
              units={job.units}
              low={1}
              high={2000}
              value={survey.boilerVA}
              disabled={sealed}
              onTake={(boilerVA) => set('Boiler VA', { boilerVA })}
            />
            <FigureField
              label="Pump"
              quantity="va"
              units={job.units}
              low={1}
              high={2000}
              value={survey.pumpVA}
              disabled={sealed}
              onTake={(pumpVA) => set('Pump VA', { pumpVA })}
            />
          </div>
        </section>
        {plant ? (
          <section className="panel stack">
            <h2>What is joined now</h2>
            <WiringCentre
              parts={boiler.parts}
              nets={boiler.traced ? netsOf(boiler.traced) : boiler.nets}
              result={null}
              lit={lit}
              {...(sealed ? {} : { onPoint: touch, picked: from })}
            />
            <p className="soft">
              {from ? `${from} to which? Touch the other end.` : 'Touch two terminals to join them, or type.'}
            </p>
            <WireEntry />
            <div className="row">
              <Button
                disabled={sealed}
                onClick={() =>
                  set('Traced: as the plan', {
                    wires: Object.fromEntries(boiler.wires.map((w, i) => [`w${i + 1}`, w])),
                  })
                }
              >
                It is as the plan
              </Button>
              {boiler.traced ? (
                <Button
                  disabled={sealed}
                  onClick={() =>
                    change('Nothing traced', (j) => {
                      const { wires: _gone, ...rest } = j.boiler;
                      return { ...j, boiler: rest };
                    })
                  }
                >
                  Start tracing again
                </Button>
              ) : null}
            </div>
            {boiler.traced ? <WireList /> : null}
          </section>
        ) : null}
        <Cores />
      </Bench>
      <ReadingSide here="survey" sentence={boiler.sentence} />
    </>
  );
}

/** Wires typed: rx 4 - ch1 brown, supply l - rx l. */
function WireEntry(): ReactNode {
  const { boiler, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const { plant } = boiler;
  if (!plant) return null;
  return (
    <LineEntry<{ wire: Wire }>
      label="Type wires"
      verb="Join"
      parse={(line) => parseWires(line, plant)}
      disabled={sealed}
      says={({ wire }) => `${wire.a} to ${wire.b}`}
      example={
        <>
          Type <span className="mono">rx 4 - ch1 brown</span>, <span className="mono">supply l - rx l centre 1</span>
        </>
      }
      onTake={(items) =>
        set(`Traced ${items.length === 1 ? 'a wire' : `${items.length} wires`}`, {
          wires: { ...survey.wires, ...Object.fromEntries(items.map(({ wire }) => [nanoid(6), wire])) },
        })
      }
    />
  );
}

function WireList(): ReactNode {
  const { sealed } = useBoiler();
  const { survey, set } = useSurvey();
  return (
    <details>
      <summary>Every traced wire</summary>
      <ul className="later">
        {Object.entries(survey.wires ?? {}).map(([id, w]) => (
          <li key={id}>
            <span className="mono">
              {w.a} to {w.b}
            </span>{' '}
            <button
              type="button"
              className="plain"
              disabled={sealed}
              aria-label={`Take ${w.a} to ${w.b} off`}
              onClick={() => {
                const { [id]: _gone, ...rest } = survey.wires ?? {};
                set(`Not joined: ${w.a} to ${w.b}`, { wires: rest });
              }}
            >
              take off
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
