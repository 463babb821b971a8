/** What every command reads and prints: files, standard input, jobs; messages with their place. */
import { readFile } from 'node:fs/promises';
import { parseJson } from '../src/core/job/bounds';
import { type FileProblem, MAX_FILE_BYTES, readJobFile } from '../src/core/job/file';
import type { Job } from '../src/core/job/schema';
import { UsageError } from './usage-error';

const problemText = (file: string, problems: readonly FileProblem[]): string =>
  problems.map((p) => `${file}${p.path ? `: ${p.path}` : ''}: ${p.message}`).join('\n');

export async function readText(file: string): Promise<string> {
  const text = await (file === '-' ? readStandardInput() : readFile(file, 'utf8')).catch((error: unknown) => {
    throw new UsageError(
      `${file}: cannot be read (${error instanceof Error && 'code' in error ? String(error.code) : 'unknown error'})`,
    );
  });
  return text;
}

async function readStandardInput(): Promise<string> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of process.stdin) {
    const buffer = Buffer.from(chunk);
    size += buffer.length;
    if (size > MAX_FILE_BYTES) throw new UsageError(`-: more than ${MAX_FILE_BYTES / 1e6} MB`);
    chunks.push(buffer);
  }
  return Buffer.concat(chunks).toString('utf8');
}

export async function readJob(file: string): Promise<Job> {
  const result = readJobFile(await readText(file));
  if (!result.ok) throw new UsageError(problemText(file, result.problems));
  return result.job;
}

/** Any JSON file; what it is, its reader says. */
export async function readJson(file: string): Promise<unknown> {
  const text = await readText(file);
  try {
    return parseJson(text);
  } catch (error) {
    throw new UsageError(`${file}: ${error instanceof Error ? error.message : 'is not JSON'}`);
  }
}

export const print = (value: unknown): void => {
  process.stdout.write(`${typeof value === 'string' ? value.replace(/\n$/, '') : JSON.stringify(value, null, 2)}\n`);
};
