'use client';

/** Decide: the plant drawn for every demand, as planned and as it is. */
import type { DemandResult } from '@core/boiler/demand';
import { netsOf } from '@core/boiler/wiring';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { CentreTable, WiringCentre } from './centre';
import { useBoiler } from './use-boiler';

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
