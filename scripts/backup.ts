// Backups by hand: npm run backup makes one, npm run restore lists them, npm run restore -- NAME puts one back,
// with --sure even where it lacks jobs that are kept now; npm run restore -- --go-on goes on with a database that is behind what was saved.
// Where a server has the folder it does the work itself; else nobody else may have it meanwhile.
import { backups } from '../server/backupFiles';
import { backupNow, restore, restoreOverDamaged } from '../server/backups';
import { databaseFile, dataFolder } from '../server/database';
import { holdFolder } from '../server/lock.mjs';
import { openStore, type Store } from '../server/store';
import { isOurs, StoreProblem } from '../server/trouble';
import { goOnWithout, NOT_BEHIND } from '../server/witness';

const [what, name, more] = process.argv.slice(2);
const folder = dataFolder();
const now = new Date().toISOString();

/** The store, or why its file cannot be used and only a backup can take its place. */
function openUnlessLost(): Store | 'damaged' | 'lost' | 'behind' {
  try {
    return openStore(folder);
  } catch (error) {
    if (
      isOurs<StoreProblem>(error, 'StoreProblem') &&
      (error.kind === 'damaged' || error.kind === 'lost' || error.kind === 'behind')
    )
      return error.kind;
    throw error;
  }
}
const usedAsItIs = (aside: string): string => `The database is used as it is. A copy of it is kept as ${aside}.`;

const restored = (jobs: number, rest: string): string => `Restored ${jobs} jobs. ${rest}`;

/** Has the server that holds the folder do it: what it acknowledges meanwhile stays true. */
async function handOver(address: string, body: object): Promise<string> {
  if (address === '')
    throw new StoreProblem(`${folder} is in use by another program. Nothing was done: stop it first.`, 'locked');
  const headers = { origin: address, 'content-type': 'application/json' };
  const response = await fetch(`${address}/api/backups`, { method: 'POST', headers, body: JSON.stringify(body) }).catch(
    () => undefined,
  );
  const said = (await response?.json().catch(() => undefined)) as
    | { jobs?: number; before?: string; aside?: string; made?: string; problems?: { message: string }[] }
    | undefined;
  if (response === undefined || said === undefined || !response.ok)
    throw new StoreProblem(
      said?.problems?.[0]?.message ??
        `The server at ${address} has ${folder} and does not answer. Nothing was done: stop it first.`,
      'locked',
    );
  if (said.made !== undefined) return `Copied to ${said.made}.`;
  if (said.jobs === undefined) return usedAsItIs(said.aside!);
  return restored(said.jobs, `What was there before is kept as ${said.before ?? said.aside}.`);
}

async function run(): Promise<string> {
  if (what === 'restore' && name === undefined) {
    const list = backups(folder).map((each) => `${each.name}  ${(each.bytes / 1e6).toFixed(1)} MB  ${each.at}`);
    return list.length === 0 ? `There is no backup in ${folder}.` : list.join('\n');
  }
  const goOn = name === '--go-on';
  const hold = holdFolder(folder, '');
  if ('heldAt' in hold)
    return handOver(
      hold.heldAt,
      what === 'backup' ? { make: true } : goOn ? { goOn: true } : { restore: name, ...(more === '--sure' && { sure: true }) },
    );
  try {
    const store = openUnlessLost();
    if (goOn) {
      if (store !== 'behind') throw new StoreProblem(NOT_BEHIND);
      return usedAsItIs(goOnWithout(folder, databaseFile(folder), now));
    }
    if (what === 'backup') {
      if (typeof store === 'string') throw new StoreProblem('The database cannot be used; restore a backup instead.', 'damaged');
      return `Copied to ${await backupNow(store, now)}.`;
    }
    if (typeof store === 'string') {
      const { jobs, aside } = restoreOverDamaged(folder, name!, now);
      return restored(jobs, `The file that could not be used is kept as ${aside}.`);
    }
    const { jobs, before } = await restore(store, name!, now, more === '--sure');
    return restored(jobs, `What was there before is kept as ${before}.`);
  } finally {
    hold.release();
  }
}

try {
  console.log(await run());
} catch (error) {
  if (!isOurs<StoreProblem>(error, 'StoreProblem')) throw error;
  console.error(error.message);
  process.exit(2);
}
