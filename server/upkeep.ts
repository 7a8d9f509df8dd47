import { ADDRESS, BARE } from './address';
import { backups, clearLeftovers } from './backupFiles';
import { copyElsewhere, dailyBackup } from './backups';
import { dataFolder } from './database';
import { heldWords, holdFolder } from './lock.mjs';
import { renewAcceptances } from './renewAcceptances';
import { closeStore, store } from './store';
import { endStreams } from './ticks';
import { isOurs, type StoreProblem } from './trouble';

const EVERY_MS = 3_600_000;
const DAY_MS = 86_400_000;
/** A copy older than this is said on the screens. */
const OLD_DAYS = 2;

interface Global {
  /** Held as long as the process lives: a lock nobody points to would be given up. */
  isotripHold?: ReturnType<typeof holdFolder>;
  /** Why the last copy, here or to the second place, was not made. */
  isotripCopyFailed?: string;
}
const ofProcess = globalThis as Global;

/** What is wrong with the copies, in a sentence; nothing where the last one was made. @param now ISO instant */
export function copyTrouble(folder: string, now = new Date().toISOString()): string | undefined {
  const newest = backups(folder)[0];
  const days = newest === undefined ? undefined : Math.floor((Date.parse(now) - Date.parse(newest.at)) / DAY_MS);
  const failed = ofProcess.isotripCopyFailed;
  if (failed === undefined && (days === undefined || days < OLD_DAYS)) return undefined;
  const age =
    days === undefined
      ? 'There is no copy of the jobs yet'
      : days === 0
        ? 'The last copy is of today'
        : `The last copy is ${days} ${days === 1 ? 'day' : 'days'} old`;
  return `${age}${failed === undefined ? '' : `; the last try failed: ${failed}`}`;
}

/** Makes a copy where one is due, and says what came of it. */
export async function copying(copy: () => Promise<unknown>): Promise<void> {
  try {
    await copy();
    delete ofProcess.isotripCopyFailed;
  } catch (error) {
    ofProcess.isotripCopyFailed = (error as Error).message;
    throw error;
  }
}

/** The day's backup, here and elsewhere; then housekeeping: what goes is in a backup first. */
async function upkeep(): Promise<void> {
  const open = store();
  open.db.pragma('wal_checkpoint(TRUNCATE)');
  open.witness.rewrite(open.db);
  try {
    await copying(async () => {
      const made = await dailyBackup(open, new Date().toISOString());
      if (made !== undefined) await open.jobs.lookThrough();
      const newest = backups(open.folder)[0];
      if (newest !== undefined) copyElsewhere(open.folder, newest.name);
    });
  } finally {
    // Nothing goes by it: it waits for no copy.
    await renewAcceptances(open);
  }
  open.jobs.tidy(surelyPast(backups(open.folder)));
}

/** On a clock that was once ahead nothing is past for good: the third latest copy says so too. */
const surelyPast = (copies: readonly { at: string }[]): string =>
  copies
    .map(({ at }) => at)
    .sort()
    .at(-3) ?? new Date(0).toISOString();

async function say(): Promise<void> {
  try {
    await upkeep();
  } catch (error) {
    console.error(isOurs<StoreProblem>(error, 'StoreProblem') ? error.message : error);
  }
}

/** What was coming in when the last server ended is gone with it. */
async function begin(): Promise<void> {
  try {
    store().jobs.dropArriving();
  } catch {
    // Said by the upkeep, and on every page.
  }
  await say();
}

/** What is written is in its file before the last answers are given, however long those take. */
function beginToStop(): void {
  endStreams();
  try {
    store().db.pragma('wal_checkpoint(TRUNCATE)');
  } catch {
    // A store in trouble has nothing to bring home.
  }
}

function takeFolder(address: string): void {
  const folder = dataFolder();
  try {
    const hold = holdFolder(folder, address);
    ofProcess.isotripHold = hold;
    if (!('heldAt' in hold)) {
      clearLeftovers(folder);
      return;
    }
    console.error(heldWords(folder, hold.heldAt));
  } catch {
    // A folder that cannot be written is trouble of the store, which says so on every page.
    return;
  }
  process.exit(1);
}

/**
 * Takes the data folder, or ends this server where another has it or nobody has told it its address. Then upkeep, now and every
 * hour. A server that is asked to stop ends its streams and closes the database. What goes wrong is said on the terminal; the
 * screens say it too.
 */
export function startUpkeep(): void {
  const address = process.env[ADDRESS];
  if (address === undefined && process.env.NODE_ENV === 'production') {
    console.error(BARE);
    process.exit(1);
  }
  takeFolder(address ?? '');
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, beginToStop);
  process.once('exit', closeStore);
  void begin();
  setInterval(say, EVERY_MS).unref();
}
