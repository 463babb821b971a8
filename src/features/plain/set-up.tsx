'use client';

/** Set up, of a family with nothing but its card. */
import type { ReactNode } from 'react';
import { JoinPanel } from '../join/join-panel';
import { TryJobPanel } from '../mains/try-job-panel';
import { Card } from '../set-up/card';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';

export function PlainSetUp(): ReactNode {
  const { job, derived } = useJob();
  const { settings, sheet, sentence } = derived.shared;
  const { card } = settings;
  const next = card.find((r) => !job.setUp.entered[r.key]);
  return (
    <>
      <Bench title="Set up" note={sheet ? `${sheet.name}, ${card.length} settings` : ''}>
        {card.length > 0 ? (
          <Card card={card} />
        ) : (
          <p>{sheet ? 'It has no settings to enter.' : 'Choose a device in Arrive.'}</p>
        )}
        <JoinPanel />
        <TryJobPanel examples={['set units us']} />
      </Bench>
      <ReadingSide
        here="set-up"
        sentence={
          next
            ? `Next on the device: ${next.where}, ${next.label.toLowerCase()}: ${next.enter}.`
            : card.length > 0
              ? 'Everything on the card is entered.'
              : sentence
        }
      />
    </>
  );
}
