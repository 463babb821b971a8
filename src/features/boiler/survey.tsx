'use client';

/** Survey of a plant: what it is, and what is joined to what, drawn, touched or typed. */
import { parseBoilerReadings } from '@core/boiler/found-readings';
import type { PlantPart } from '@core/boiler/plant-layout';
import { parseWires } from '@core/boiler/wire-lines';
import { netsOf } from '@core/boiler/wiring';
import type { Wire } from '@core/job/boiler-schema';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { LineEntry } from '../mains/line-entry';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { ReadingsLog } from '../shell/readings-log';
import { WiringCentre } from './centre';
import { Cores } from './cores';
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
          <p className="soft">Touch a part to say what it is.</p>
          <PlantDrawing
            plant={survey.plant === undefined ? null : plant}
            result={null}
            says={(p) => knownOf(p, survey)}
            onPart={setPart}
            picked={shown}
          />
          <PartPanel part={shown} />
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
            <ReadingEntry />
            <ReadingsLog stop="survey" />
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

/** Volts typed between any two terminals, in any demand. */
function ReadingEntry(): ReactNode {
  const { boiler, sealed, read } = useBoiler();
  const { plant, demands } = boiler;
  if (!plant || !boiler.traced || demands.length === 0) return null;
  return (
    <LineEntry<{ reading: BoilerReading }>
      label="Type readings"
      verb="Read"
      parse={(line) => parseBoilerReadings(line, plant, demands)}
      disabled={sealed}
      says={({ reading }) =>
        `${reading.a} to ${reading.b}: ${reading.value} V, ${demands.find((d) => d.id === reading.state)?.name ?? 'supply off'}`
      }
      example={
        <>
          Read anything? <span className="mono">rx 4 - rx n 231 {demands[1]?.name}</span>,{' '}
          <span className="mono">boiler l - boiler n 0 off</span>
        </>
      }
      onTake={(items) => {
        for (const { reading } of items) read(`Read ${reading.a} to ${reading.b}`, { ...reading, stop: 'survey' });
      }}
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
