/** What the server refused, in its words or in ours. */
import { type Problem, Problems } from '@core/contract/listing';

/** What a refusal says; something, whatever came. */
export function problemsOf(answer: unknown): Problem[] {
  const said = Problems.safeParse(answer);
  return said.success && said.data.problems.length > 0
    ? said.data.problems
    : [{ path: '', message: 'The server answers with an error.' }];
}
