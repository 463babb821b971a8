'use client';

/** Connect: terminal by terminal, earth first. */
import type { ReactNode } from 'react';
import { TryJobPanel } from '../mains/try-job-panel';
import { WorkList } from '../mains/work-list';
import { Defects } from '../mount/defects';
import { MountPanel } from '../mount/mount-panel';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { WiringCentre } from './centre';
import { useBoiler } from './use-boiler';
import { WaterPanel } from './water-panel';

export function BoilerConnect(): ReactNode {
  const { boiler, job, lit } = useBoiler();
  const { steps, nets } = boiler;
  const next = steps.find((s) => !job.connect.done[s.id]);
  const done = steps.filter((s) => job.connect.done[s.id]).length;
  return (
    <>
      <Bench title="Connect" note={`${done} of ${steps.length} done`}>
        {boiler.safe.proved ? null : (
          <p className="caution-line">Not proved dead yet. Do that in Make safe before a cover comes off.</p>
        )}
        {nets.length > 0 ? (
          <WiringCentre parts={boiler.parts} nets={nets} result={null} lit={lit} />
        ) : (
          <p>No plan yet.</p>
        )}
        <WaterPanel />
        <WorkList steps={steps} />
        <MountPanel />
        <Defects />
        <TryJobPanel examples={['rx 4 - hw brown', 'off rx l - supply l']} />
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
