'use client';

import { freshOf, renamed, type SheetField, type SheetNode, sayValue } from '@core/devices/sheet-form';
/** Fields of a sheet as its schema has them, one inside the other. */
import { hasOwn } from '@core/own';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { type ReactNode, useId } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { HalfScope } from '../../ui/half-typed';
import { More } from '../../ui/more';
import { SelectField } from '../../ui/select-field';
import { EntryValues } from './entry-values';
import { type Path, useSheetEdit, wrongAt } from './sheet-edit';

interface Props {
  field: SheetField;
  path: Path;
  value: unknown;
}

/** A node that is one line: no frame of its own. */
export const isSimple = (node: SheetNode): boolean =>
  ['figure', 'text', 'truth', 'choice', 'texts'].includes(node.kind);

const treeOf = (value: unknown): Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Record<string, unknown>) : {};
const listOf = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : []);

/** Few and short enough to stand side by side. */
const fitsRow = (values: readonly (string | number)[]): boolean =>
  values.length <= 4 && values.reduce<number>((n, v) => n + sayValue(v).length, 0) <= 26;

const QUANTITY = { '°C': 'temperature', K: 'difference' } as const;
const quantityOf = (unit: string): 'temperature' | 'difference' | 'plain' =>
  unit === '°C' || unit === 'K' ? QUANTITY[unit] : 'plain';

function Figure({
  label,
  unit,
  path,
  value,
  low,
  high,
}: {
  label: string;
  unit: string;
  path: Path;
  value: unknown;
  low: number;
  high: number;
}): ReactNode {
  const { put, units, sealed, problems } = useSheetEdit();
  const quantity = quantityOf(unit);
  const { here } = wrongAt(problems, path);
  return (
    <FigureField
      label={quantity === 'plain' && unit ? `${label}, ${unit}` : label}
      quantity={quantity}
      units={units}
      value={typeof value === 'number' ? value : undefined}
      low={low}
      high={high}
      disabled={sealed}
      {...(here ? { wrong: here } : {})}
      onTake={(v) => put(path, v, label)}
    />
  );
}

/** One field of a sheet, whatever it is. */
export function FieldOf({ field, path, value }: Props): ReactNode {
  const { put, sealed, problems } = useSheetEdit();
  const { node, label } = field;
  const { here } = wrongAt(problems, path);
  const wrong = here ? { wrong: here } : {};
  switch (node.kind) {
    case 'figure':
      return <Figure label={label} unit={field.unit} path={path} value={value} low={node.low} high={node.high} />;
    case 'text':
      return (
        <TextField
          label={label}
          value={typeof value === 'string' ? value : ''}
          maxLength={node.most}
          disabled={sealed}
          {...wrong}
          onCommit={(v) => put(path, v === '' && field.optional ? undefined : v, label)}
        />
      );
    case 'texts':
      return (
        <TextField
          label={`${label}, parted by /`}
          value={listOf(value).join(' / ')}
          disabled={sealed}
          {...wrong}
          onCommit={(v) => {
            const said = v
              .split('/')
              .map((s) => s.trim())
              .filter((s) => s !== '');
            put(path, said.length === 0 && field.optional ? undefined : said, label);
          }}
        />
      );
    case 'truth':
      return (
        <Tick
          checked={value === true}
          disabled={sealed}
          onToggle={(on) => put(path, on || !field.optional ? on : undefined, label)}
        >
          {label}
        </Tick>
      );
    case 'choice':
      return <OneOfValues field={field} values={node.values} path={path} value={value} />;
    case 'several':
      return <SeveralValues label={label} values={node.values} path={path} value={value} />;
    case 'span':
      return (
        <fieldset className="sheet-group">
          <legend>{label}</legend>
          <div className="field-grid">
            {(['From', 'to'] as const).map((word, i) => (
              <Figure
                key={word}
                label={word}
                unit={field.unit}
                path={[...path, i]}
                value={listOf(value)[i]}
                low={-100}
                high={200}
              />
            ))}
          </div>
          <Wrong text={here} />
        </fieldset>
      );
    case 'group':
      return <GroupOf fields={node.fields} path={path} value={value} />;
    case 'rows':
      return <RowsOf of={node.of} most={node.most} path={path} value={value} label={label} />;
    case 'named':
      return path[0] === 'settings' && path.at(-1) === 'values' ? (
        <EntryValues path={path} value={treeOf(value)} />
      ) : (
        <NamedOf of={node.of} path={path} value={value} label={label} />
      );
    case 'one-of':
      return <ShapeOf shapes={node.shapes} label={label} path={path} value={value} />;
  }
}

const Wrong = ({ text }: { text: string }): ReactNode =>
  text ? (
    <p className="field-hint problem" role="alert">
      {text}
    </p>
  ) : null;

