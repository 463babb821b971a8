'use client';

/** Survey: what is on the wall and at the board, drawn, pointed at, dragged or typed. */
import { count } from '@core/units/units';
import { type ReactNode, useState } from 'react';
import { Strip } from '../../ui/strip';
import { useLowVoltage } from '../shell/family-job';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { Around } from './around';
import { ConductorPanel } from './conductor-panel';
import { LandingTools } from './landing-tools';
import { MeasureFound } from './measure-found';
import { QuickEntry } from './quick-entry';
import { SplicesPanel } from './splices-panel';
import { outdoorConductors, outdoorRows, surveyConductors, surveyRows } from './strip-model';
import { type Landing, useLanding } from './use-landing';
import './survey.css';

const OUTDOOR_SIDES = { wall: { ref: 'board', says: 'board' }, board: { ref: 'outdoor', says: 'outdoor unit' } };

/** What to touch next. */
function captionOf({ mode, jumperFrom, colour, ends }: Landing, landed: number): string {
  if (mode === 'measure') return 'Touch the two screws the meter is on';
  if (mode === 'jumper')
    return jumperFrom ? 'Now the second screw of the jumper' : 'Touch the first screw of the jumper';
  if (colour) return `Touch the screw that ${colour} is on${ends === 'both' ? '' : `, at the ${ends}`}`;
  return landed === 0
    ? 'Pick a colour below and touch its screw, or type the line'
    : 'Drag an end to another screw, or off the plate to coil it';
}

/** The second cable, where there is one or its first core is about to be landed. */
function OutdoorStrip({ landing }: { landing: Landing }): ReactNode {
  const { job, lit, sealed } = useLowVoltage();
  const conductors = outdoorConductors(job);
  if (landing.ends !== 'outdoor' && conductors.length === 0) return null;
  return (
    <Strip
      rows={outdoorRows(job)}
      conductors={conductors}
      wallTitle="Equipment board"
      boardTitle="Outdoor unit"
      sides={OUTDOOR_SIDES}
      lit={lit}
      onScrew={landing.pressOutside}
      {...(sealed
        ? {}
        : {
            onMove: (id, place, terminal) => landing.move(id, place === 'wall' ? 'board' : 'outdoor', terminal),
            onRemove: landing.removeOutside,
          })}
      caption="The second cable, from the board to the outdoor unit"
    />
  );
}

export function Survey(): ReactNode {
  const { job, derived, lit, sealed } = useLowVoltage();
  const landing = useLanding();
  const [extra, setExtra] = useState<string[]>([]);
  const { gauge, metres } = job.survey.cables.main;
  const rows = surveyRows(job, extra);
  const conductors = surveyConductors(job);
  const landed = conductors.filter((c) => c.wall !== null || c.board !== null).length;
  const spares = conductors.length - landed;
  const note = [`${landed} landed`, spares > 0 ? count(spares, 'spare') : '', gauge ?? '', metres ? `${metres} m` : ''];
  return (
    <>
      <Bench title="What is on the wall, and at the board" note={note.filter(Boolean).join(', ')}>
        <Strip
          rows={rows}
          conductors={conductors}
          jumpers={Object.values(job.survey.jumpers).flatMap((j) =>
            j.place === 'outdoor' ? [] : [{ place: j.place, a: j.a, b: j.b }],
          )}
          wallTitle="Old plate, wall"
          boardTitle={job.survey.equipment.splicesOnly ? 'Splices at the equipment' : 'Equipment board'}
          lit={lit}
          picked={landing.jumperFrom ? [landing.jumperFrom] : landing.pair}
          onScrew={landing.press}
          {...(sealed ? {} : { onMove: landing.move, onRemove: landing.remove })}
          caption={captionOf(landing, landed)}
        />
        <OutdoorStrip landing={landing} />
        {landing.held ? <ConductorPanel id={landing.held} /> : null}
        {landing.mode === 'measure' ? <MeasureFound pair={landing.pair} /> : null}
        {sealed ? null : (
          <>
            <QuickEntry />
            <LandingTools
              landing={landing}
              conductors={conductors}
              rows={rows}
              onMore={(t) => setExtra([...extra, t])}
            />
          </>
        )}
        <SplicesPanel />
        <Around />
      </Bench>
      <ReadingSide here="survey" sentence={derived.system.sentence} />
    </>
  );
}
