'use client';

/** The stops of a mains-switched boiler job, on the same frame. */
import { cylinderCaution, MAINS_CAUTION } from '@core/boiler/cautions';
import { compensationCurve, FLOOR_EXPONENT, RADIATOR_EXPONENT } from '@core/boiler/compensation';
import type { DemandResult } from '@core/boiler/demand';
import { whyCold } from '@core/boiler/hot-water';
import { PROVE_STEPS } from '@core/boiler/make-safe';
import { flowCheck } from '@core/boiler/settings';
import { parseWires } from '@core/boiler/wire-lines';
import { netsOf } from '@core/boiler/wiring';
import type { BoilerSurvey } from '@core/job/boiler-schema';
import { displayUnit, toDisplay } from '@core/units/display';
import { clock, fixed } from '@core/units/units';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { ReadingEntry } from '../../ui/reading-entry';
import { Card } from '../set-up/card';
import { Bench } from '../shell/frame';
import { useJob, useNow } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { ReadingsLog } from '../shell/readings-log';
import { Wait } from '../shell/timers';
import { CentreTable, WiringCentre } from './centre';
import { StartLine } from './start-line';

const LineChart = dynamic(() => import('../../ui/line-chart'), {
  ssr: false,
  loading: () => <div className="line-chart" />,
});

/** One change of the boiler's survey. */
function useSurvey(): {
  survey: BoilerSurvey;
  set: (label: string, more: Partial<BoilerSurvey>) => boolean;
} {
  const { job, change } = useJob();
  return {
    survey: job.boiler,
    set: (label, more) => change(label, (j) => ({ ...j, boiler: { ...j.boiler, ...more } })),
  };
}

const useBoiler = () => {
  const api = useJob();
  const { boiler } = api.derived;
  if (!boiler) throw new Error('a boiler screen needs a boiler job');
  return { ...api, boiler };
};

