'use client';

import type { TerminalPlan } from '@core/family/landing';
/** The numbered terminals: what each is for, and what somebody saw on it. */
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { ReactNode } from 'react';
import { SelectField } from '../../ui/select-field';

interface Props<Core extends string> {
  terminals: readonly TerminalPlan<Core>[];
  cores: readonly { id: Core; name: string }[];
  landed: Readonly<Record<string, Core>>;
  lit?: ReadonlySet<string>;
  disabled: boolean;
  onLand: (label: string, landed: Record<string, Core>) => void;
}

const HEADS = ['Terminal', 'Is for', 'Has on it'];

export function TerminalTable<Core extends string>({
  terminals,
  cores,
  landed,
  lit,
  disabled,
  onLand,
}: Props<Core>): ReactNode {
  const land = (terminal: string, said: string): void => {
    const core = cores.find((c) => c.id === said);
    const now: Record<string, Core> = { ...landed };
    if (core) now[terminal] = core.id;
    else delete now[terminal];
    onLand(`Terminal ${terminal}: ${core?.name ?? 'not looked at'}`, now);
  };
  const asPlanned = (): void => {
    const now: Record<string, Core> = {};
    for (const t of terminals) if (t.core) now[t.terminal] = t.core;
    onLand('Terminals as the plan', now);
  };
  return (
    <section className="panel stack">
      <Table className="plan-table">
        <TableHead>
          <TableRow>
            {HEADS.map((head) => (
              <TableCell key={head} component="th" scope="col">
                {head}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {terminals.map((t) => (
            <TableRow key={t.terminal} className={lit?.has(`terminal:${t.terminal}`) ? 'lit' : ''}>
              <TableCell component="th" scope="row" className="mono">
                {t.terminal}
              </TableCell>
              <TableCell>{t.says}</TableCell>
              <TableCell>
                <SelectField
                  quiet
                  label={`On terminal ${t.terminal}`}
                  value={t.found ?? ''}
                  disabled={disabled}
                  none="not looked at"
                  options={cores.map((c) => ({ value: c.id, label: c.name }))}
                  onChoose={(said) => land(t.terminal, said)}
                />{' '}
                {t.good === null ? null : t.good ? 'right' : <b className="problem">wrong</b>}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      <div className="row">
        <button type="button" className="plain" disabled={disabled} onClick={asPlanned}>
          All as they should be
        </button>
      </div>
    </section>
  );
}
