'use client';

/** Set up: the card, and the limits behind it. */
import type { ReactNode } from 'react';
import { Choice } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { JoinPanel } from '../join/join-panel';
import { TryJobPanel } from '../mains/try-job-panel';
import { Card } from '../set-up/card';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { CompensationPanel } from './compensation-panel';
import { useBoiler, useSurvey } from './use-boiler';

export function BoilerSetUp(): ReactNode {
  const { boiler, job, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const { card } = boiler.settings;
  const next = card.find((r) => !job.setUp.entered[r.key]);
  return (
    <>
      <Bench title="Set up" note={boiler.sheet ? `${boiler.sheet.name}, ${card.length} settings` : ''}>
        {boiler.sheet ? <Card card={card} /> : <p>Choose a device in Arrive.</p>}
        <JoinPanel />
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
        <TryJobPanel examples={['set boiler.flow 60']} />
      </Bench>
      <ReadingSide
        here="set-up"
        sentence={
          next
            ? `Next on the device: ${next.where}, ${next.label.toLowerCase()}: ${next.enter}.`
            : card.length > 0
              ? `All ${card.length} settings entered.`
              : boiler.sentence
        }
      />
    </>
  );
}
