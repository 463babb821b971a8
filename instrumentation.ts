/** Runs once when the server starts: the store is brought up to date before the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME === 'nodejs') {
    const { ready } = await import('./src/store/jobs');
    await ready();
  }
}
