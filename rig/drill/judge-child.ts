/** Plays a drill again in a process of its own: the job on standard input, how it came out on standard output. */
import '../../src/core/family/all';
import { Job } from '../../src/core/job/schema';
import { resultOf } from './play';

const chunks: Buffer[] = [];
for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
const job = Job.parse(JSON.parse(Buffer.concat(chunks).toString('utf8')));
if (!job.drill) throw new RangeError('this job is no drill');
const { result } = await resultOf({ ...job, drill: job.drill });
process.stdout.write(JSON.stringify(result));
