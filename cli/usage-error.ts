/** Bad input or a refused request: said once on stderr, exit code 2. */
export class UsageError extends Error {
  override name = 'UsageError';
}
