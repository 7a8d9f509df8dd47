// Backups by hand: npm run backup makes one, npm run restore lists them, npm run restore -- NAME puts one back,
// with --sure even where it lacks jobs that are kept now.
import { backups } from '../server/backupFiles';
import { backupNow, restore, restoreOverDamaged } from '../server/backups';
import { dataFolder } from '../server/database';
import { openStore, type Store } from '../server/store';
import { isOurs, StoreProblem } from '../server/trouble';

const [what, name, more] = process.argv.slice(2);
const folder = dataFolder();
const now = new Date().toISOString();

/** The store, or undefined when its file is damaged and only a backup can take its place. */
function openUnlessDamaged(): Store | undefined {
  try {
    return openStore(folder);
  } catch (error) {
    if (isOurs<StoreProblem>(error, 'StoreProblem') && (error.kind === 'damaged' || error.kind === 'lost')) return undefined;
    throw error;
  }
}

async function run(): Promise<string> {
  if (what === 'restore' && name === undefined) {
    const list = backups(folder).map((each) => `${each.name}  ${(each.bytes / 1e6).toFixed(1)} MB  ${each.at}`);
    return list.length === 0 ? `There is no backup in ${folder}.` : list.join('\n');
  }
  const store = openUnlessDamaged();
  if (what === 'backup') {
    if (store === undefined) throw new StoreProblem('The database is damaged; restore a backup instead.', 'damaged');
    return `Copied to ${await backupNow(store, now)}.`;
  }
  if (store === undefined) {
    const { jobs, aside } = restoreOverDamaged(folder, name!, now);
    return `Restored ${jobs} jobs. The damaged file is kept as ${aside}.`;
  }
  const { jobs, before } = await restore(store, name!, now, more === '--sure');
  return `Restored ${jobs} jobs. What was there before is kept as ${before}.`;
}

try {
  console.log(await run());
} catch (error) {
  if (!isOurs<StoreProblem>(error, 'StoreProblem')) throw error;
  console.error(error.message);
  process.exit(2);
}
