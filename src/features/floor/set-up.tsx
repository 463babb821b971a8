'use client';

/** Set up: the card, and the probe behind it. */
import type { ReactNode } from 'react';
import { DayToggles } from '../../ui/day-toggles';
import { TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { TimeField } from '../../ui/times';
import { JoinPanel } from '../join/join-panel';
import { TryJobPanel } from '../mains/try-job-panel';
import { Card } from '../set-up/card';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { ProbePanel } from './probe-panel';
import { useFloor } from './use-floor';

export function FloorSetUp(): ReactNode {
  const { floor, job } = useFloor();
  const { card } = floor.settings;
  const next = card.find((r) => !job.setUp.entered[r.key]);
  return (
    <>
      <Bench title="Set up" note={floor.sheet ? `${floor.sheet.name}, ${card.length} settings` : ''}>
        {floor.sheet ? <Card card={card} /> : <p>Choose a device in Arrive.</p>}
        <ProbePanel />
        <PricePanel />
        <JoinPanel />
        <TryJobPanel examples={['set start.adaptive off', 'set units us']} />
      </Bench>
      <ReadingSide
        here="set-up"
        sentence={
          next
            ? `Next on the device: ${next.where}, ${next.label.toLowerCase()}: ${next.enter}.`
            : card.length > 0
              ? `All ${card.length} settings entered.`
              : floor.sentence
        }
      />
    </>
  );
}

/** What a kWh costs; used by the card, the week and the year alike. */
export function PricePanel(): ReactNode {
  const { survey, job, sealed, set } = useFloor();
  const { price } = survey;
  const put = (label: string, more: Partial<NonNullable<typeof price>>): boolean => {
    const perKwh = more.perKwh ?? price?.perKwh;
    return perKwh === undefined ? false : set(label, { price: { currency: 'EUR', ...price, ...more, perKwh } });
  };
  return (
    <section className="panel stack">
      <h2>What a kWh costs</h2>
      <div className="field-grid">
        <FigureField
          label="Price a kWh"
          quantity="plain"
          units={job.units}
          low={0.001}
          high={1000}
          value={price?.perKwh}
          disabled={sealed}
          onTake={(perKwh) => (perKwh === undefined ? set('No price', { price: undefined }) : put('Price', { perKwh }))}
        />
        <TextField
          label="Currency"
          value={price?.currency}
          maxLength={5}
          disabled={sealed || !price}
          onCommit={(currency) => put('Currency', { currency: currency || 'EUR' })}
        />
        <FigureField
          label="Cheaper price a kWh"
          quantity="plain"
          units={job.units}
          low={0.001}
          high={1000}
          value={price?.offPeak?.perKwh}
          disabled={sealed || !price}
          hint="off-peak, if there is one"
          onTake={(perKwh) =>
            put('Cheaper price', {
              offPeak: perKwh === undefined ? undefined : { from: 1320, to: 360, ...price?.offPeak, perKwh },
            })
          }
        />
      </div>
      {price?.offPeak ? <OffPeakTimes /> : null}
    </section>
  );
}

/** From when to when it is cheaper, every day. */
function OffPeakTimes(): ReactNode {
  const { survey, sealed, set } = useFloor();
  const { price } = survey;
  const offPeak = price?.offPeak;
  if (!price || !offPeak) return null;
  return (
    <div className="times">
      <TimeField
        label="Cheaper from"
        minute={offPeak.from}
        disabled={sealed}
        onTake={(from) => set('Cheaper from', { price: { ...price, offPeak: { ...offPeak, from } } })}
      />
      <TimeField
        label="Cheaper to"
        minute={offPeak.to}
        disabled={sealed}
        onTake={(to) => set('Cheaper to', { price: { ...price, offPeak: { ...offPeak, to } } })}
      />
      <DayToggles
        label="Cheaper on"
        days={offPeak.days ?? [0, 1, 2, 3, 4, 5, 6]}
        disabled={sealed}
        onChange={(days) => {
          const { days: _was, ...others } = offPeak;
          if (days.length > 0)
            set('Cheaper days', { price: { ...price, offPeak: days.length === 7 ? others : { ...others, days } } });
        }}
      />
    </div>
  );
}
