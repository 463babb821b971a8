'use client';

/** Drills: one begun by family and level, a class from its file, and how each came out. */
import { type JobListItem, Listing, Made, Problems } from '@core/contract/listing';
import { type DrillCase, DrillClass } from '@core/drill/class-file';
import { DRILL_FORMAT, DRILL_VERSION, DrillLevel, LEVEL_WORDS } from '@core/drill/drill';
import { parseJson } from '@core/job/bounds';
import type { Family } from '@core/job/schema';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import * as Comlink from 'comlink';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { author, setAuthorName } from '../../sync/author';
import { Choice, TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { FileButton } from '../../ui/file-button';
import type { DrillApi } from '../../workers/drill.worker';
import { FAMILIES, FAMILY_SCREENS } from '../families';
import '../../ui/fields.css';
import '../../ui/panel.css';
import '../jobs/jobs.css';
import '../../ui/tiles.css';
import './drills.css';

const LEVELS = [...DrillLevel.values];
const CLASS_KEY = 'augerset.class';

const chanceSeed = (): number => 1 + Math.floor(Math.random() * 9999);
const familyName = (family: Family | undefined): string => (family ? FAMILY_SCREENS[family].name : '');
/** Which case a drill is of, in one text. */
const caseKey = (family: Family | undefined, level: number | undefined, seed: number | undefined): string =>
  `${family} ${level} ${seed}`;

function keptClass(): DrillClass | null {
  try {
    const kept = DrillClass.safeParse(JSON.parse(localStorage.getItem(CLASS_KEY) ?? 'null'));
    return kept.success ? kept.data : null;
  } catch {
    return null;
  }
}

/** The house of a case, built off the page's thread. */
async function housed(wanted: DrillCase): Promise<object> {
  const worker = new Worker(new URL('../../workers/drill.worker.ts', import.meta.url));
  try {
    return await Comlink.wrap<DrillApi>(worker).make(wanted.family, wanted.level, wanted.seed);
  } finally {
    worker.terminate();
  }
}

export function Drills(): ReactNode {
  const router = useRouter();
  const [chosen, setChosen] = useState(FAMILIES[0]);
  const { family } = chosen ?? { family: '24v' as const };
  const [level, setLevel] = useState<DrillLevel>(1);
  const [seed, setSeed] = useState<number | undefined>(undefined);
  const [person, setPerson] = useState('');
  const [busy, setBusy] = useState('');
  const [problem, setProblem] = useState('');
  const [group, setGroup] = useState<DrillClass | null>(null);
  const [done, setDone] = useState<JobListItem[] | null>(null);
  useEffect(() => {
    setPerson(author().name);
    setSeed(chanceSeed());
    setGroup(keptClass());
  }, []);
  const load = useCallback(async (): Promise<void> => {
    try {
      const response = await fetch('/api/jobs?drills=1&limit=200');
      const found = Listing.safeParse(await response.json());
      if (found.success) setDone(found.data.items);
    } catch {
      setProblem('The server does not answer: what was done before is not shown.');
    }
  }, []);
  useEffect(() => {
    void load();
  }, [load]);
  const begin = async (wanted: DrillCase, of: string): Promise<void> => {
    setBusy(`The house of drill ${wanted.seed} is being built …`);
    setProblem('');
    try {
      const house = await housed(wanted);
      const job = {
        ...house,
        archived: true,
        number: `Drill ${wanted.seed}`,
        drill: {
          level: wanted.level,
          seed: wanted.seed,
          person,
          ...(of ? { class: of } : {}),
          startedAt: new Date().toISOString(),
        },
      };
      const response = await fetch('/api/jobs', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ by: author(), from: { kind: 'file', text: JSON.stringify(job) } }),
      });
      const answer: unknown = await response.json();
      const made = Made.safeParse(answer);
      if (made.success) {
        router.push(`/jobs/${made.data.id}/proof`);
        return;
      }
      const said = Problems.safeParse(answer);
      setProblem(said.success ? said.data.problems.map((p) => p.message).join(' ') : 'The drill was not taken.');
    } catch (e) {
      setProblem(e instanceof Error ? e.message : 'The drill could not be made.');
    }
    setBusy('');
  };
  const take = async (file: File): Promise<void> => {
    let value: unknown;
    try {
      value = parseJson(await file.text());
    } catch {
      setProblem(`${file.name} is not JSON.`);
      return;
    }
    const read = DrillClass.safeParse(value);
    if (!read.success) {
      const issue = read.error.issues[0];
      setProblem(`${file.name}, ${issue?.path.join('.') || 'at its top'}: ${issue?.message ?? 'not a class'}`);
      return;
    }
    setProblem('');
    setGroup(read.data);
    try {
      localStorage.setItem(CLASS_KEY, JSON.stringify(read.data));
    } catch {
      // It stands on the page all the same.
    }
  };
  const save = (): void => {
    const cases = LEVELS.flatMap((l) => FAMILIES.map((f) => ({ family: f.family, level: l, seed: chanceSeed() })));
    const made: DrillClass = { format: DRILL_FORMAT, version: DRILL_VERSION, name: 'A class of fifteen', cases };
    const url = URL.createObjectURL(new Blob([`${JSON.stringify(made, null, 2)}\n`], { type: 'application/json' }));
    const a = document.createElement('a');
    a.href = url;
    a.download = 'class.json';
    a.click();
    URL.revokeObjectURL(url);
  };
  const mine = (c: DrillCase): JobListItem | undefined =>
    done?.find(
      (d) =>
        caseKey(d.family, d.drill?.level, d.drill?.seed) === caseKey(c.family, c.level, c.seed) &&
        d.drill?.person === person &&
        d.drill?.class === group?.name,
    );
  return (
    <div className="jobs drills">
      <header className="top">
        <Link href="/" className="wordmark">
          Augerset
        </Link>
        <span className="soft jobs-claim">drills: a house with something wrong in it, found, mended and proved</span>
      </header>
      <main>
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
            <TextField
              label="Whose drill"
              value={person}
              maxLength={80}
              onCommit={(v) => {
                setPerson(v);
                setAuthorName(v);
              }}
            />
            <FigureField
              label="Number: the same house for all who take it"
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
              disabled={busy !== '' || seed === undefined}
              onClick={() => void begin({ family, level, seed: seed ?? 1 }, '')}
            >
              Begin
            </Button>
            {busy ? <p role="status">{busy}</p> : null}
          </div>
          {problem ? (
            <p className="field-hint problem" role="alert">
              {problem}
            </p>
          ) : null}
        </section>
        <section className="panel stack">
          <h2>{group ? `Class: ${group.name}` : 'A class'}</h2>
          <div className="row">
            <FileButton accept="application/json,.json" onFile={(f) => void take(f)}>
              Open a class file
            </FileButton>
            <Button onClick={save}>Save a new class of fifteen</Button>
          </div>
          {group ? (
            <ol className="drill-cases">
              {group.cases.map((c) => {
                const was = mine(c);
                return (
                  <li key={`${c.family} ${c.level} ${c.seed}`}>
                    <span>
                      {familyName(c.family)}, level {c.level}, number {c.seed}
                    </span>
                    {was ? (
                      <Link href={`/jobs/${was.id}/proof`} prefetch={false}>
                        {was.drill?.points === null || was.drill === undefined
                          ? 'go on'
                          : `${was.drill.points} of 100${was.drill.passed ? ', passed' : ''}`}
                      </Link>
                    ) : (
                      <Button disabled={busy !== ''} onClick={() => void begin(c, group.name)}>
                        Begin
                      </Button>
                    )}
                  </li>
                );
              })}
            </ol>
          ) : null}
        </section>
        <section className="panel stack">
          <h2>Done before</h2>
          {done === null ? (
            <p role="status">Looked up …</p>
          ) : done.length === 0 ? (
            <p className="soft">No drill yet.</p>
          ) : (
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
                        : `${d.drill.points} of 100${d.drill.passed ? ', passed' : ''}`}
                    </TableCell>
                    <TableCell>{d.updatedAt.slice(0, 10)}</TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          )}
        </section>
      </main>
    </div>
  );
}
