'use client';

import type { KeptSheet } from '@core/contract/sheets';
/** Sheets of one's own: those kept before, one begun from a leaflet, one read from a file. */
import { freshOf, nodeOf } from '@core/devices/sheet-form';
import { familyOf } from '@core/family/registry';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useEffect, useState } from 'react';
import { keptSheets, putAwaySheet } from '../../sync/sheets';
import { SelectField } from '../../ui/select-field';
import { useJob } from '../shell/job-context';
import { OwnSheet } from './own-sheet';
import '../../ui/tiles.css';
import './sheet-editor.css';

/** Letters that a sheet's own short name may have. */
const shortName = (): string =>
  `own-${nanoid(8)
    .toLowerCase()
    .replace(/[^a-z0-9]/g, '0')}`;

export function SheetStart(): ReactNode {
  const { job, change, sealed } = useJob();
  const { sheets } = familyOf(job).module;
  const [from, setFrom] = useState(sheets.shipped[0]?.id ?? '');
  const [kept, setKept] = useState<readonly KeptSheet[]>([]);
  const [problem, setProblem] = useState('');
  const { family } = job;
  useEffect(() => {
    let here = true;
    void keptSheets(family).then((list) => {
      if (here) setKept(list);
    });
    return () => {
      here = false;
    };
  }, [family]);
  const take = (label: string, inline: unknown): void => {
    change(label, (j) => ({ ...j, device: { ...j.device, sheet: undefined, inline } }));
  };
  const begin = (): void => {
    const like = sheets.shipped.find((s) => s.id === from);
    const sheet = like
      ? // A copy: not this maker's wording of where it was read, nor its name.
        { ...structuredClone(like), id: shortName(), name: `Like ${like.name}`, origin: undefined }
      : {
          format: 'augerset.device',
          version: 1,
          family,
          ...(freshOf(nodeOf(sheets.schema)) as object),
          id: shortName(),
        };
    // What is undefined has no place in a job.
    take('A sheet begun', JSON.parse(JSON.stringify(sheet)));
  };
  return (
    <div className="stack sheet-start">
      {kept.length > 0 ? (
        <ul className="kept-sheets" aria-label="Sheets of your own">
          {kept.map((k) => (
            <li key={k.id}>
              <button
                type="button"
                className="tile"
                disabled={sealed}
                aria-pressed={(job.device.inline as { id?: unknown } | undefined)?.id === k.id}
                onClick={() => take(`Device: ${k.name}`, k.body)}
              >
                <strong>{k.name}</strong>
                <span className="soft">
                  yours, version {k.version}
                  {k.by ? `, ${k.by}` : ''}
                </span>
              </button>
              <button
                type="button"
                className="plain"
                onClick={() =>
                  void putAwaySheet(family, k.id).then((answer) => {
                    if (answer.ok) setKept((list) => list.filter((x) => x.id !== k.id));
                    else setProblem(answer.problem);
                  })
                }
              >
                Offer {k.name} no more
              </button>
            </li>
          ))}
        </ul>
      ) : null}
      <div className="sheet-begin">
        <SelectField
          label="Not here? Write it from its leaflet, begun from"
          value={from}
          options={sheets.shipped.map((s) => ({ value: s.id, label: s.name }))}
          none="an empty sheet"
          disabled={sealed}
          onChoose={setFrom}
        />
        <Button variant="outlined" disabled={sealed} onClick={begin}>
          Write a sheet
        </Button>
        <OwnSheet />
      </div>
      {problem ? (
        <p className="field-hint problem" role="alert">
          {problem}
        </p>
      ) : null}
    </div>
  );
}