export function BoilerMakeSafe(): ReactNode {
  const { job, boiler, read, sealed } = useBoiler();
  const { safe } = boiler;
  const next = PROVE_STEPS.findIndex((_, i) => safe.readings[i] === null);
  return (
    <>
      <Bench title="Make safe" note="mains: prove, test, prove">
        <p className="caution-line">{MAINS_CAUTION}</p>
        {PROVE_STEPS.map((s, i) => {
          const r = safe.readings[i];
          return (
            <section key={s.id} className="panel stack">
              <h2>
                {i + 1}. {s.what}
              </h2>
              {r ? (
                <p className="mono big-figure">{fixed(r.value, 0)} V</p>
              ) : (
                <p className="soft">
                  wants {s.low} to {s.high} V
                </p>
              )}
              <ReadingEntry
                label={`Step ${i + 1}, volts`}
                quantity="volts-ac"
                units={job.units}
                disabled={sealed}
                onRead={(value) =>
                  read(`${s.id}: ${fixed(value, 0)} V`, {
                    quantity: 'volts-ac',
                    value,
                    stop: 'make-safe',
                    measure: s.id,
                    state: 'off',
                  })
                }
              />
            </section>
          );
        })}
      </Bench>
      <ReadingSide
        here="make-safe"
        sentence={
          safe.proved
            ? 'Dead, and proved: the tester worked before and after.'
            : next >= 0
              ? `Next: ${PROVE_STEPS[next]?.what.toLowerCase() ?? ''}.`
              : 'Three readings, and not yet a proof.'
        }
      >
        <ReadingsLog stop="make-safe" />
      </ReadingSide>
    </>
  );
}

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
  const [line, setLine] = useState('');
  const { plant } = boiler;
  if (!plant) return null;
  const entries = parseWires(line, plant);
  const land = (): void => {
    const good = entries.flatMap((e) => (e.ok ? [e.wire] : []));
    if (good.length > 0)
      set(`Traced ${good.length === 1 ? 'a wire' : `${good.length} wires`}`, {
        wires: { ...survey.wires, ...Object.fromEntries(good.map((w) => [nanoid(6), w])) },
      });
    setLine(entries.flatMap((e) => (e.ok ? [] : [e.text])).join(', '));
  };
  return (
    <form
      className="quick-entry"
      onSubmit={(e) => {
        e.preventDefault();
        land();
      }}
    >
      <div className="quick-chips" aria-live="polite">
        {line.trim() === '' ? (
          <span className="soft">
            Type <span className="mono">rx 4 - ch1 brown</span>, <span className="mono">supply l - rx l centre 1</span>
          </span>
        ) : (
          entries.map((e, i) => (
            <span key={`${e.text}-${i}`} className={`chip${e.ok ? '' : ' wrong'}`}>
              {e.ok ? `${e.wire.a} to ${e.wire.b}` : e.problem}
            </span>
          ))
        )}
      </div>
      <div className="quick-row">
        <input
          className="mono"
          aria-label="Type wires"
          value={line}
          disabled={sealed}
          autoComplete="off"
          onChange={(e) => setLine(e.target.value.slice(0, 4000))}
        />
        <Button type="submit" className="primary" disabled={sealed || !entries.some((e) => e.ok)}>
          Join ⏎
        </Button>
      </div>
    </form>
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

/** Cores nobody knows: what each reads, and what it can be. */
function Cores(): ReactNode {
  const { boiler, job, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const put = (id: string, more: Partial<BoilerSurvey['cores'][string]>): void => {
    const core = survey.cores[id];
    if (core) set(`${core.colour}: measured`, { cores: { ...survey.cores, [id]: { ...core, ...more } } });
  };
  return (
    <section className="panel stack">
      <h2>Which core is which</h2>
      <p className="soft">
        For a wall unit that needs live, neutral and switched live: what each core reads says what it can be.
      </p>
      {boiler.cores.map((c) => {
        const core = survey.cores[c.id];
        return (
          <div key={c.id} className="accessory stack">
            <h3>
              {c.colour}: {c.can.length > 0 ? c.can.join(', or ') : 'nothing fits'}
            </h3>
            {c.next ? (
              <p>
                <b>Next:</b> {c.next}
              </p>
            ) : null}
            <div className="field-grid">
              <FigureField
                label="Nothing calling, V"
                quantity="plain"
                units={job.units}
                low={0}
                high={300}
                value={core?.idleVolts}
                disabled={sealed}
                onTake={(idleVolts) => put(c.id, { idleVolts })}
              />
              <FigureField
                label="Old thermostat calling, V"
                quantity="plain"
                units={job.units}
                low={0}
                high={300}
                value={core?.callVolts}
                disabled={sealed}
                onTake={(callVolts) => put(c.id, { callVolts })}
              />
              <FigureField
                label="To the neutral bar, dead"
                quantity="ohms"
                units={job.units}
                low={0}
                high={1e9}
                value={core?.toNeutralOhms}
                disabled={sealed}
                onTake={(toNeutralOhms) => put(c.id, { toNeutralOhms })}
              />
            </div>
          </div>
        );
      })}
      <TextField
        label="A core, by its colour"
        adds
        value=""
        disabled={sealed}
        onCommit={(v) => {
          if (v) set(`A core: ${v}`, { cores: { ...survey.cores, [nanoid(5)]: { colour: v } } });
        }}
      />
    </section>
  );
}

export function BoilerDecide(): ReactNode {
  const { boiler, lit } = useBoiler();
  const [at, setAt] = useState('none');
  const [view, setView] = useState<'plan' | 'now'>('plan');
  const [step, setStep] = useState(-1);
  const row = boiler.demands.find((d) => d.id === at) ?? boiler.demands[0];
  const now = view === 'now' && boiler.traced !== null;
  const result = (now ? row?.wired : row?.planned) ?? null;
  const nets = now && boiler.traced ? netsOf(boiler.traced) : boiler.nets;
  return (
    <>
      <Bench title="Decide" note={boiler.sheet ? `for ${boiler.sheet.name}` : 'choose a device in Arrive first'}>
        {boiler.demands.length === 0 ? (
          <p>Say in Survey what plant it is, and in Arrive which device goes up.</p>
        ) : null}
        {boiler.demands.length > 0 ? (
          <>
            <Choice
              label="Demand"
              value={row?.id}
              options={boiler.demands.map((d) => ({ value: d.id, label: d.name }))}
              onChoose={(id) => {
                setAt(id);
                setStep(-1);
              }}
            />
            {boiler.traced ? (
              <Choice
                label="Wiring"
                value={view}
                options={[
                  { value: 'plan', label: 'as planned' },
                  { value: 'now', label: 'as it is now' },
                ]}
                onChoose={setView}
              />
            ) : null}
            <section className="panel stack">
              <h2>{result ? outcome(result) : ''}</h2>
              <WiringCentre parts={boiler.parts} nets={nets} result={result} lit={lit} step={step} />
              {result && result.steps.length > 1 ? <Steps result={result} step={step} onStep={setStep} /> : null}
              <CentreTable nets={nets} result={result} />
            </section>
          </>
        ) : null}
      </Bench>
      <ReadingSide here="decide" sentence={boiler.sentence} />
    </>
  );
}

function outcome(r: DemandResult): string {
  const way = [r.toCylinder ? 'the cylinder' : '', r.toRadiators ? 'the radiators' : '']
    .filter((s) => s !== '')
    .join(' and ');
  return r.boilerFires
    ? `The boiler fires and heats ${way || 'nothing'}.`
    : r.pumpRuns
      ? 'The pump runs; the boiler does not fire.'
      : 'Boiler and pump are off.';
}

interface StepsProps {
  result: DemandResult;
  step: number;
  onStep: (step: number) => void;
}

/** The steps of a demand, each of which can be drawn: the valve on its way, then arrived. */
function Steps({ result, step, onStep }: StepsProps): ReactNode {
  const shown = step < 0 ? result.steps.length + step : step;
  return (
    <ol className="later">
      {result.steps.map((s, i) => (
        <li key={s.name}>
          <button type="button" className="plain" aria-pressed={i === shown} onClick={() => onStep(i)}>
            {s.name}
          </button>
          : {s.running.length > 0 ? s.running.join(', ') : 'nothing runs'}
        </li>
      ))}
    </ol>
  );
}

export function BoilerConnect(): ReactNode {
  const { boiler, job, change, sealed, lit } = useBoiler();
  const { steps, nets } = boiler;
  const next = steps.find((s) => !job.connect.done[s.id]);
  const done = steps.filter((s) => job.connect.done[s.id]).length;
  return (
    <>
      <Bench title="Connect" note={`${done} of ${steps.length} done`}>
        {boiler.safe.proved ? null : (
          <p className="caution-line">Not proved dead yet: prove, test, prove in Make safe before a cover comes off.</p>
        )}
        {nets.length > 0 ? (
          <WiringCentre parts={boiler.parts} nets={nets} result={null} lit={lit} />
        ) : (
          <p>No plan yet.</p>
        )}
        <section className="panel">
          <h2>Work list</h2>
          {steps.map((s) => (
            <Tick
              key={s.id}
              checked={job.connect.done[s.id] === true}
              disabled={sealed}
              note={s.id === next?.id ? 'next' : undefined}
              onToggle={(on) =>
                change(`${on ? 'Done' : 'Not done'}: ${s.what}`, (j) => ({
                  ...j,
                  connect: { ...j.connect, done: { ...j.connect.done, [s.id]: on } },
                }))
              }
            >
              {s.what}
            </Tick>
          ))}
        </section>
      </Bench>
      <ReadingSide
        here="connect"
        sentence={
          next
            ? `Next: ${next.what}.`
            : steps.length > 0
              ? 'All joined. Start when the covers are on.'
              : boiler.sentence
        }
      />
    </>
  );
}

/** The clock so many minutes from now. */
const clockIn = (now: number, minutes: number): string =>
  new Date(now + minutes * 60_000).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

export function BoilerStart(): ReactNode {
  const { boiler, job, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const first = boiler.now.find((i) => !i.wait) ?? boiler.now[0];
  const now = useNow(30_000);
  const waits = boiler.now.filter((i) => i.wait);
  return (
    <>
      <Bench
        title="Start and pair"
        note={
          boiler.timeline
            ? `${boiler.timeline.finish} min in all; earliest finish ${clockIn(now, boiler.minutesLeft)}`
            : ''
        }
      >
        <p className="caution-line">{MAINS_CAUTION}</p>
        {boiler.timeline ? (
          <StartLine timeline={boiler.timeline} started={survey.start} />
        ) : (
          <p>Choose a device in Arrive.</p>
        )}
        {waits.map((w) => (
          <Wait key={w.id} label={w.name} seconds={w.minutes * 60} stop="power-up" />
        ))}
        <section className="panel stack">
          <div className="field-grid">
            <FigureField
              label="Thermostats to pair"
              quantity="plain"
              units={job.units}
              low={1}
              high={12}
              value={survey.heads}
              disabled={sealed}
              onTake={(n) => set('Thermostats', { heads: n === undefined ? undefined : Math.round(n) })}
            />
            <Choice
              label="Internet here today"
              value={survey.internet === undefined ? undefined : survey.internet ? 'yes' : 'no'}
              disabled={sealed}
              options={[
                { value: 'yes', label: 'Yes' },
                { value: 'no', label: 'No' },
              ]}
              onChoose={(v) => set(`Internet: ${v}`, { internet: v === 'yes' })}
            />
          </div>
          {(boiler.timeline?.items ?? []).map((i) => {
            const entry = survey.start[i.id];
            return (
              <Tick
                key={i.id}
                checked={entry?.done === true}
                disabled={sealed}
                note={`${i.minutes} min${i.wait ? ', by itself' : ''}${i.id === first?.id ? ', next' : ''}`}
                onToggle={(done) =>
                  set(`${done ? 'Done' : 'Not done'}: ${i.name}`, {
                    start: {
                      ...survey.start,
                      [i.id]: { ...entry, done, begun: entry?.begun ?? new Date().toISOString() },
                    },
                  })
                }
              >
                {i.name}
              </Tick>
            );
          })}
        </section>
      </Bench>
      <ReadingSide
        here="power-up"
        sentence={
          first
            ? `Now: ${first.name.charAt(0).toLowerCase()}${first.name.slice(1)}.`
            : boiler.timeline
              ? 'Everything of the start is done.'
              : boiler.sentence
        }
      />
    </>
  );
}

export function BoilerSetUp(): ReactNode {
  const { boiler, job, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const { card } = boiler.settings;
  const next = card.find((r) => !job.setUp.entered[r.key]);
  return (
    <>
      <Bench title="Set up" note={boiler.sheet ? `${boiler.sheet.name}, ${card.length} settings` : ''}>
        {boiler.sheet ? <Card card={card} /> : <p>Choose a device in Arrive.</p>}
        <section className="panel stack">
          <h2>Limits behind them</h2>
          <Choice
            label="Heats"
            value={survey.emitters}
            disabled={sealed}
            options={[
              { value: 'radiators', label: 'radiators' },
              { value: 'floor', label: 'a water floor' },
            ]}
            onChoose={(emitters) => set(`Heats ${emitters}`, { emitters })}
          />
          {survey.emitters === 'floor' ? (
            <Choice
              label="Floor"
              value={survey.floor}
              disabled={sealed}
              options={[
                { value: 'living', label: 'living, 29 °C' },
                { value: 'bathroom', label: 'bathroom, 33 °C' },
                { value: 'edge', label: 'edge zone, 35 °C' },
                { value: 'timber', label: 'timber, 27 °C' },
              ]}
              onChoose={(floor) => set(`Floor: ${floor}`, { floor })}
            />
          ) : null}
          <div className="field-grid">
            <FigureField
              label="Flow"
              quantity="temperature"
              units={job.units}
              low={20}
              high={90}
              value={survey.flowCelsius}
              disabled={sealed}
              onTake={(flowCelsius) => set('Flow temperature', { flowCelsius })}
            />
            <FigureField
              label="Flow less return, K"
              quantity="plain"
              units={job.units}
              low={1}
              high={40}
              value={survey.dropKelvin}
              disabled={sealed}
              hint="15 for radiators, 5 for a floor"
              onTake={(dropKelvin) => set('Drop', { dropKelvin })}
            />
          </div>
        </section>
        {boiler.plant?.input === 'bus' ? <CompensationPanel /> : null}
      </Bench>
      <ReadingSide
        here="set-up"
        sentence={
          next
            ? `Next on the device: ${next.where}, ${next.label.toLowerCase()}: ${next.enter}.`
            : `All ${card.length} settings entered.`
        }
      />
    </>
  );
}

/** The flow a bus-controlled boiler needs by the weather. */
function CompensationPanel(): ReactNode {
  const { job } = useBoiler();
  const { survey } = useSurvey();
  const floor = survey.emitters === 'floor';
  const flow = flowCheck(survey);
  const temp = displayUnit('temperature', job.units);
  const curve = compensationCurve({
    roomCelsius: 20,
    designOutdoorCelsius: DESIGN_OUTDOOR_CELSIUS,
    designFlowCelsius: flow.flowCelsius,
    designDropKelvin: flow.flowCelsius - flow.returnCelsius,
    exponent: floor ? FLOOR_EXPONENT : RADIATOR_EXPONENT,
  });
  return (
    <section className="panel stack">
      <h2>Flow by the weather</h2>
      <LineChart
        title={`Flow temperature by outdoor temperature, ${fixed(flow.flowCelsius, 0)} °C at ${DESIGN_OUTDOOR_CELSIUS} °C`}
        xName={`outdoors, ${temp.unit}`}
        yName={`flow, ${temp.unit}`}
        xText={(x) => fixed(x, 0)}
        yText={(y) => fixed(y, 0)}
        lines={[
          {
            name: 'the flow that carries the load',
            tone: 'copper',
            points: curve.map((p) => ({ x: toDisplay(p.outdoorCelsius, temp), y: toDisplay(p.flowCelsius, temp) })),
          },
        ]}
      />
      <p className="soft">
        Over the bus the boiler follows this by itself where both makers provide it; the curve’s end is the flow above,
        at {fixed(toDisplay(DESIGN_OUTDOOR_CELSIUS, temp), 0)} {temp.unit} outdoors.
      </p>
    </section>
  );
}

/** A usual design temperature; the local one wins. */
const DESIGN_OUTDOOR_CELSIUS = -5;
const DRAW_DEFAULT = 60;

export function BoilerWeek(): ReactNode {
  const { boiler, job, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const [minute, setMinute] = useState(1230);
  const hw = boiler.hotWater;
  const alone = boiler.demands.find((d) => d.id === 'hw');
  const fires = (alone?.wired ?? alone?.planned)?.boilerFires ?? true;
  const combination = boiler.plant?.kind === 'combination';
  const cylinder = survey.cylinder ?? null;
  const setCylinder = (more: Partial<NonNullable<BoilerSurvey['cylinder']>>): boolean => {
    const litres = more.litres ?? cylinder?.litres;
    return litres === undefined ? false : set('Cylinder', { cylinder: { ...cylinder, ...more, litres } });
  };
  const windows = survey.windows ?? hw?.windows.map(({ from, to }) => ({ from, to })) ?? [];
  const draws = survey.drawOffs ?? [];
  const why = hw && boiler.plant ? whyCold(hw, minute, boiler.plant, fires) : null;
  return (
    <>
      <Bench title="Hot water over the day">
        {combination ? <p>A combination boiler heats water on demand: there is no store to plan for.</p> : null}
        {!combination ? (
          <>
            <p className="caution-line">{cylinderCaution}</p>
            {hw ? (
              <section className="panel stack">
                <LineChart
                  title="Temperature of the cylinder over a settled day"
                  xName="hour"
                  yName="°C"
                  yFrom={0}
                  xText={(x) => fixed(x, 0)}
                  yText={(y) => fixed(y, 0)}
                  lines={[
                    {
                      name: 'the store',
                      tone: 'copper',
                      points: Array.from({ length: 97 }, (_, i) => ({ x: i / 4, y: hw.day.celsius[i * 15] ?? 0 })),
                    },
                    {
                      name: 'target',
                      tone: 'sea',
                      dashed: true,
                      points: [0, 24].map((x) => ({ x, y: hw.store.targetCelsius })),
                    },
                  ]}
                  marks={hw.windows.map((w) => ({ x: w.from / 60, label: clock(w.from), tone: 'ink' as const }))}
                />
                <p>
                  {hw.reheatMinutes === null
                    ? 'It never reaches its target.'
                    : `From cold it takes ${hw.reheatMinutes} min with ${fixed(hw.store.watts / 1000, 1)} kW.`}
                </p>
                <ul className="later">
                  {hw.windows.map((w) => (
                    <li key={`${w.from}-${w.to}`}>
                      {clock(w.from)} to {clock(w.to)}: {w.minutes} min, needs {w.needsMinutes ?? '∞'}
                      {w.short > 0 ? <b>, short by {w.short}</b> : ', enough'}
                    </li>
                  ))}
                </ul>
              </section>
            ) : (
              <p>Give the cylinder’s litres to see it reheat.</p>
            )}
            <section className="panel stack">
              <h2>The store</h2>
              <div className="field-grid">
                <FigureField
                  label="Cylinder, litres"
                  quantity="plain"
                  units={job.units}
                  low={10}
                  high={2000}
                  value={cylinder?.litres}
                  disabled={sealed}
                  onTake={(litres) => (litres === undefined ? undefined : setCylinder({ litres }))}
                />
                <FigureField
                  label="Coil"
                  quantity="power"
                  units={job.units}
                  low={100}
                  high={100_000}
                  value={cylinder?.coilWatts}
                  disabled={sealed}
                  onTake={(coilWatts) => setCylinder({ coilWatts })}
                />
                <FigureField
                  label="Boiler gives"
                  quantity="power"
                  units={job.units}
                  low={100}
                  high={200_000}
                  value={survey.boilerWatts}
                  disabled={sealed}
                  onTake={(boilerWatts) => set('Boiler power', { boilerWatts })}
                />
                <FigureField
                  label="Kept at"
                  quantity="temperature"
                  units={job.units}
                  low={20}
                  high={90}
                  value={cylinder?.targetCelsius}
                  disabled={sealed}
                  onTake={(targetCelsius) => setCylinder({ targetCelsius })}
                />
              </div>
              <Tick
                checked={cylinder?.seldomUsed === true}
                disabled={sealed || cylinder === null}
                onToggle={(seldomUsed) => setCylinder({ seldomUsed })}
              >
                Seldom used: a weekly hour at 60 °C
              </Tick>
            </section>
            <Spans
              label="Window"
              sealed={sealed}
              spans={windows}
              onChange={(next) => set('Hot water windows', { windows: next })}
            />
            <section className="panel stack">
              <h2>Draw-offs</h2>
              {draws.map((d, i) => (
                <div key={`draw-${i}-${draws.length}`} className="times">
                  <TimeField
                    label={`Draw-off ${i + 1} at`}
                    minute={d.at}
                    disabled={sealed}
                    onTake={(at) => set('Draw-off', { drawOffs: draws.map((x, k) => (k === i ? { ...x, at } : x)) })}
                  />
                  <FigureField
                    label="litres"
                    quantity="plain"
                    units={job.units}
                    low={1}
                    high={500}
                    value={d.litres}
                    disabled={sealed}
                    onTake={(litres) =>
                      set('Draw-off', {
                        drawOffs:
                          litres === undefined
                            ? draws.filter((_, k) => k !== i)
                            : draws.map((x, k) => (k === i ? { ...x, litres } : x)),
                      })
                    }
                  />
                </div>
              ))}
              <Button
                disabled={sealed || draws.length >= 24}
                onClick={() => set('Draw-off', { drawOffs: [...draws, { at: 420, litres: DRAW_DEFAULT }] })}
              >
                Add a draw-off
              </Button>
            </section>
            {hw ? (
              <section className="panel stack">
                <h2>Why was there no hot water?</h2>
                <TimeField label="It was cold at" minute={minute} onTake={setMinute} />
                <p>
                  {why ??
                    `At ${clock(minute)} the store has ${fixed(hw.day.celsius[minute] ?? 0, 0)} °C: there is hot water.`}
                </p>
              </section>
            ) : null}
          </>
        ) : null}
      </Bench>
      <ReadingSide
        here="week"
        sentence={
          combination
            ? 'Hot water on demand.'
            : hw
              ? hw.windows.some((w) => w.short > 0)
                ? 'A window is shorter than the reheat it must hold.'
                : 'Every window holds its reheat.'
              : 'Say how large the cylinder is.'
        }
      />
    </>
  );
}

interface TimeProps {
  label: string;
  minute: number;
  onTake: (minute: number) => void;
  disabled?: boolean;
}

function TimeField({ label, minute, onTake, disabled }: TimeProps): ReactNode {
  return (
    <div className="field">
      <label>
        {label}
        <input
          type="time"
          className="mono"
          value={clock(minute)}
          disabled={disabled ?? false}
          onChange={(e) => {
            const [h, m] = e.target.value.split(':').map(Number);
            if (h !== undefined && m !== undefined && Number.isFinite(h) && Number.isFinite(m)) onTake(h * 60 + m);
          }}
        />
      </label>
    </div>
  );
}

interface Span {
  from: number;
  to: number;
}

function Spans({
  label,
  spans,
  onChange,
  sealed,
}: {
  label: string;
  spans: readonly Span[];
  onChange: (next: Span[]) => void;
  sealed: boolean;
}): ReactNode {
  return (
    <section className="panel stack">
      <h2>{label}s</h2>
      {spans.map((s, i) => (
        <div key={`${i}-${spans.length}`} className="times">
          <TimeField
            label={`${label} ${i + 1} from`}
            minute={s.from}
            disabled={sealed}
            onTake={(from) => onChange(spans.map((x, k) => (k === i ? { ...x, from } : x)))}
          />
          <TimeField
            label={`${label} ${i + 1} to`}
            minute={s.to}
            disabled={sealed}
            onTake={(to) => onChange(spans.map((x, k) => (k === i ? { ...x, to } : x)))}
          />
          <Button disabled={sealed} onClick={() => onChange(spans.filter((_, k) => k !== i))}>
            Take off
          </Button>
        </div>
      ))}
      <Button disabled={sealed || spans.length >= 12} onClick={() => onChange([...spans, { from: 720, to: 780 }])}>
        Add a {label.toLowerCase()}
      </Button>
    </section>
  );
}
