'use client';

/** A survey's fields as their descriptors say: one renderer for every family; limits and choices are the schema's. */
import { type Field, kindOf, type Rows, readList, type SurveyForm, schemaAt, valueAt } from '@core/family/field';
import { SURVEYS } from '@core/family/surveys';
import { applyChanges } from '@core/job/changes';
import type { Family, SeenJob } from '@core/job/schema';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { type FamilyApi, useFamily } from '../shell/family-job';
import './fields.css';

/** No value of any schema. */
const NONE = '';

type Put = (label: string, path: readonly string[], value: unknown) => void;

/** The one way a field is written. */
function usePut<F extends Family>(api: FamilyApi<F>): Put {
  return (label, path, value) =>
    api.change(label, (j) => {
      const changes = [{ path: ['survey', ...path], ...(value === undefined ? {} : { to: value }) }];
      // The path is a descriptor's: it leads into the survey, and the schema judges what stands there.
      return applyChanges(j as unknown as object, changes).value as unknown as SeenJob<F>;
    });
}

export function SurveyFields<F extends Family>({
  family,
  form,
}: {
  family: F;
  form: SurveyForm<SeenJob<F>['survey']>;
}): ReactNode {
  const api = useFamily(family);
  return (
    <>
      {form.rows.map((rows) => (
        <RowsPanel key={rows.at} family={family} rows={rows} />
      ))}
      {form.groups.map((g) => {
        return g.fields.every((f) => f.shown && !f.shown(api.job.survey)) ? null : (
          <section key={g.title} className="panel stack">
            <h2>{g.title}</h2>
            <Fields api={api} fields={g.fields} at={[]} of="" />
          </section>
        );
      })}
    </>
  );
}

/** Fields in their order: figures and texts that follow each other side by side, choices each on a line of its own. */
export function Fields<F extends Family>({
  api,
  fields,
  at,
  of,
}: {
  api: FamilyApi<F>;
  fields: readonly Field<SeenJob<F>['survey']>[];
  at: readonly string[];
  of: string;
}): ReactNode {
  const runs: { wide: boolean; fields: Field<SeenJob<F>['survey']>[] }[] = [];
  for (const field of fields) {
    if (field.shown && !field.shown(api.job.survey)) continue;
    const row = field.inRow && valueAt(api.job.survey, at);
    if (field.inRow && !field.inRow((row ?? {}) as Record<string, unknown>)) continue;
    const { kind } = kindOf(SURVEYS[api.job.family].seen, [...at, ...field.path]);
    const wide = kind === 'choice' || kind === 'truth' || kind === 'list';
    const last = runs.at(-1);
    if (last && last.wide === wide) last.fields.push(field);
    else runs.push({ wide, fields: [field] });
  }
  const one = (field: Field<SeenJob<F>['survey']>): ReactNode => (
    <OneField key={field.path.join('.')} api={api} field={field} at={at} of={of} />
  );
  return (
    <>
      {runs.map((run) =>
        run.wide ? (
          run.fields.map(one)
        ) : (
          <div key={run.fields[0]?.path.join('.')} className="field-grid">
            {run.fields.map(one)}
          </div>
        ),
      )}
    </>
  );
}

function OneField<F extends Family>({
  api,
  field,
  at,
  of,
}: {
  api: FamilyApi<F>;
  field: Field<SeenJob<F>['survey']>;
  at: readonly string[];
  of: string;
}): ReactNode {
  const { job, sealed } = api;
  const put = usePut(api);
  const path = [...at, ...field.path];
  const kind = kindOf(SURVEYS[job.family].seen, path);
  const value = valueAt(job.survey, path);
  const label = of ? `${of}: ${field.label}` : field.label;
  switch (kind.kind) {
    case 'figure':
      return (
        <FigureField
          label={field.label}
          {...(of ? { of } : {})}
          quantity={field.quantity ?? 'plain'}
          units={job.units}
          low={kind.low}
          high={kind.high}
          value={typeof value === 'number' ? value : undefined}
          disabled={sealed}
          {...(field.help ? { hint: field.help } : {})}
          onTake={(v) => put(label, path, field.whole && v !== undefined ? Math.round(v) : v)}
        />
      );
    case 'choice':
      return (
        <Choice
          label={field.label}
          value={value === undefined ? (field.none === undefined ? field.usual : NONE) : String(value)}
          disabled={sealed}
          options={[
            ...(field.none === undefined ? [] : [{ value: NONE, label: field.none }]),
            ...(field.only ?? kind.values).map((v) => ({ value: v, label: field.words?.[v] ?? v })),
          ]}
          onChoose={(v) =>
            put(
              `${label}: ${v === NONE ? field.none : (field.words?.[v] ?? v)}`,
              path,
              v === NONE || v === String(value) ? undefined : kind.figures ? Number(v) : v,
            )
          }
        />
      );
    case 'truth':
      // Two words for it: nobody having said is a third state, never drawn as one of the two.
      return field.words ? (
        <Choice
          label={field.label}
          value={typeof value === 'boolean' ? String(value) : field.usual}
          disabled={sealed}
          options={['true', 'false'].map((v) => ({ value: v, label: field.words?.[v] ?? v }))}
          onChoose={(v) =>
            put(`${label}: ${field.words?.[v] ?? v}`, path, String(value) === v ? undefined : v === 'true')
          }
        />
      ) : (
        <Tick
          checked={value === true}
          disabled={sealed}
          note={field.help}
          onToggle={(on) => put(`${on ? '' : 'Not: '}${label}`, path, on || undefined)}
        >
          {field.label}
        </Tick>
      );
    case 'list':
      return (
        <ListField
          field={field}
          list={kind}
          value={Array.isArray(value) ? value.map(String) : []}
          disabled={sealed}
          onTake={(words) => put(`${label}: ${words.join(' ')}`, path, words.length > 0 ? words : undefined)}
        />
      );
    default:
      return (
        <TextField
          label={field.label}
          value={typeof value === 'string' ? value : undefined}
          disabled={sealed}
          {...(field.help ? { hint: field.help } : {})}
          {...(kind.most === undefined ? {} : { maxLength: kind.most })}
          onCommit={(v) => put(label, path, v || undefined)}
        />
      );
  }
}

