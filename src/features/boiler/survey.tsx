'use client';

import { OFF, parseBoilerReadings, voltsByWires } from '@core/boiler/found-readings';
import type { PlantPart } from '@core/boiler/plant-layout';
import { parseWires } from '@core/boiler/wire-lines';
import { netsOf } from '@core/boiler/wiring';
/** Survey of a plant: what it is, and what is joined to what, drawn, touched or typed. */
import { isPoint } from '@core/circuit/point';
import type { Wire } from '@core/job/boiler-schema';
import { fixed } from '@core/units/units';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { More } from '../../ui/more';
import { LineEntry } from '../mains/line-entry';
import { Bench } from '../shell/frame';
import { MeasureAny } from '../shell/measure-any';
import { ReadingSide } from '../shell/reading-side';
import { touched } from '../shell/touched';
import { WiringCentre } from './centre';
import { Cores } from './cores';
import { OldBox } from './old-box';
import { knownOf, PartPanel } from './part-panel';
import { PlantDrawing } from './plant-drawing';
import { useBoiler, useSurvey } from './use-boiler';
import '../survey/survey.css';

export function BoilerSurveyScreen(): ReactNode {
  const { boiler, sealed, change, lit } = useBoiler();
  const { survey, set } = useSurvey();
  const { plant } = boiler;
  const [from, setFrom] = useState<string | null>(null);
  const [part, setPart] = useState<PlantPart | null>(null);
  // Without a choice of its own the drawing asks of the first part nobody has spoken of.
  const shown = part ?? (survey.plant === undefined ? 'valve' : survey.input === undefined ? 'boiler' : 'spur');
  const [reads, setReads] = useState(false);
  const [pair, setPair] = useState<string[]>([]);
  const touch = (point: string): void => {
    if (reads) {
      setPair((p) => touched(p, point));
      return;
    }
    if (from === null || from === point) {
      setFrom(from === point ? null : point);
      return;
    }
    if (!isPoint(from) || !isPoint(point)) return;
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
          <p className="soft">Touch a part to say what it is.</p>
          <PlantDrawing
            plant={survey.plant === undefined ? null : plant}
            result={null}
            says={(p) => knownOf(p, survey)}
            onPart={setPart}
            picked={shown}
          />
          <PartPanel part={shown} />
          {shown === 'receiver' ? <OldBox /> : null}
        </section>
        {plant ? (
          <section className="panel stack">
            <h2>What is joined now</h2>
            <WiringCentre
              parts={boiler.parts}
              nets={boiler.traced ? netsOf(boiler.traced) : boiler.nets}
              result={null}
              lit={lit}
              {...(sealed ? {} : { onPoint: touch, picked: reads ? pair : from ? [from] : [] })}
            />
            {boiler.traced && boiler.demands.length > 0 ? (
              <Choice
                label="Two touches"
                value={reads ? 'read' : 'join'}
                options={[
                  { value: 'join', label: 'join them' },
                  { value: 'read', label: 'are the meter’s' },
                ]}
                disabled={sealed}
                onChoose={(v) => {
                  setReads(v === 'read');
                  setFrom(null);
                  setPair([]);
                }}
              />
            ) : null}
            {reads ? null : (
              <p className="soft">
                {from ? `${from} to which? Touch the other end.` : 'Touch two terminals to join them, or type.'}
              </p>
            )}
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
                      const { wires: _gone, ...rest } = j.survey;
                      return { ...j, survey: rest };
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
        {plant && boiler.traced && boiler.demands.length > 0 ? (
          <Readings pair={pair} onTaken={() => setPair([])} />
        ) : null}
        <Cores />
      </Bench>
      <ReadingSide here="survey" sentence={boiler.sentence} />
    </>
  );
}

type BoilerReading = Extract<ReturnType<typeof parseBoilerReadings>[number], { ok: true }>['reading'];

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

/** Volts between any two terminals, in any demand. */
function Readings({ pair, onTaken }: { pair: readonly string[]; onTaken: () => void }): ReactNode {
  const { boiler } = useBoiler();
  const { plant, demands } = boiler;
  if (!plant) return null;
  return (
    <MeasureAny<{ reading: BoilerReading }>
      stop="survey"
      pair={pair}
      touch="a terminal"
      points={boiler.parts.flatMap((p) => p.terminals.map((t) => ({ value: `${p.id}.${t}`, label: `${p.name} ${t}` })))}
      states={[...demands.map((d) => ({ value: d.id, label: d.name })), { value: OFF, label: 'supply off' }]}
      quantities={[{ value: 'volts-ac', label: 'V AC' }]}
      expects={(a, b, _quantity, state) => {
        const volts = voltsByWires(a, b, state, demands);
        return volts === null ? null : `${fixed(volts, 0)} V`;
      }}
      parse={(line) => parseBoilerReadings(line, plant, demands)}
      says={({ reading }) =>
        `${reading.a} to ${reading.b}: ${reading.value} V, ${demands.find((d) => d.id === reading.state)?.name ?? 'supply off'}`
      }
      example={
        <>
          Type <span className="mono">rx 4 - rx n 231 {demands[1]?.name}</span>,{' '}
          <span className="mono">boiler l - boiler n 0 off</span>
        </>
      }
      onTaken={onTaken}
    />
  );
}

function WireList(): ReactNode {
  const { sealed } = useBoiler();
  const { survey, set } = useSurvey();
  return (
    <More summary={'Every traced wire'}>
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
    </More>
  );
}
