/** Runs once when the server starts: the store is brought up to date before the first request, then looked over. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME === 'nodejs') {
    const { startStore } = await import('./src/store/look-over');
    await startStore();
  }
}