/** Words side by side; what cannot stand among them is said, and nothing is taken until it is right. */
function ListField({
  field,
  list,
  value,
  disabled,
  onTake,
}: {
  field: Pick<Field<unknown>, 'label' | 'help' | 'spelt'>;
  list: Parameters<typeof readList>[1];
  value: readonly string[];
  disabled: boolean;
  onTake: (words: string[]) => void;
}): ReactNode {
  return (
    <TextField
      label={field.label}
      mono
      value={value.join(' ')}
      disabled={disabled}
      {...(field.help ? { hint: field.help } : {})}
      problemOf={(typed) => {
        const read = readList(typed, list, field.spelt);
        return read.ok ? undefined : read.problem;
      }}
      keptAs={(typed) => {
        const read = readList(typed, list, field.spelt);
        return read.ok ? read.words.join(' ') : typed;
      }}
      onCommit={(typed) => {
        const read = readList(typed, list, field.spelt);
        if (read.ok) onTake(read.words);
      }}
    />
  );
}

/** Things of one kind, each with its fields. @param children what stands beside them all */
export function RowsPanel<F extends Family>({
  family,
  rows,
  children,
}: {
  family: F;
  rows: Rows<SeenJob<F>['survey']>;
  children?: ReactNode;
}): ReactNode {
  const api = useFamily(family);
  const { job, sealed, lit } = api;
  const put = usePut(api);
  const all = Object.entries((valueAt(job.survey, [rows.at]) ?? {}) as Record<string, { name?: string }>);
  const named = (row: { name?: string }, i: number): string => row.name ?? rows.called?.(row) ?? `${rows.one} ${i + 1}`;
  const full = schemaAt(SURVEYS[job.family].seen, [rows.at]) === null;
  return (
    <section className="panel stack">
      <h2>{rows.title}</h2>
      {all.map(([id, row], i) => (
        <article
          key={id}
          className={`survey-row${lit.has(`${rows.about ?? rows.at}:${id}`) ? ' lit' : ''}`}
          aria-label={named(row, i)}
        >
          <div className="row">
            <b>{named(row, i)}</b>
            <Button disabled={sealed} onClick={() => put(`Take out ${named(row, i)}`, [rows.at, id], undefined)}>
              Take out
            </Button>
          </div>
          <Fields api={api} fields={rows.fields} at={[rows.at, id]} of={named(row, i)} />
        </article>
      ))}
      <AddRow
        rows={rows}
        some={all.length > 0}
        disabled={sealed || full}
        onAdd={(label, fresh) => put(label, [rows.at, nanoid(5)], fresh)}
      />
      {children}
    </section>
  );
}

/** Adds one: by its name, by its sort, or as it comes. */
function AddRow<S>({
  rows,
  some,
  disabled,
  onAdd,
}: {
  rows: Pick<Rows<S>, 'one' | 'fresh' | 'sorts' | 'byName'>;
  some: boolean;
  disabled: boolean;
  onAdd: (label: string, fresh: object) => void;
}): ReactNode {
  const { one, fresh, sorts, byName } = rows;
  if (byName)
    return (
      <TextField
        label={byName.label}
        adds
        value=""
        disabled={disabled}
        hint={byName.hint}
        onCommit={(name) => {
          if (name) onAdd(`Another ${one}: ${name}`, { ...fresh, name });
        }}
      />
    );
  return (
    <div className="row">
      {(sorts ?? [{ label: some ? `Another ${one}` : `Add a ${one}`, fresh }]).map((sort) => (
        <Button
          key={sort.label}
          disabled={disabled}
          onClick={() => onAdd(sorts ? `Add: ${sort.label.toLowerCase()}` : `Another ${one}`, sort.fresh)}
        >
          {sort.label}
        </Button>
      ))}
    </div>
  );
}
