'use client';

/**
 * The sheet a job carries, written from a leaflet: every edit stands in the job at once, whole or not; what is wrong is
 * said at its place, and beside it stands what the sheet leaves open and the card as it would be.
 */
import { begunEntry, nodeOf, sheetProblems, unsaid, withPlace } from '@core/devices/sheet-form';
import { familyOf } from '@core/family/registry';
import Button from '@mui/material/Button';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import { author } from '../../sync/author';
import { keepSheet } from '../../sync/sheets';
import { More } from '../../ui/more';
import { useJob } from '../shell/job-context';
import { PlateDrawing } from './plate-drawing';
import { EditContext, type SheetEdit, wrongAt } from './sheet-edit';
import { FieldOf, GroupOf, isSimple } from './sheet-fields';
import './sheet-editor.css';

/** Its own short name is made, not asked for. */
const HIDDEN: ReadonlySet<string> = new Set(['id']);

export function SheetEditor(): ReactNode {
  const { job, derived, change, sealed } = useJob();
  const { schema } = familyOf(job).module.sheets;
  const node = useMemo(() => nodeOf(schema), [schema]);
  const sheet = job.device.inline;
  const problems = useMemo(() => sheetProblems(schema, sheet), [schema, sheet]);
  const whole = problems.length === 0;
  // While the sheet is not whole nothing is derived from it: what the job decided last is offered on.
  const canonical = useRef(derived.shared.settings.canonical);
  if (derived.shared.settings.canonical.length > 0) canonical.current = derived.shared.settings.canonical;
  const edit: SheetEdit = {
    sheet,
    put: (path, value, what) => {
      change(`Sheet: ${what}`, (j) => ({
        ...j,
        device: { ...j.device, inline: JSON.parse(JSON.stringify(withPlace(j.device.inline, path, value))) },
      }));
    },
    problems,
    units: job.units,
    sealed,
    canonical: canonical.current,
  };
  if (node.kind !== 'group') return null;
  const fields = node.fields.filter((f) => !HIDDEN.has(f.key));
  const simple = fields.filter((f) => isSimple(f.node));
  const large = fields.filter((f) => !isSimple(f.node));
  const tree = (typeof sheet === 'object' && sheet !== null ? sheet : {}) as Readonly<Record<string, unknown>>;
  const open = unsaid(canonical.current, sheet);
  const entries = Array.isArray(tree.settings) ? tree.settings.length : 0;
  return (
    <EditContext value={edit}>
      <section className="panel sheet-editor" aria-label="The sheet of this job">
        <header>
          <h2>{typeof tree.name === 'string' && tree.name ? tree.name : 'A sheet without a name'}</h2>
          <p role="status" className={whole ? 'soft' : 'problem'}>
            {whole
              ? 'Whole: the job is worked out from it.'
              : `${problems.length === 1 ? 'One place' : `${problems.length} places`} still to fill in. First: ${problems[0]?.where.toLowerCase()}, ${problems[0]?.message}.`}
          </p>
        </header>
        <div className="sheet-columns">
          <div className="stack">
            <GroupOf fields={simple} path={[]} value={tree} />
            {large.map((f) => {
              const { below } = wrongAt(problems, [f.key]);
              const there = tree[f.key] !== undefined;
              return (
                <More
                  key={f.key}
                  summary={`${f.label}${below > 0 ? `: ${below} to fill in` : !there ? ': not said' : ''}`}
                >
                  {there || !f.optional ? (
                    <>
                      <FieldOf field={f} path={[f.key]} value={tree[f.key]} />
                      {f.optional ? (
                        <button
                          type="button"
                          className="plain left"
                          disabled={sealed}
                          onClick={() => edit.put([f.key], undefined, `${f.label} taken out`)}
                        >
                          Take out: {f.label.toLowerCase()}
                        </button>
                      ) : null}
                    </>
                  ) : (
                    <GroupOf fields={[f]} path={[]} value={tree} />
                  )}
                </More>
              );
            })}
          </div>
          <div className="sheet-preview stack">
            {whole ? <PlateDrawing sheet={sheet as never} entered={enteredOf(derived.shared.settings.card)} /> : null}
            <h3>This job decides, and the sheet does not say where</h3>
            {open.length === 0 ? (
              <p className="soft">
                {canonical.current.length === 0
                  ? 'Nothing yet: the wiring and the equipment decide it.'
                  : 'Nothing: each setting has its place.'}
              </p>
            ) : (
              <ul className="sheet-open">
                {open.map((c) => (
                  <li key={c.key}>
                    <span>
                      {c.name}, here {c.options.find((o) => o.value === c.value)?.label ?? c.value}
                    </span>
                    <Button
                      aria-label={`Add ${c.name}`}
                      disabled={sealed}
                      onClick={() => edit.put(['settings', entries], begunEntry(c), `${c.name} begun`)}
                    >
                      Add
                    </Button>
                  </li>
                ))}
              </ul>
            )}
            {derived.shared.questions.length > 0 ? (
              <>
                <h3>Open in this job</h3>
                <ul>
                  {derived.shared.questions.slice(0, 6).map((q) => (
                    <li key={q.code}>{q.ask}</li>
                  ))}
                </ul>
              </>
            ) : null}
            <h3>The card as it would be</h3>
            {derived.shared.settings.card.length === 0 ? (
              <p className="soft">{whole ? 'Nothing to enter yet.' : 'As soon as the sheet is whole.'}</p>
            ) : (
              <ol className="sheet-card">
                {derived.shared.settings.card.map((r) => (
                  <li key={r.key}>
                    <span className="soft">{r.where}</span> {r.label} <b className="mono">{r.enter}</b>
                  </li>
                ))}
              </ol>
            )}
          </div>
        </div>
        <Keeping whole={whole} name={typeof tree.name === 'string' ? tree.name : ''} />
      </section>
    </EditContext>
  );
}

const enteredOf = (card: readonly { key: string; enter: string }[]): Record<string, string> =>
  Object.fromEntries(card.map((r) => [r.key, r.enter]));

/** Kept for other jobs, or taken along as a file. */
function Keeping({ whole, name }: { whole: boolean; name: string }): ReactNode {
  const { job } = useJob();
  const [said, setSaid] = useState('');
  const keep = async (): Promise<void> => {
    const answer = await keepSheet({
      family: job.family,
      sheet: job.device.inline as { id: string; name: string },
      by: author().name || author().client,
    });
    setSaid(
      !answer.ok
        ? answer.problem
        : answer.value.same
          ? `Kept already, version ${answer.value.version}.`
          : `Kept as version ${answer.value.version}: other jobs are offered it.`,
    );
  };
  const save = (): void => {
    const url = URL.createObjectURL(
      new Blob([`${JSON.stringify(job.device.inline, null, 2)}\n`], { type: 'application/json' }),
    );
    const a = document.createElement('a');
    a.href = url;
    a.download = `${
      name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '') || 'sheet'
    }.json`;
    a.click();
    URL.revokeObjectURL(url);
  };
  return (
    <footer className="row">
      <Button className="copper" disabled={!whole} onClick={() => void keep()}>
        Keep for other jobs
      </Button>
      <Button onClick={save}>Save as a file</Button>
      {said ? (
        <p role="status" className="soft">
          {said}
        </p>
      ) : null}
    </footer>
  );
}
