/** `augerset`: the core without the interface. Bad input: message with its place on stderr, exit code 2. */
import '../src/core/family/all';
import { writeFile } from 'node:fs/promises';
import { Command } from 'commander';
import * as z from 'zod';
import { derive, derivedJson } from '../src/core/derive';
import { readSheet, sheetFileSchema } from '../src/core/devices/every-sheet';
import { DrillClass } from '../src/core/drill/class-file';
import type { CircuitAsked } from '../src/core/family/contract';
import { familyOf } from '../src/core/family/registry';
import { jobFileSchema } from '../src/core/job/file';
import { exportText, maskedCopy } from '../src/core/record/share';
import { parseJobTrials, tryOnCopy } from '../src/core/try-job';
import { count } from '../src/core/units/units';
import { checkText } from '../src/signing/file-check';
import { diagnoseCommand } from './diagnose';
import { haystackCommand } from './haystack';
import { houseCommands } from './house';
import { print, readJob, readJson, readText } from './io';
import { spiceOf } from './spice';
import { UsageError } from './usage-error';
import { weekCommands } from './week';

/** Only import and export touch the store, so only they load it. */
const openStore = async (): Promise<typeof import('../src/store/jobs')> => import('../src/store/jobs');

const program = new Command('augerset')
  .description('Reads, plans, predicts and proves a thermostat job.')
  .exitOverride();

program
  .command('derive')
  .description('print everything a job file implies, as one JSON object')
  .argument('<job.json>')
  .action(async (file: string) => print(derivedJson(await readJob(file))));

program
  .command('validate')
  .description('check a job file and say what is wrong and where')
  .argument('<job.json>')
  .action(async (file: string) => {
    const job = await readJob(file);
    const { module, job: seen } = familyOf(job);
    const surveyed = module.surveyed(seen);
    print(`${file}: a valid job, version ${job.version}, ${surveyed}, ${Object.keys(job.readings).length} readings`);
  });

program
  .command('schema')
  .description('print the JSON Schema of job files, device sheets or drill classes')
  .argument('[what]', 'job, device or drill', 'job')
  .action((what: string) => {
    if (what === 'job') print(jobFileSchema());
    else if (what === 'device') print(sheetFileSchema());
    else if (what === 'drill') print(z.toJSONSchema(DrillClass, { io: 'input' }));
    else throw new UsageError(`schema: "${what}" is none of job, device, drill`);
  });

program
  .command('sheet')
  .description('check a device sheet of any family: what it is, or what is wrong and where')
  .argument('<sheet.json>')
  .action(async (file: string) => {
    const read = readSheet(await readJson(file));
    if (!read.ok)
      throw new UsageError(read.problems.map((p) => `${file}: ${p.path || 'at its top'}: ${p.message}`).join('\n'));
    const { name, family, settings } = read.sheet;
    print(`${file}: “${name}”, a sheet of the family ${family}, ${settings.length} settings`);
  });

program
  .command('try')
  .description('try a proposal on a copy of a job: what it raises, clears and runs; the file stays as it is')
  .argument('<job.json>')
  .argument('<what>', 'comma between: "blue on c, link r rc", "rx 4 - hw brown", "3 l", "set fan.heating equipment"')
  .action(async (file: string, what: string) => {
    const job = await readJob(file);
    const d = derive(job);
    const entries = what
      .split(/[,;\n]/)
      .map((t) => t.trim())
      .filter((t) => t !== '');
    const wrong = (text: string, problem: string): UsageError => new UsageError(`try: “${text}”: ${problem}`);
    const { module, job: seen } = familyOf(job);
    const wires = entries.some((t) => /^set\s/i.test(t)) ? null : module.tryWires?.(entries, seen, d.own);
    if (wires) {
      if (!wires.ok) throw wrong(wires.text, wires.problem);
      print(wires.result);
      return;
    }
    const edits = parseJobTrials(what, job, d).map((entry) => {
      if (!entry.ok) throw wrong(entry.text, entry.problem);
      return entry.edit;
    });
    if (edits.length === 0) throw new UsageError('try: nothing to try');
    print(tryOnCopy(job, (j) => edits.reduce((x, edit) => edit(x), j)));
  });

program
  .command('spice')
  .description('print a SPICE netlist of one state')
  .argument('<job.json>')
  .requiredOption('--state <state>', 'idle, fan, heat1, cool1 …; for a boiler none, hw, ch, both')
  .option('--fault <id>', 'with a fault in it, by an id that diagnose names')
  .option('--moving', 'valves called and not yet arrived')
  .action(async (file: string, options: CircuitAsked) => {
    print(spiceOf(file, await readJob(file), options));
  });