function OneOfValues({
  field,
  values,
  path,
  value,
}: {
  field: SheetField;
  values: readonly (string | number)[];
  path: Path;
  value: unknown;
}): ReactNode {
  const { put, sealed, canonical, problems } = useSheetEdit();
  const { here } = wrongAt(problems, path);
  const options = values.map((v) => ({
    value: String(v),
    label: path.at(-1) === 'setting' ? (canonical.find((c) => c.key === v)?.name ?? sayValue(v)) : sayValue(v),
  }));
  const chosen = value === undefined ? undefined : String(value);
  const choose = (said: string): void =>
    put(
      path,
      values.find((v) => String(v) === said),
      field.label,
    );
  return (
    <div>
      {fitsRow(values) && !field.optional ? (
        <Choice label={field.label} value={chosen} options={options} disabled={sealed} onChoose={choose} />
      ) : (
        <SelectField
          label={field.label}
          value={chosen ?? ''}
          options={options}
          disabled={sealed}
          {...(field.optional || chosen === undefined ? { none: field.optional ? 'not said' : 'choose' } : {})}
          onChoose={choose}
        />
      )}
      <Wrong text={here} />
    </div>
  );
}

function SeveralValues({
  label,
  values,
  path,
  value,
}: {
  label: string;
  values: readonly (string | number)[];
  path: Path;
  value: unknown;
}): ReactNode {
  const { put, sealed, problems } = useSheetEdit();
  const id = useId();
  return (
    <div className="choice">
      <p id={id} className="sheet-legend">
        {label}
      </p>
      <ToggleButtonGroup
        className="choice-row"
        aria-labelledby={id}
        value={listOf(value)}
        disabled={sealed}
        onChange={(_e, said: (string | number)[]) =>
          // In the order of the schema, whatever order they were pressed in.
          put(
            path,
            values.filter((v) => said.includes(v)),
            label,
          )
        }
      >
        {values.map((v) => (
          <ToggleButton key={v} value={v}>
            {sayValue(v)}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Wrong text={wrongAt(problems, path).here} />
    </div>
  );
}

/** Simple fields in a grid, then the larger ones; what may be there and is not is added by its name. */
export function GroupOf({
  fields,
  path,
  value,
}: {
  fields: readonly SheetField[];
  path: Path;
  value: unknown;
}): ReactNode {
  const { put, sealed } = useSheetEdit();
  const tree = treeOf(value);
  const there = (f: SheetField): boolean => !f.optional || tree[f.key] !== undefined;
  const lines = fields.filter((f) => isSimple(f.node) && f.node.kind !== 'truth');
  const ticks = fields.filter((f) => f.node.kind === 'truth');
  const large = fields.filter((f) => !isSimple(f.node));
  const missing = large.filter((f) => !there(f));
  return (
    <HalfScope of={path.join('.')}>
      {lines.length > 0 ? (
        <div className="field-grid sheet-lines">
          {lines.map((f) => (
            <FieldOf key={f.key} field={f} path={[...path, f.key]} value={tree[f.key]} />
          ))}
        </div>
      ) : null}
      {ticks.map((f) => (
        <FieldOf key={f.key} field={f} path={[...path, f.key]} value={tree[f.key]} />
      ))}
      {large.filter(there).map((f) => (
        <Framed key={f.key} field={f} path={[...path, f.key]} value={tree[f.key]} />
      ))}
      {missing.length > 0 ? (
        <div className="row sheet-adds">
          {missing.map((f) => (
            <Button
              key={f.key}
              disabled={sealed}
              onClick={() => put([...path, f.key], freshOf(f.node), `${f.label} begun`)}
            >
              + {f.label}
            </Button>
          ))}
        </div>
      ) : null}
    </HalfScope>
  );
}

/** A larger field in a frame, taken out again where it may be missing. */
function Framed({ field, path, value }: Props): ReactNode {
  const { put, sealed } = useSheetEdit();
  if (field.node.kind === 'span' || field.node.kind === 'several')
    return <FieldOf field={field} path={path} value={value} />;
  return (
    <fieldset className="sheet-group">
      <legend>{field.label}</legend>
      <FieldOf field={field} path={path} value={value} />
      {field.optional ? (
        <button
          type="button"
          className="plain left"
          disabled={sealed}
          onClick={() => put(path, undefined, `${field.label} taken out`)}
        >
          Take out: {field.label.toLowerCase()}
        </button>
      ) : null}
    </fieldset>
  );
}

function RowsOf({
  of,
  most,
  path,
  value,
  label,
}: {
  of: readonly SheetField[];
  most: number;
  path: Path;
  value: unknown;
  label: string;
}): ReactNode {
  const { put, sealed, problems } = useSheetEdit();
  const rows = listOf(value);
  const flat = of.every((f) => isSimple(f.node));
  const moved = (i: number): unknown[] => {
    const next = [...rows];
    const [row] = next.splice(i, 1);
    next.splice(i - 1, 0, row);
    return next;
  };
  return (
    <div className="stack">
      {rows.map((row, i) => {
        const at = [...path, i];
        const { below } = wrongAt(problems, at);
        const said = rowName(of, row) || `${i + 1}`;
        const buttons = (
          <RowButtons
            key="buttons"
            said={said}
            first={i === 0}
            sealed={sealed}
            onEarlier={() => put(path, moved(i), `${said} earlier`)}
            onOut={() => put(at, undefined, `${said} taken out`)}
          />
        );
        return flat ? (
          // Rows have no name of their own: their place is what they are.
          <div key={at.join('.')} className="sheet-row">
            <GroupOf fields={of} path={at} value={row} />
            {buttons}
          </div>
        ) : (
          <More key={at.join('.')} summary={`${i + 1}  ${said}${below > 0 ? `: ${below} to fill in` : ''}`}>
            <GroupOf fields={of} path={at} value={row} />
            {buttons}
          </More>
        );
      })}
      {rows.length < most ? (
        <Button
          disabled={sealed}
          onClick={() => put([...path, rows.length], freshOf({ kind: 'group', fields: of }), `${label}: one more`)}
        >
          + One more
        </Button>
      ) : null}
    </div>
  );
}

function RowButtons({
  said,
  first,
  sealed,
  onEarlier,
  onOut,
}: {
  said: string;
  first: boolean;
  sealed: boolean;
  onEarlier: () => void;
  onOut: () => void;
}): ReactNode {
  return (
    <div className="row">
      {first ? null : (
        <button type="button" className="plain left" disabled={sealed} onClick={onEarlier}>
          Earlier: {said}
        </button>
      )}
      <button type="button" className="plain left" disabled={sealed} onClick={onOut}>
        Take out: {said}
      </button>
    </div>
  );
}

/** What a row is called: the first text in it. */
const rowName = (of: readonly SheetField[], row: unknown): string => {
  const tree = treeOf(row);
  const first = of.find((f) => f.node.kind === 'text' && tree[f.key]);
  return first ? String(tree[first.key]) : '';
};

function NamedOf({ of, path, value, label }: { of: SheetNode; path: Path; value: unknown; label: string }): ReactNode {
  const { put, sealed } = useSheetEdit();
  const tree = treeOf(value);
  return (
    <HalfScope of={path.join('.')}>
      <div className="stack">
        {Object.entries(tree).map(([name, v]) => (
          <HalfScope key={name} of={name}>
            <div className="sheet-named">
              <TextField
                label="Called"
                mono
                value={name}
                maxLength={24}
                disabled={sealed}
                onCommit={(to) => {
                  if (to === '') put([...path, name], undefined, `${name} taken out`);
                  else put(path, renamed(tree, name, to), `${name} is called ${to}`);
                }}
              />
              <FieldOf
                field={{ key: name, label: 'Is for', unit: '', optional: false, node: of }}
                path={[...path, name]}
                value={v}
              />
            </div>
          </HalfScope>
        ))}
        <TextField
          label={`One more of ${label.toLowerCase()}: what is it called?`}
          mono
          value=""
          adds
          maxLength={24}
          disabled={sealed}
          onCommit={(name) => {
            if (name !== '' && !hasOwn(tree, name)) put([...path, name], freshOf(of), `${label}: ${name}`);
          }}
        />
      </div>
    </HalfScope>
  );
}

function ShapeOf({
  shapes,
  label,
  path,
  value,
}: {
  shapes: readonly { key: string; node: SheetNode }[];
  label: string;
  path: Path;
  value: unknown;
}): ReactNode {
  const { put, sealed } = useSheetEdit();
  const tree = treeOf(value);
  const shape = shapes.find((s) => hasOwn(tree, s.key));
  return (
    <div className="stack">
      <Choice
        label="It is"
        value={shape?.key}
        options={shapes.map((s) => ({ value: s.key, label: SHAPES[s.key] ?? s.key }))}
        disabled={sealed}
        onChoose={(key) => {
          const next = shapes.find((s) => s.key === key);
          if (next && next !== shape) put(path, { [key]: freshOf(next.node) }, `${label}: ${key}`);
        }}
      />
      {shape ? (
        <FieldOf
          field={{ key: shape.key, label: SHAPES[shape.key] ?? shape.key, unit: '', optional: false, node: shape.node }}
          path={[...path, shape.key]}
          value={tree[shape.key]}
        />
      ) : null}
    </div>
  );
}

const SHAPES: Readonly<Record<string, string>> = {
  function: 'a numbered function',
  path: 'in its menus',
  switch: 'a switch in its case',
};
