'use client';

import type { Reading } from '@core/job/schema';
import type { TestResult } from '@core/proof/proof-run';
import type { RigClient, Taken } from '@core/rig/client';
import { testRunner } from '@core/rig/test-runner';
import { count } from '@core/units/units';
/** The rig at hand: load this job, with a hidden fault or without, and take readings from it. */
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { author } from '../../sync/author';
import { TextField } from '../../ui/fields';
import { SelectField } from '../../ui/select-field';
import { DEFAULT_RIG, RigFailure, rigAddress, rigClient, setRigAddress } from '../rig/rig-client';

import { type JobApi, useJob } from '../shell/job-context';

/** Adds everything the rig answered as one change. */
function keepTaken(api: JobApi, test: TestResult, taken: readonly Taken[]): void {
  const at = new Date().toISOString();
  const by = author().name || author().client;
  const readings = Object.fromEntries(
    taken.map(({ measure, value, words }): [string, Reading] => [
      nanoid(10),
      {
        at,
        by,
        source: 'rig',
        quantity: measure.quantity,
        value,
        state: measure.state,
        stop: 'proof',
        test: test.id,
        measure: measure.id,
        ...(words === undefined ? {} : { words }),
        ...(measure.a && measure.b ? { a: measure.a, b: measure.b } : {}),
      },
    ]),
  );
  api.change(`Rig: ${test.title}`, (j) => ({ ...j, readings: { ...j.readings, ...readings } }));
}

export function RigPanel({ tests, test }: { tests: readonly TestResult[]; test: TestResult }): ReactNode {
  const api = useJob();
  const runTest = testRunner(api.job);
  const [address, setAddress] = useState(() => (typeof window === 'undefined' ? DEFAULT_RIG : rigAddress()));
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<{ id: string; name: string }[]>([]);
  const [fault, setFault] = useState('');
  const act = async (doing: string, run: (rig: RigClient) => Promise<string>): Promise<void> => {
    setBusy(true);
    setSaid(`${doing} …`);
    try {
      setSaid(await run(rigClient(address)));
    } catch (error) {
      setSaid(
        error instanceof RigFailure
          ? error.message
          : `The rig answered something unexpected: ${error instanceof Error ? error.message.slice(0, 120) : ''}`,
      );
    }
    setBusy(false);
  };
  return (
    <section className="panel stack rig-panel">
      <h2>Rig: a simulated house to measure</h2>
      <div className="row rig-row">
        <TextField
          label="Address"
          mono
          value={address}
          onCommit={(v) => {
            setAddress(v);
            setRigAddress(v);
          }}
        />
        <SelectField
          label="Hidden fault"
          value={fault}
          none="wired as planned"
          options={faults.map((f) => ({ value: f.id, label: f.name }))}
          onChoose={setFault}
        />
      </div>
      <div className="row">
        <Button
          disabled={busy}
          onClick={() =>
            act('Building the house', async (rig) => {
              const s = await rig.load(api.job, fault ? [fault] : [], 24);
              setFaults(await rig.faults());
              return `${s.house} is loaded${fault ? ' with a fault' : ', wired as planned'}; outdoors ${s.outdoorCelsius} °C.`;
            })
          }
        >
          Load this job
        </Button>
        <Button
          className="primary"
          disabled={busy}
          onClick={() =>
            act(`Doing ${test.title.toLowerCase()}`, async (rig) => {
              const taken = await runTest(rig, test);
              keepTaken(api, test, taken);
              return `${count(taken.length, 'reading')} taken for ${test.title.toLowerCase()}.`;
            })
          }
        >
          Take readings for this test
        </Button>
        <Button
          disabled={busy}
          onClick={() =>
            act('Running the whole proof', async (rig) => {
              let n = 0;
              for (const [i, t] of tests.entries()) {
                setSaid(`${i + 1} of ${tests.length}: ${t.title.toLowerCase()} …`);
                const taken = await runTest(rig, t);
                keepTaken(api, t, taken);
                n += taken.length;
              }
              return `Whole proof run: ${count(n, 'reading')} taken.`;
            })
          }
        >
          Run the whole proof
        </Button>
      </div>
      <p role="status">{said}</p>
    </section>
  );
}
