/** A process of its own that writes the store to a file: copying and checking it would keep everybody else waiting. */
import { BackupError, backupTo } from './backup';

const [file] = process.argv.slice(2);
if (file === undefined) throw new Error('a file is wanted');
try {
  const { jobs, leftOut } = await backupTo(file);
  process.stdout.write(JSON.stringify({ jobs, leftOut }));
} catch (error) {
  if (!(error instanceof BackupError)) throw error;
  process.stdout.write(JSON.stringify({ problem: error.message }));
}
process.exit(0);
