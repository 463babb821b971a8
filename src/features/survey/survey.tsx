'use client';

import { pointParts } from '@core/circuit/point';
import type { Place } from '@core/job/schema';
import { INSULATION } from '@core/survey/colours.data';
import { landConductor, moveEnd, onScrew, removeConductor, toggleJumper, withSurvey } from '@core/survey/landing';
import { PLATE_ORDER } from '@core/survey/terminals.data';
import { count } from '@core/units/units';
/** Survey: what is on the wall and at the board, drawn, pointed at, dragged or typed. */
import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { SelectField } from '../../ui/select-field';
import { Strip } from '../../ui/strip';
import { useLowVoltage } from '../shell/family-job';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { touched } from '../shell/touched';
import { Around } from './around';
import { ConductorPanel } from './conductor-panel';
import { MeasureFound } from './measure-found';
import { QuickEntry } from './quick-entry';
import { SplicesPanel } from './splices-panel';
import { outdoorConductors, outdoorRows, surveyConductors, surveyRows } from './strip-model';
import './survey.css';

type Ends = 'both' | 'wall' | 'board' | 'outdoor';
type Mode = 'look' | 'jumper' | 'measure';
const OUTDOOR_SIDES = { wall: { ref: 'board', says: 'board' }, board: { ref: 'outdoor', says: 'outdoor unit' } };
const PALETTE = INSULATION.filter((i) => i.name !== 'clear' && i.name !== 'green-yellow');

export function Survey(): ReactNode {
  const { job, derived, change, lit, light, sealed } = useLowVoltage();
  const [colour, setColour] = useState<string | null>(null);
  const [ends, setEnds] = useState<Ends>('both');
  const [jumperFrom, setJumperFrom] = useState<string | null>(null);
  const [mode, setMode] = useState<Mode>('look');
  const [pair, setPair] = useState<string[]>([]);
  const [held, setHeld] = useState<string | null>(null);
  const [extra, setExtra] = useState<string[]>([]);
  const cable = job.survey.cables.main;
  const rows = surveyRows(job, extra);
  const conductors = surveyConductors(job);
  const landed = conductors.filter((c) => c.wall !== null || c.board !== null).length;
  const spares = conductors.length - landed;
  const usedColours = new Set(conductors.flatMap((c) => [c.wallColour, c.boardColour]));
  const outside = outdoorConductors(job);
  const second = ends === 'outdoor' || outside.length > 0;
  const jumping = mode === 'jumper';
  const enter = (next: Mode): void => {
    setMode(mode === next ? 'look' : next);
    setJumperFrom(null);
    setPair([]);
    setColour(null);
  };

  const press = (place: 'wall' | 'board', terminal: string): void => {
    light([]);
    setHeld(null);
    if (mode === 'measure') {
      const point = `${place}.${terminal}`;
      setPair(touched(pair, point));
      return;
    }
    if (sealed) return;
    if (jumping) {
      if (!jumperFrom) {
        setJumperFrom(`${place}.${terminal}`);
        return;
      }
      const { part: fromPlace, id: from } = pointParts(jumperFrom);
      setJumperFrom(null);
      setMode('look');
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
            ...(ends === 'wall' || ends === 'board' ? { place: ends } : {}),
          }).survey,
        ),
      );
      // The next wire usually is another colour: put this one down.
      setColour(null);
      return;
    }
    const [found] = onScrew(job.survey, place, terminal);
    setHeld(found ?? null);
    light(found ? [`conductor:${found}`, `${place}.${terminal}`] : [`${place}.${terminal}`]);
  };
  const pressOutside = (place: 'wall' | 'board', terminal: string): void => {
    if (sealed) return;
    if (colour) {
      change(`Land ${colour} on ${terminal}, outdoor cable`, (j) =>
        withSurvey(j, landConductor(j.survey, { colour, terminal, cable: 'outdoor' }).survey),
      );
      setColour(null);
      return;
    }
    const [found] = onScrew(job.survey, place === 'wall' ? 'board' : 'outdoor', terminal, 'outdoor');
    setHeld(found ?? null);
    light(found ? [`conductor:${found}`] : []);
  };
  const move = (id: string, place: Place, terminal: string | null): void => {
    change(
      `${terminal === null ? 'Coil' : 'Move'} ${conductors.find((c) => c.id === id)?.wallColour ?? id}${terminal === null ? '' : ` to ${terminal}`} at the ${place}`,
      (j) => withSurvey(j, moveEnd(j.survey, id, place, terminal)),
    );
  };
  const caption =
    mode === 'measure'
      ? 'Touch the two screws the meter is on'
      : jumping
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
          boardTitle={job.survey.equipment.splicesOnly ? 'Splices at the equipment' : 'Equipment board'}
          lit={lit}
          picked={jumperFrom ? [jumperFrom] : pair}
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
        {second ? (
          <Strip
            rows={outdoorRows(job)}
            conductors={outside}
            wallTitle="Equipment board"
            boardTitle="Outdoor unit"
            sides={OUTDOOR_SIDES}
            lit={lit}
            onScrew={pressOutside}
            {...(sealed
              ? {}
              : {
                  onMove: (id: string, place: 'wall' | 'board', terminal: string | null) =>
                    move(id, place === 'wall' ? 'board' : 'outdoor', terminal),
                  onRemove: (id: string) =>
                    change('Take a conductor of the outdoor cable off', (j) =>
                      withSurvey(j, removeConductor(j.survey, id)),
                    ),
                })}
            caption="The second cable, from the board to the outdoor unit"
          />
        ) : null}
        {held ? <ConductorPanel id={held} /> : null}
        {mode === 'measure' ? <MeasureFound pair={pair} /> : null}
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
                    setMode('look');
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
                  { value: 'outdoor', label: 'outdoor cable' },
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
                            ...(ends === 'outdoor'
                              ? { cable: 'outdoor' as const }
                              : ends === 'both'
                                ? {}
                                : { place: ends }),
                          }).survey,
                        ),
                      );
                    setColour(null);
                  }}
                >
                  Coil as spare
                </Button>
                <Button aria-pressed={jumping} onClick={() => enter('jumper')}>
                  Jumper
                </Button>
                <Button aria-pressed={mode === 'measure'} onClick={() => enter('measure')}>
                  Measure
                </Button>
                <SelectField
                  quiet
                  label="Show another screw"
                  value=""
                  none="More screws …"
                  options={PLATE_ORDER.filter((t) => !rows.some((r) => r.wall === t)).map((t) => ({
                    value: t,
                    label: t,
                  }))}
                  onChoose={(t) => {
                    if (t) setExtra([...extra, t]);
                  }}
                />
              </div>
            </div>
          </>
        )}
        <SplicesPanel />
        <Around />
      </Bench>
      <ReadingSide here="survey" sentence={derived.system.sentence} />
    </>
  );
}
