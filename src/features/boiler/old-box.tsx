'use client';

import { OLD_WORDS, parseOldBox } from '@core/boiler/old-box';
/** The old receiver's terminals, typed by what they did, and where each core goes. */
import { pointLabel } from '@core/circuit/point';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { LineEntry } from '../mains/line-entry';
import { useBoiler, useSurvey } from './use-boiler';

export function OldBox(): ReactNode {
  const { boiler, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const old = Object.entries(survey.oldBox ?? {});
  return (
    <div className="stack">
      <h3>Terminals of the old receiver</h3>
      <LineEntry<{ terminal: (typeof old)[number][1] }>
        label="Terminals of the old receiver"
        verb="Note"
        parse={parseOldBox}
        disabled={sealed}
        says={({ terminal: t }) => `${t.label}: ${OLD_WORDS[t.does]}${t.zone ? ` ${t.zone}` : ''}`}
        example={
          <>
            By what each did: <span className="mono">3 hot water on, 4 heating on brown, 2-5 link, L live</span>
          </>
        }
        onTake={(items) =>
          set(`Old receiver: ${items.map((i) => i.terminal.label).join(', ')}`, {
            oldBox: { ...survey.oldBox, ...Object.fromEntries(items.map((i) => [nanoid(5), i.terminal])) },
          })
        }
      />
      {old.length > 0 ? (
        <Table size="small" aria-label="Old receiver">
          <TableHead>
            <TableRow>
              <TableCell>Old</TableCell>
              <TableCell>did</TableCell>
              <TableCell>its core goes to</TableCell>
              <TableCell />
            </TableRow>
          </TableHead>
          <TableBody>
            {old.map(([id, t], i) => {
              const move = boiler.old[i];
              return (
                <TableRow key={id}>
                  <TableCell>
                    <b>{t.label}</b>
                  </TableCell>
                  <TableCell>
                    {move?.does ?? OLD_WORDS[t.does]}
                    {t.colour ? `, ${t.colour}` : ''}
                  </TableCell>
                  <TableCell>
                    {move ? (
                      move.to ? (
                        <b>{pointLabel(move.to)}</b>
                      ) : (
                        <span className="soft">{move.why}</span>
                      )
                    ) : (
                      <span className="soft">known with the plant</span>
                    )}
                  </TableCell>
                  <TableCell align="right">
                    <Button
                      sx={{ whiteSpace: 'nowrap' }}
                      disabled={sealed}
                      aria-label={`Take out ${t.label}`}
                      onClick={() =>
                        set(`Old receiver: ${t.label} taken out`, {
                          oldBox: Object.fromEntries(old.filter(([other]) => other !== id)),
                        })
                      }
                    >
                      Take out
                    </Button>
                  </TableCell>
                </TableRow>
              );
            })}
          </TableBody>
        </Table>
      ) : null}
    </div>
  );
}
