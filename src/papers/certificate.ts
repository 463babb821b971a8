/** A certificate: what was hidden in a drill, that it was found, mended and proved, and how well. */
import { isPassed, LEVEL_WORDS } from '@core/drill/drill';
import type { Job } from '@core/job/schema';
import { count, fixed, listed } from '@core/units/units';
import { sizeOf } from './paper-size';
import { print } from './print';

/** Throws a RangeError for a job that is no drill, or one that was not passed. */
export async function certificatePdf(job: Job): Promise<Uint8Array> {
  const { drill } = job;
  const result = drill?.finished?.result;
  if (!drill?.finished || !result || !isPassed(result))
    throw new RangeError('a certificate is for a drill that was passed');
  const person = drill.person || 'Name not given';
  const title = `Certificate: ${person}, drill ${drill.seed}`;
  return print(title, sizeOf(job), [
    {
      foot: title.slice(0, 90),
      blocks: [
        {
          kind: 'lines',
          lines: [
            { text: 'Certificate', tone: 'title', after: 2 },
            {
              text: `${drill.class ? `${drill.class} · ` : ''}drill ${drill.seed}, level ${drill.level}: ${LEVEL_WORDS[drill.level]}`,
              tone: 'soft',
              after: 36,
            },
            { text: person, tone: 'name', after: 6 },
            {
              text: `found ${listed(result.hidden)} in a simulated house, mended it and proved the system again, with nothing unsafe on the way: ${result.points} of 100 points, on ${drill.finished.at.slice(0, 10)}.`,
              after: 18,
            },
          ],
        },
        {
          kind: 'table',
          columns: [
            { head: '', width: 50 },
            { head: 'this drill', width: 25 },
            { head: 'best order', width: 25 },
          ],
          rows: [
            ['readings until it was named', String(result.readings), String(result.best.readings)],
            ['minutes until then', fixed(result.minutes, 0), fixed(result.best.minutes, 0)],
            ['claims without support', String(result.unsupported.length), '0'],
            ['claims of what was not there', String(result.wrongClaims), '0'],
          ],
        },
        {
          kind: 'lines',
          lines: [
            { text: ' ' },
            {
              text: `Worked out of ${count(Object.keys(drill.steps).length, 'step')} kept with the drill, which anybody can play again. A simulated house stands for practice and for no licence.`,
              tone: 'soft',
            },
          ],
        },
      ],
    },
  ]);
}
