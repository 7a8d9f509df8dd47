import { dailyBackup } from './backups';
import { store } from './store';
import { endStreams } from './ticks';
import { isOurs, type StoreProblem } from './trouble';

const EVERY_MS = 3_600_000;

/** The day's backup, then housekeeping: what goes is in a backup first. */
async function upkeep(): Promise<void> {
  const open = store();
  await dailyBackup(open, new Date().toISOString().slice(0, 10));
  open.jobs.tidy();
}

async function say(): Promise<void> {
  try {
    await upkeep();
  } catch (error) {
    console.error(isOurs<StoreProblem>(error, 'StoreProblem') ? error.message : error);
  }
}

/** Upkeep now and every hour; open streams end with the server. What goes wrong is said on the terminal; the screens say it too. */
export function startUpkeep(): void {
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, endStreams);
  void say();
  setInterval(say, EVERY_MS).unref();
}
