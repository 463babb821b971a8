'use client';

/** What a "no" says more: touched, and kept in one reading. Which it was tells more than that it was not. */
import { type Told, toldOf } from '@core/proof/told';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { type ReactNode, useState } from 'react';

interface Props {
  told: Told;
  /** As it was kept last. */
  words: string | undefined;
  onKeep: (ids: readonly string[]) => void;
}

export function ToldEntry({ told, words, onKeep }: Props): ReactNode {
  const { ask, keep, none, among } = told;
  const kept = toldOf(words, told);
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  const shown = chosen ?? kept ?? [];
  const changed = kept === null || shown.length !== kept.length || shown.some((n) => !kept.includes(n));
  const ready = changed && (shown.length > 0 || none !== undefined);
  return (
    <fieldset className="told">
      <legend>{ask}</legend>
      <ToggleButtonGroup aria-label={ask} value={[...shown]} onChange={(_, next: string[]) => setChosen(next)}>
        {among.map(({ id, label }) => (
          <ToggleButton key={id} value={id}>
            {label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Button
        className={ready ? 'primary' : ''}
        disabled={!ready}
        onClick={() => {
          onKeep(among.flatMap(({ id }) => (shown.includes(id) ? [id] : [])));
          setChosen(null);
        }}
      >
        {shown.length > 0 ? keep : (none ?? keep)}
      </Button>
    </fieldset>
  );
}
