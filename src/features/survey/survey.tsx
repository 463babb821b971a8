'use client';

import type { Place } from '@core/job/schema';
import { INSULATION } from '@core/survey/colours.data';
import { landConductor, moveEnd, onScrew, removeConductor, toggleJumper, withSurvey } from '@core/survey/landing';
import { PLATE_ORDER } from '@core/survey/terminals.data';
import { count } from '@core/units/units';
/** Survey: what is on the wall and at the board, drawn, pointed at, dragged or typed. */
import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { Strip } from '../../ui/strip';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { Around } from './around';
import { QuickEntry } from './quick-entry';
import { surveyConductors, surveyRows } from './strip-model';
import './survey.css';

type Ends = 'both' | 'wall' | 'board';
const PALETTE = INSULATION.filter((i) => i.name !== 'clear' && i.name !== 'green-yellow');

export function Survey(): ReactNode {
  const { job, derived, change, lit, light, sealed } = useJob();
  const [colour, setColour] = useState<string | null>(null);
  const [ends, setEnds] = useState<Ends>('both');
  const [jumperFrom, setJumperFrom] = useState<string | null>(null);
  const [jumping, setJumping] = useState(false);
  const [extra, setExtra] = useState<string[]>([]);
  const cable = job.survey.cables.main;
  const rows = surveyRows(job, extra);
  const conductors = surveyConductors(job);
  const landed = conductors.filter((c) => c.wall !== null || c.board !== null).length;
  const spares = conductors.length - landed;
  const usedColours = new Set(conductors.flatMap((c) => [c.wallColour, c.boardColour]));

  const press = (place: 'wall' | 'board', terminal: string): void => {
    light([]);
    if (sealed) return;
    if (jumping) {
      if (!jumperFrom) {
        setJumperFrom(`${place}.${terminal}`);
        return;
      }
      const [fromPlace, from] = jumperFrom.split('.');
      setJumperFrom(null);
      setJumping(false);
      if (fromPlace === place && from && from !== terminal)
        change(`Jumper ${from} to ${terminal}`, (j) => withSurvey(j, toggleJumper(j.survey, place, from, terminal)));
      return;
    }
    if (colour) {
      change(`Land ${colour} on ${terminal}`, (j) =>
        withSurvey(
          j,
          landConductor(j.survey, {
            colour,
            terminal,
            ...(ends === 'both' ? {} : { place: ends === 'wall' ? 'wall' : 'board' }),
          }).survey,
        ),
      );
      // The next wire usually is another colour: put this one down.
      setColour(null);
      return;
    }
    const [held] = onScrew(job.survey, place, terminal);
    light(held ? [`conductor:${held}`, `${place}.${terminal}`] : [`${place}.${terminal}`]);
  };
  const move = (id: string, place: Place, terminal: string | null): void => {
    change(
      `${terminal === null ? 'Coil' : 'Move'} ${conductors.find((c) => c.id === id)?.wallColour ?? id}${terminal === null ? '' : ` to ${terminal}`} at the ${place}`,
      (j) => withSurvey(j, moveEnd(j.survey, id, place, terminal)),
    );
  };
  const caption = jumping
    ? jumperFrom
      ? 'Now the second screw of the jumper'
      : 'Touch the first screw of the jumper'
    : colour
      ? `Touch the screw that ${colour} is on${ends === 'both' ? '' : `, at the ${ends}`}`
      : landed === 0
        ? 'Pick a colour below and touch its screw, or type the line'
        : 'Drag an end to another screw, or off the plate to coil it';
  return (
    <>
      <Bench
        title="What is on the wall, and at the board"
        note={[
          `${landed} landed`,
          spares > 0 ? count(spares, 'spare') : '',
          cable.gauge ?? '',
          cable.metres ? `${cable.metres} m` : '',
        ]
          .filter(Boolean)
          .join(', ')}
      >
        <Strip
          rows={rows}
          conductors={conductors}
          jumpers={Object.values(job.survey.jumpers).flatMap((j) =>
            j.place === 'outdoor' ? [] : [{ place: j.place, a: j.a, b: j.b }],
          )}
          wallTitle="Old plate, wall"
          boardTitle="Equipment board"
          lit={lit}
          picked={jumperFrom ? [jumperFrom] : []}
          onScrew={press}
          {...(sealed
            ? {}
            : {
                onMove: move,
                onRemove: (id: string) =>
                  change(`Take ${conductors.find((c) => c.id === id)?.wallColour ?? id} off`, (j) =>
                    withSurvey(j, removeConductor(j.survey, id)),
                  ),
              })}
          caption={caption}
        />
        {sealed ? null : (
          <>
            <QuickEntry />
            <div className="palette" role="group" aria-label="Colour to land">
              {PALETTE.map((i) => (
                <button
                  key={i.name}
                  type="button"
                  aria-pressed={colour === i.name}
                  className={usedColours.has(i.name) ? 'used' : ''}
                  onClick={() => {
                    setColour(colour === i.name ? null : i.name);
                    setJumping(false);
                  }}
                >
                  <span className="swatch" style={{ background: i.fill }} />
                  {i.name}
                </button>
              ))}
            </div>
            <div className="row survey-modes">
              <Choice
                label="Ends"
                value={ends}
                options={[
                  { value: 'both', label: 'both ends' },
                  { value: 'wall', label: 'wall only' },
                  { value: 'board', label: 'board only' },
                ]}
                onChoose={setEnds}
              />
              <div className="row survey-buttons">
                <Button
                  disabled={!colour}
                  onClick={() => {
                    if (colour)
                      change(`Spare ${colour}`, (j) =>
                        withSurvey(
                          j,
                          landConductor(j.survey, {
                            colour,
                            terminal: null,
                            ...(ends === 'both' ? {} : { place: ends }),
                          }).survey,
                        ),
                      );
                    setColour(null);
                  }}
                >
                  Coil as spare
                </Button>
                <Button
                  aria-pressed={jumping}
                  onClick={() => {
                    setJumping(!jumping);
                    setJumperFrom(null);
                    setColour(null);
                  }}
                >
                  Jumper
                </Button>
                <select
                  className="select"
                  aria-label="Show another screw"
                  value=""
                  onChange={(e) => {
                    if (e.target.value) setExtra([...extra, e.target.value]);
                  }}
                >
                  <option value="">More screws …</option>
                  {PLATE_ORDER.filter((t) => !rows.some((r) => r.wall === t)).map((t) => (
                    <option key={t}>{t}</option>
                  ))}
                </select>
              </div>
            </div>
          </>
        )}
        <Around />
      </Bench>
      <ReadingSide here="survey" sentence={derived.system.sentence} />
    </>
  );
}
