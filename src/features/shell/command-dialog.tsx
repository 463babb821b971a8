'use client';

/** The list behind "/": words narrow it, arrows move, Enter runs. */
import Autocomplete from '@mui/material/Autocomplete';
import Dialog from '@mui/material/Dialog';
import OutlinedInput from '@mui/material/OutlinedInput';
import type { ReactNode } from 'react';

export interface Command {
  id: string;
  name: string;
  keys?: string;
  run: () => void;
}

/** Every word somewhere in the name. */
const narrowed = (commands: Command[], { inputValue }: { inputValue: string }): Command[] => {
  const words = inputValue.toLowerCase().split(/\s+/).filter(Boolean);
  return commands.filter((c) => words.every((w) => c.name.toLowerCase().includes(w)));
};

/** The list stands in the dialog, not over it. */
const InPlace = ({ children }: { children?: ReactNode | ((props: never) => ReactNode) }): ReactNode => (
  <div className="command-list">{typeof children === 'function' ? null : children}</div>
);

export function CommandDialog({ commands, onClose }: { commands: readonly Command[]; onClose: () => void }): ReactNode {
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-label="Find a command">
      <div className="command-search">
        <Autocomplete<Command>
          open
          autoHighlight
          disablePortal
          forcePopupIcon={false}
          options={[...commands]}
          getOptionLabel={(c) => c.name}
          getOptionKey={(c) => c.id}
          filterOptions={narrowed}
          noOptionsText="No command has these words."
          slots={{ popper: InPlace }}
          onChange={(_e, command) => {
            if (!command) return;
            onClose();
            command.run();
          }}
          renderOption={({ key, ...props }, c) => (
            <li key={key} {...props}>
              <span>{c.name}</span>
              {c.keys ? <kbd>{c.keys}</kbd> : null}
            </li>
          )}
          renderInput={({ slotProps, id }) => (
            <OutlinedInput
              {...slotProps.input}
              id={id}
              autoFocus
              fullWidth
              placeholder="Stop or action"
              inputProps={{ ...slotProps.htmlInput, 'aria-label': 'Command' }}
            />
          )}
        />
      </div>
    </Dialog>
  );
}