program
  .command('verify')
  .description('check the seal of a record; without a file the whole store: chain, journal and snapshots')
  .argument('[job.json]')
  .option('--key <public>', 'the key it must be signed with, as printed on the papers')
  .action(async (file: string | undefined, options: { key?: string }) => {
    if (file === undefined) {
      const [{ store }, { brokenTexts, checkStore }, { setAsideBadBytes }] = await Promise.all([
        import('../src/store/client'),
        import('../src/store/check'),
        import('../src/store/bad-bytes'),
      ]);
      await store().ready;
      await setAsideBadBytes(store().client);
      const check = await checkStore(store().client);
      if (!check.ok)
        throw new UsageError(
          `store: ${count(check.all.length, 'job')} not whole, ${count(check.jobs, 'job')} whole\n${brokenTexts(check.all)}`,
        );
      return print(`the store is whole: ${count(check.jobs, 'job')}, ${count(check.entries, 'entry', 'entries')}`);
    }
    const text = await readText(file);
    const check = checkText(text, options.key);
    if (!check.ok) throw new UsageError(`${file}: ${check.message}`);
    print(
      `${file}: seal and signature hold (${check.hash.slice(0, 16)}…), ${count(check.amendments, 'amendment')}\n${
        options.key ? 'signed with that key' : `signed with ${check.key}: compare it with the paper`
      }${check.exact ? '' : '\nthe content holds, but the file is not letter for letter as it was exported'}`,
    );
  });

program
  .command('key')
  .description('print the public part of this store’s signing key')
  .action(async () => {
    const [{ store }, { publicKey }] = await Promise.all([
      import('../src/store/client'),
      import('../src/store/signing'),
    ]);
    await store().ready;
    print(await publicKey());
  });

program
  .command('import')
  .description('add a job file to the store; prints the new job’s id')
  .argument('<job.json>')
  .action(async (file: string) => {
    const job = await readJob(file);
    const store = await openStore();
    await store.ready();
    print(await store.importJob(job, { client: 'cli', name: 'command line' }, new Date().toISOString()));
  });

program
  .command('export')
  .description('write a job of the store as a job file')
  .argument('<id>')
  .option('-o, --output <file>')
  .option('--masked', 'with ids, codes and account names masked')
  .action(async (id: string, options: { output?: string; masked?: boolean }) => {
    const store = await openStore();
    await store.ready();
    const found = await store.loadJob(id);
    if (!found) throw new UsageError(`export: there is no job "${id}"`);
    const text = exportText(options.masked ? maskedCopy(found.job) : found.job);
    if (options.output) await writeFile(options.output, text);
    else process.stdout.write(text);
  });

for (const [name, description, verb] of [
  ['backup', 'write the whole store to one file, while it runs', 'backed up'],
  ['restore', 'put a backup in place of the store; open pages load again', 'restored'],
] as const)
  program
    .command(name)
    .description(description)
    .argument('<file>')
    .option('--without-damaged', 'restore: leave out jobs of the backup that are not whole, by name')
    .action(async (file: string, options: { withoutDamaged?: boolean }) => {
      const { BackupError, backupTo, restoreFrom } = await import('../src/store/backup');
      const check = await (name === 'backup' ? backupTo(file) : restoreFrom(file, options.withoutDamaged)).catch(
        (error: unknown) => {
          throw error instanceof BackupError ? new UsageError(error.message) : error;
        },
      );
      print(`${file}: ${verb}, ${count(check.jobs, 'job')}, ${count(check.entries, 'entry', 'entries')}, checked`);
      if (check.leftOut.length > 0) {
        const { brokenTexts } = await import('../src/store/check');
        process.stderr.write(`left out, not whole:\n${brokenTexts(check.leftOut)}\n`);
        process.exitCode = 1;
      }
    });

diagnoseCommand(program);
weekCommands(program);
haystackCommand(program);
houseCommands(program);

try {
  await program.parseAsync(process.argv);
} catch (error) {
  if (error instanceof UsageError) {
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 2;
  } else if (error instanceof Error && 'exitCode' in error) {
    // Commander has already said what was wrong.
    process.exitCode = Number(error.exitCode) === 0 ? 0 : 2;
  } else {
    throw error;
  }
}
