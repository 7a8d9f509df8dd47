/** Runs once when the server starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const [{ startUpkeep }, { endStreams }] = await Promise.all([import('./server/upkeep'), import('./server/ticks')]);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, endStreams);
  startUpkeep();
}
