'use client';

/** Drills: one begun by family and level, a class from its file, and how each came out. */
import type { JobListItem } from '@core/contract/listing';
import type { DrillCase } from '@core/drill/class-file';
import { type DrillLevel, LEVEL_WORDS } from '@core/drill/drill';
import type { Family } from '@core/job/schema';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Link from 'next/link';
import { type ReactNode, useEffect, useState } from 'react';
import { author, setAuthorName } from '../../sync/author';
import { Choice, TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { FileButton } from '../../ui/file-button';
import { FAMILIES, FAMILY_SCREENS } from '../families';
import { chanceSeed, type DrillsInHand, LEVELS, saveNewClass, useDrills } from './use-drills';
import '../../ui/fields.css';
import '../../ui/panel.css';
import '../jobs/jobs.css';
import '../../ui/tiles.css';
import './drills.css';

const familyName = (family: Family | undefined): string => (family ? FAMILY_SCREENS[family].name : '');
/** Which case a drill is of, in one text. */
const caseKey = (family: Family | undefined, level: number | undefined, seed: number | undefined): string =>
  `${family} ${level} ${seed}`;
const pointsWords = (points: number, passed: boolean): string => `${points} of 100${passed ? ', passed' : ''}`;

/** One by itself: family, level, whose, and the number of its house. */
function BeginPanel({
  drills,
  person,
  setPerson,
}: {
  drills: DrillsInHand;
  person: string;
  setPerson: (name: string) => void;
}): ReactNode {
  const [chosen, setChosen] = useState(FAMILIES[0]);
  const { family } = chosen ?? { family: '24v' as const };
  const [level, setLevel] = useState<DrillLevel>(1);
  const [seed, setSeed] = useState<number | undefined>(undefined);
  useEffect(() => setSeed(chanceSeed()), []);
  return (
    <section className="panel stack">
      <h1>Begin a drill</h1>
      <div className="tiles">
        {FAMILIES.map((f) => (
          <button
            key={f.family}
            type="button"
            className="tile"
            aria-pressed={f === chosen}
            onClick={() => setChosen(f)}
          >
            <strong>{f.name}</strong>
            <span className="soft">{f.known}</span>
          </button>
        ))}
      </div>
      <Choice
        label={`Level: ${LEVEL_WORDS[level]}`}
        value={String(level)}
        options={LEVELS.map((l) => ({ value: String(l), label: String(l) }))}
        onChoose={(v) => setLevel(LEVELS.find((l) => String(l) === v) ?? 1)}
      />
      <div className="field-grid">
        <TextField label="Whose drill" value={person} maxLength={80} onCommit={setPerson} />
        <FigureField
          label="Number: same number, same house"
          quantity="plain"
          units="si"
          value={seed}
          low={1}
          high={999_999}
          onTake={(v) => setSeed(v === undefined ? undefined : Math.round(v))}
        />
      </div>
      <div className="row">
        <Button
          className="copper"
          disabled={drills.busy !== '' || seed === undefined}
          onClick={() => void drills.begin({ family, level, seed: seed ?? 1 }, person)}
        >
          Begin
        </Button>
        {drills.busy ? <p role="status">{drills.busy}</p> : null}
      </div>
      {drills.problem ? (
        <p className="field-hint problem" role="alert">
          {drills.problem}
        </p>
      ) : null}
    </section>
  );
}

/** The cases of a class with what this person has of each. */
function Cases({ drills, person }: { drills: DrillsInHand; person: string }): ReactNode {
  const { group, done, busy, begin } = drills;
  if (!group) return null;
  const mine = (c: DrillCase): JobListItem | undefined =>
    done?.find(
      (d) =>
        caseKey(d.family, d.drill?.level, d.drill?.seed) === caseKey(c.family, c.level, c.seed) &&
        d.drill?.person === person &&
        d.drill?.class === group.name,
    );
  return (
    <ol className="drill-cases">
      {group.cases.map((c) => {
        const was = mine(c);
        return (
          <li key={caseKey(c.family, c.level, c.seed)}>
            <span>
              {familyName(c.family)}, level {c.level}, number {c.seed}
            </span>
            {was ? (
              <Link href={`/jobs/${was.id}/proof`} prefetch={false}>
                {was.drill?.points === null || was.drill === undefined
                  ? 'go on'
                  : pointsWords(was.drill.points, was.drill.passed)}
              </Link>
            ) : (
              <Button disabled={busy !== ''} onClick={() => void begin(c, person, group.name)}>
                Begin
              </Button>
            )}
          </li>
        );
      })}
    </ol>
  );
}

function ClassPanel({ drills, person }: { drills: DrillsInHand; person: string }): ReactNode {
  const { group, take } = drills;
  return (
    <section className="panel stack">
      <h2>{group ? `Class: ${group.name}` : 'A class'}</h2>
      <div className="row">
        <FileButton accept="application/json,.json" onFile={(f) => void take(f)}>
          Open a class file
        </FileButton>
        <Button onClick={saveNewClass}>Save a new class of fifteen</Button>
      </div>
      <Cases drills={drills} person={person} />
    </section>
  );
}

function DoneTable({ done }: { done: readonly JobListItem[] }): ReactNode {
  return (
    <Table size="small" aria-label="Drills done before">
      <TableHead>
        <TableRow>
          <TableCell>Whose</TableCell>
          <TableCell>Drill</TableCell>
          <TableCell>How it came out</TableCell>
          <TableCell>When</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {done.map((d) => (
          <TableRow key={d.id}>
            <TableCell>{d.drill?.person || 'not named'}</TableCell>
            <TableCell>
              <Link href={`/jobs/${d.id}/proof`} prefetch={false}>
                {familyName(d.family)}, level {d.drill?.level}, {d.drill?.seed}
              </Link>
              {d.drill?.class ? <span className="soft"> {d.drill.class}</span> : null}
            </TableCell>
            <TableCell>
              {d.drill === undefined || d.drill.points === null
                ? 'under way'
                : pointsWords(d.drill.points, d.drill.passed)}
            </TableCell>
            <TableCell>{d.updatedAt.slice(0, 10)}</TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

export function Drills(): ReactNode {
  const drills = useDrills();
  const { done } = drills;
  const [person, setPerson] = useState('');
  useEffect(() => setPerson(author().name), []);
  return (
    <div className="jobs drills">
      <header className="top">
        <Link href="/" className="wordmark">
          Augerset
        </Link>
        <span className="soft jobs-claim">drills: a house with something wrong in it, found, mended and proved</span>
      </header>
      <main>
        <BeginPanel
          drills={drills}
          person={person}
          setPerson={(name) => {
            setPerson(name);
            setAuthorName(name);
          }}
        />
        <ClassPanel drills={drills} person={person} />
        <section className="panel stack">
          <h2>Done before</h2>
          {done === null ? (
            <p role="status">Looked up …</p>
          ) : done.length === 0 ? (
            <p className="soft">No drill yet.</p>
          ) : (
            <DoneTable done={done} />
          )}
        </section>
      </main>
    </div>
  );
}
