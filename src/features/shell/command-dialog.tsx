'use client';

/** The list behind "/": words narrow it, arrows move, Enter runs. */
import Dialog from '@mui/material/Dialog';
import { type ReactNode, useState } from 'react';

export interface Command {
  id: string;
  name: string;
  keys?: string;
  run: () => void;
}

export function CommandDialog({ commands, onClose }: { commands: readonly Command[]; onClose: () => void }): ReactNode {
  const [query, setQuery] = useState('');
  const [at, setAt] = useState(0);
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const found = commands.filter((c) => words.every((w) => c.name.toLowerCase().includes(w)));
  const go = (command: Command | undefined): void => {
    if (!command) return;
    onClose();
    command.run();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-label="Find a command">
      <div className="command-search">
        <input
          autoFocus
          className="text-input"
          placeholder="Stop or action"
          aria-label="Command"
          value={query}
          onChange={(e) => {
            setQuery(e.target.value);
            setAt(0);
          }}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
            else if (e.key === 'ArrowUp') setAt(Math.max(0, at - 1));
            else if (e.key === 'Enter') go(found[at]);
            else return;
            e.preventDefault();
          }}
        />
        <ul>
          {found.map((c, i) => (
            <li key={c.id}>
              <button type="button" className={i === at ? 'at' : ''} onClick={() => go(c)}>
                <span>{c.name}</span>
                {c.keys ? <kbd>{c.keys}</kbd> : null}
              </button>
            </li>
          ))}
          {found.length === 0 ? <li className="soft">No command has these words.</li> : null}
        </ul>
      </div>
    </Dialog>
  );
}
