/** What touching a screw of the survey does: a wire landed, a jumper, a probe, or a look; and what is in hand for it. */
import { pointParts } from '@core/circuit/point';
import type { Place } from '@core/job/schema';
import { landConductor, moveEnd, onScrew, removeConductor, toggleJumper, withSurvey } from '@core/survey/landing';
import { useState } from 'react';
import type { StripPlace } from '../../ui/strip';
import { useLowVoltage } from '../shell/family-job';
import { touched } from '../shell/touched';
import { surveyConductors } from './strip-model';

export type Ends = 'both' | 'wall' | 'board' | 'outdoor';
type Mode = 'look' | 'jumper' | 'measure';

export interface Landing {
  colour: string | null;
  ends: Ends;
  mode: Mode;
  /** First screw of a jumper. */
  jumperFrom: string | null;
  /** Screws that the meter is on. */
  pair: readonly string[];
  /** The conductor looked at. */
  held: string | null;
  setEnds: (ends: Ends) => void;
  pick: (colour: string) => void;
  enter: (mode: Mode) => void;
  press: (place: StripPlace, terminal: string) => void;
  pressOutside: (place: StripPlace, terminal: string) => void;
  move: (id: string, place: Place, terminal: string | null) => void;
  remove: (id: string) => void;
  removeOutside: (id: string) => void;
  coil: () => void;
}

export function useLanding(): Landing {
  const { job, change, light, sealed } = useLowVoltage();
  const [colour, setColour] = useState<string | null>(null);
  const [ends, setEnds] = useState<Ends>('both');
  const [jumperFrom, setJumperFrom] = useState<string | null>(null);
  const [mode, setMode] = useState<Mode>('look');
  const [pair, setPair] = useState<string[]>([]);
  const [held, setHeld] = useState<string | null>(null);
  const colourOf = (id: string): string => surveyConductors(job).find((c) => c.id === id)?.wallColour ?? id;
  const hold = (found: string | undefined, point: string | null): void => {
    setHeld(found ?? null);
    light([...(found ? [`conductor:${found}`] : []), ...(point === null ? [] : [point])]);
  };
  /** A wire of the colour in hand; the next one usually is another: it is put down. */
  const land = (label: string, how: Omit<Parameters<typeof landConductor>[1], 'colour'>): void => {
    if (colour) change(label, (j) => withSurvey(j, landConductor(j.survey, { colour, ...how }).survey));
    setColour(null);
  };
  const join = (place: StripPlace, terminal: string): void => {
    if (!jumperFrom) {
      setJumperFrom(`${place}.${terminal}`);
      return;
    }
    const { part, id: from } = pointParts(jumperFrom);
    setJumperFrom(null);
    setMode('look');
    if (part === place && from && from !== terminal)
      change(`Jumper ${from} to ${terminal}`, (j) => withSurvey(j, toggleJumper(j.survey, place, from, terminal)));
  };
  return {
    colour,
    ends,
    mode,
    jumperFrom,
    pair,
    held,
    setEnds,
    pick: (next) => {
      setColour(colour === next ? null : next);
      setMode('look');
    },
    enter: (next) => {
      setMode(mode === next ? 'look' : next);
      setJumperFrom(null);
      setPair([]);
      setColour(null);
    },
    press: (place, terminal) => {
      light([]);
      setHeld(null);
      if (mode === 'measure') setPair(touched(pair, `${place}.${terminal}`));
      else if (sealed) return;
      else if (mode === 'jumper') join(place, terminal);
      else if (colour)
        land(`Land ${colour} on ${terminal}`, {
          terminal,
          ...(ends === 'wall' || ends === 'board' ? { place: ends } : {}),
        });
      else hold(onScrew(job.survey, place, terminal)[0], `${place}.${terminal}`);
    },
    pressOutside: (place, terminal) => {
      if (sealed) return;
      if (colour) land(`Land ${colour} on ${terminal}, outdoor cable`, { terminal, cable: 'outdoor' });
      else hold(onScrew(job.survey, place === 'wall' ? 'board' : 'outdoor', terminal, 'outdoor')[0], null);
    },
    move: (id, place, terminal) => {
      const what = terminal === null ? `Coil ${colourOf(id)}` : `Move ${colourOf(id)} to ${terminal}`;
      change(`${what} at the ${place}`, (j) => withSurvey(j, moveEnd(j.survey, id, place, terminal)));
    },
    remove: (id) => {
      change(`Take ${colourOf(id)} off`, (j) => withSurvey(j, removeConductor(j.survey, id)));
    },
    removeOutside: (id) => {
      change('Take a conductor of the outdoor cable off', (j) => withSurvey(j, removeConductor(j.survey, id)));
    },
    coil: () =>
      land(`Spare ${colour}`, {
        terminal: null,
        ...(ends === 'outdoor' ? { cable: 'outdoor' as const } : ends === 'both' ? {} : { place: ends }),
      }),
  };
}
