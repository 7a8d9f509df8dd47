import { connection } from 'next/server';
import * as z from 'zod';
import { bodyOf, refuseRequest, respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { backups } from '@/server/backupFiles';
import { backupNow, copyElsewhere, preview, restore, restoreOverDamaged } from '@/server/backups';
import { databaseFile, dataFolder } from '@/server/database';
import { setSecondPlace } from '@/server/secondPlace';
import { closeStore } from '@/server/store';
import { tick } from '@/server/ticks';
import { isOurs, type StoreProblem } from '@/server/trouble';
import { copying } from '@/server/upkeep';
import { goOnWithout, NOT_BEHIND } from '@/server/witness';

const Name = z.string().max(100);
const Body = z.union([
  z.strictObject({ preview: Name }),
  z.strictObject({ restore: Name, sure: z.boolean().optional() }),
  z.strictObject({ make: z.literal(true) }),
  z.strictObject({ goOn: z.literal(true) }),
  z.strictObject({ second: z.string().max(1000) }),
]);

export function GET() {
  return respond(async () => {
    await connection();
    return { backups: backups(dataFolder()) };
  });
}

/** The store, or nothing where its file is damaged or gone and only a backup can take its place. */
async function unlessLost() {
  try {
    return await kept();
  } catch (error) {
    if (isOurs<StoreProblem>(error, 'StoreProblem') && ['damaged', 'lost', 'behind'].includes(error.kind)) return undefined;
    throw error;
  }
}

/** Whether the database is sound, and lacks something that was saved. */
async function isBehind(): Promise<boolean> {
  try {
    await kept();
    return false;
  } catch (error) {
    return isOurs<StoreProblem>(error, 'StoreProblem') && error.kind === 'behind';
  }
}

/** Makes a backup, shows what one holds, puts one in place of what is kept, or says where copies go besides. */
export function POST(request: Request) {
  return respond(async () => {
    const wanted = await bodyOf(request, Body);
    const at = new Date().toISOString();
    if ('goOn' in wanted) {
      if (!(await isBehind())) refuseRequest(409, [{ path: '', message: NOT_BEHIND }]);
      return { aside: goOnWithout(dataFolder(), databaseFile(dataFolder()), at) };
    }
    const store = await unlessLost();
    if ('preview' in wanted) return preview(dataFolder(), store?.jobs.list() ?? [], wanted.preview);
    if ('second' in wanted) {
      setSecondPlace(dataFolder(), wanted.second.trim());
      const newest = backups(dataFolder())[0];
      if (newest !== undefined) await copying(async () => copyElsewhere(dataFolder(), newest.name));
      return { second: wanted.second.trim() };
    }
    if ('make' in wanted) {
      const open = store ?? (await kept());
      const made = await backupNow(open, at);
      await copying(async () => copyElsewhere(open.folder, made));
      return { made };
    }
    if (store === undefined) {
      closeStore();
      return restoreOverDamaged(dataFolder(), wanted.restore, at);
    }
    const result = await restore(store, wanted.restore, at, wanted.sure);
    tick({ jobs: true });
    for (const { id, revision } of store.jobs.list()) tick({ jobId: id, revision });
    return result;
  });
}
