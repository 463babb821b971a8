'use client';

import type { Gauge, Place } from '@core/job/schema';
import { INSULATION } from '@core/survey/colours.data';
import { landConductor, moveEnd, onScrew, removeConductor, toggleJumper, withSurvey } from '@core/survey/landing';
import { applyEntry, parseQuickEntry } from '@core/survey/quick-entry';
import { PLATE_ORDER } from '@core/survey/terminals.data';
import { count } from '@core/units/units';
/** Survey: what is on the wall and at the board, drawn, pointed at, dragged or typed. */
import Button from '@mui/material/Button';
import { type ReactNode, useRef, useState } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { Strip } from '../../ui/strip';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { surveyConductors, surveyRows } from './strip-model';
import './survey.css';

type Ends = 'both' | 'wall' | 'board';
const GAUGES: readonly Gauge[] = ['AWG 16', 'AWG 18', 'AWG 20', 'AWG 22', 'AWG 24', '0.5 mm²', '0.75 mm²'];
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

/** A whole line at once: r red, c blue, y1 yellow, g green, w1 white. */
function QuickEntry(): ReactNode {
  const { job, change } = useJob();
  const [line, setLine] = useState('');
  const [problem, setProblem] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const entries = parseQuickEntry(line);
  const land = (): void => {
    let survey = job.survey;
    const left: string[] = [];
    let said = '';
    for (const entry of entries) {
      const result = entry.ok ? applyEntry(survey, entry.action) : entry;
      if (result.ok && 'survey' in result) survey = result.survey;
      else {
        left.push(entry.text);
        if (!result.ok && !said) said = `${entry.text}: ${result.problem}`;
      }
    }
    if (survey !== job.survey) change(`Type ${line.slice(0, 120)}`, (j) => withSurvey(j, survey));
    setLine(left.join(', '));
    setProblem(said);
    input.current?.focus();
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
        {problem ? (
          <span className="chip wrong" role="alert">
            {problem}
          </span>
        ) : line.trim() === '' ? (
          <span className="soft">
            Type <span className="mono">y1 yellow</span>, <span className="mono">c blue board</span>,{' '}
            <span className="mono">w white/grey</span>, <span className="mono">spare brown wall</span>,{' '}
            <span className="mono">jumper r rc</span>
          </span>
        ) : (
          entries.map((e, i) =>
            e.ok ? (
              <span key={`${e.text}-${i}`} className="chip">
                {e.says}
              </span>
            ) : (
              <button
                key={`${e.text}-${i}`}
                type="button"
                className="chip wrong"
                disabled={!e.suggestion}
                onClick={() => {
                  if (e.suggestion) setLine(line.replace(e.text, e.suggestion));
                }}
              >
                {e.problem}
              </button>
            ),
          )
        )}
      </div>
      <div className="quick-row">
        <input
          ref={input}
          className="mono"
          aria-label="Type landings"
          placeholder="r red, c blue, y1 yellow"
          value={line}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          onChange={(e) => {
            setLine(e.target.value.slice(0, 4000));
            setProblem('');
          }}
        />
        <Button type="submit" className="primary" disabled={line.trim() === ''}>
          Land ⏎
        </Button>
      </div>
    </form>
  );
}

/** What else the survey holds: cable, equipment, old device. */
function Around(): ReactNode {
  const { job, change, sealed } = useJob();
  const { equipment, cables, old } = job.survey;
  const setEquipment = (label: string, more: Partial<typeof equipment>): boolean =>
    change(label, (j) => withSurvey(j, { ...j.survey, equipment: { ...j.survey.equipment, ...more } }));
  const number = (text: string): number | undefined => {
    const n = Number(text.replace(',', '.'));
    return text.trim() !== '' && Number.isFinite(n) ? n : undefined;
  };
  return (
    <div className="panel-grid">
      <section className="panel stack">
        <h2>Cable in the wall</h2>
        <Choice
          label="Conductor size"
          value={cables.main.gauge}
          disabled={sealed}
          options={GAUGES.map((g) => ({ value: g, label: g }))}
          onChoose={(gauge) =>
            change(`Cable: ${gauge}`, (j) =>
              withSurvey(j, { ...j.survey, cables: { ...j.survey.cables, main: { ...j.survey.cables.main, gauge } } }),
            )
          }
        />
        <TextField
          label="Run, metres"
          mono
          disabled={sealed}
          value={cables.main.metres === undefined ? '' : String(cables.main.metres)}
          hint="18 gauge, 15 m is assumed until noted"
          onCommit={(v) =>
            change(`Cable run: ${v} m`, (j) =>
              withSurvey(j, {
                ...j.survey,
                cables: { ...j.survey.cables, main: { ...j.survey.cables.main, metres: number(v) } },
              }),
            )
          }
        />
      </section>
      <section className="panel stack">
        <h2>Equipment nameplate</h2>
        <Choice
          label="Fuel"
          value={equipment.fuel}
          disabled={sealed}
          options={[
            { value: 'gas', label: 'gas' },
            { value: 'propane', label: 'bottled gas' },
            { value: 'oil', label: 'oil' },
            { value: 'electric', label: 'electric' },
          ]}
          onChoose={(fuel) => setEquipment(`Fuel: ${fuel}`, { fuel })}
        />
        <div className="field-grid">
          <TextField
            label="Transformer, VA"
            mono
            disabled={sealed}
            value={equipment.transformerVA === undefined ? '' : String(equipment.transformerVA)}
            hint="40 VA assumed"
            onCommit={(v) => setEquipment(`Transformer: ${v} VA`, { transformerVA: number(v) })}
          />
          <TextField
            label="Efficiency, %"
            mono
            disabled={sealed}
            value={equipment.efficiencyPercent === undefined ? '' : String(equipment.efficiencyPercent)}
            hint="90 and up: condensing"
            onCommit={(v) => setEquipment(`Efficiency: ${v} %`, { efficiencyPercent: number(v) })}
          />
        </div>
      </section>
      <section className="panel">
        <h2>The old thermostat</h2>
        <Tick
          checked={old.batteries === true}
          disabled={sealed}
          onToggle={(on) =>
            change('Old device: batteries', (j) =>
              withSurvey(j, { ...j.survey, old: { ...j.survey.old, batteries: on || undefined } }),
            )
          }
        >
          Ran on batteries
        </Tick>
        <Tick
          checked={old.mechanical === true}
          disabled={sealed}
          onToggle={(on) =>
            change('Old device: mechanical', (j) =>
              withSurvey(j, { ...j.survey, old: { ...j.survey.old, mechanical: on || undefined } }),
            )
          }
        >
          Mechanical, with switches
        </Tick>
        <Tick
          checked={old.twoRows === true}
          disabled={sealed}
          onToggle={(on) =>
            change('Old device: two rows', (j) =>
              withSurvey(j, { ...j.survey, old: { ...j.survey.old, twoRows: on || undefined } }),
            )
          }
        >
          Letters in two rows
        </Tick>
        <TextField
          label="What it was"
          value={old.note}
          disabled={sealed}
          onCommit={(v) =>
            change('Old device', (j) => withSurvey(j, { ...j.survey, old: { ...j.survey.old, note: v || undefined } }))
          }
        />
      </section>
    </div>
  );
}
