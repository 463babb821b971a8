'use client';

import { withSurvey } from '@core/survey/landing';
import { applyEntry, parseQuickEntry } from '@core/survey/quick-entry';
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { type ReactNode, useRef, useState } from 'react';
import { useHalfTyped } from '../../ui/half-typed';
import { useLowVoltage } from '../shell/family-job';
import '../../ui/quick-line.css';

/** A whole line at once: r red, c blue, y1 yellow, g green, w1 white. */
export function QuickEntry(): ReactNode {
  const { job, change } = useLowVoltage();
  const [line, setLine] = useHalfTyped('Type landings');
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
        <OutlinedInput
          inputRef={input}
          className="mono"
          placeholder="r red, c blue, y1 yellow"
          value={line}
          autoComplete="off"
          inputProps={{ 'aria-label': 'Type landings', autoCapitalize: 'off', spellCheck: false }}
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
