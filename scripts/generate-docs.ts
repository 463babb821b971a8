/** Documents that come from the code: the findings and the published schemas. `--check` fails if they are stale. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import * as z from 'zod';
import { sheetFileSchema } from '../src/core/devices/every-sheet';
import { DrillClass } from '../src/core/drill/class-file';
import { CATALOGUE } from '../src/core/findings/catalogue';
import { jobFileSchema } from '../src/core/job/file';
import { Operation } from '../src/core/job/operation';
import { STOPS } from '../src/core/run';

const example = (code: string): string =>
  existsSync(`demo/examples/findings/${code}.json`)
    ? `[job](../demo/examples/findings/${code}.json)`
    : 'guards the planner';

function findings(): string {
  const lines = [
    '# Findings',
    '',
    'Every finding Augerset can raise. Codes are stable; wording may change. Generated from',
    '`src/core/findings/catalogue.ts` by `npm run docs:generate`.',
    '',
    'A **blocker** stops the work until it is settled, a **caution** stands in the record but does not',
    'stop, a **note** only informs.',
  ];
  for (const stop of STOPS) {
    const own = Object.entries(CATALOGUE).filter(([, e]) => e.stop === stop.id);
    if (own.length === 0) continue;
    lines.push('', `## ${stop.name}`, '', '| code | weight | meaning | example |', '| --- | --- | --- | --- |');
    for (const [code, e] of own) lines.push(`| \`${code}\` | ${e.severity} | ${e.meaning} | ${example(code)} |`);
  }
  return `${lines.join('\n')}\n`;
}

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
const documents: [string, string][] = [
  ['docs/findings.md', findings()],
  ['docs/formats/job.schema.json', json(jobFileSchema())],
  ['docs/formats/device.schema.json', json(sheetFileSchema())],
  ['docs/formats/drill.schema.json', json(z.toJSONSchema(DrillClass, { io: 'input' }))],
  ['docs/formats/operation.schema.json', json(z.toJSONSchema(Operation, { io: 'input' }))],
];

let stale = 0;
for (const [path, text] of documents) {
  if (!process.argv.includes('--check')) {
    writeFileSync(path, text);
    continue;
  }
  let there = '';
  try {
    there = readFileSync(path, 'utf8');
  } catch {
    // Not there counts as stale.
  }
  if (there !== text) {
    stale += 1;
    console.error(`${path} is stale: run npm run docs:generate`);
  }
}
process.exitCode = stale > 0 ? 1 : 0;
