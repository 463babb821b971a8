'use client';

/** What ran in place of what should: touched while it runs, kept in one reading. A name tells more than a no. */
import { ranOf } from '@core/proof/ran';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { type ReactNode, useState } from 'react';

interface Props {
  /** Everything that can run here. */
  among: readonly string[];
  /** As it was kept last. */
  words: string | undefined;
  onKeep: (names: readonly string[]) => void;
}

export function WhatRan({ among, words, onKeep }: Props): ReactNode {
  const kept = ranOf(words, among);
  const [names, setNames] = useState<readonly string[] | null>(null);
  const shown = names ?? kept ?? [];
  const changed = kept === null || shown.length !== kept.length || shown.some((n) => !kept.includes(n));
  return (
    <fieldset className="what-ran">
      <legend>What ran?</legend>
      <ToggleButtonGroup aria-label="What ran" value={[...shown]} onChange={(_, next: string[]) => setNames(next)}>
        {among.map((name) => (
          <ToggleButton key={name} value={name}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Button
        disabled={!changed}
        onClick={() => {
          onKeep(among.filter((n) => shown.includes(n)));
          setNames(null);
        }}
      >
        {shown.length > 0 ? 'Keep what ran' : 'Nothing ran'}
      </Button>
    </fieldset>
  );
}
