import * as z from 'zod';
import { bodyOf, respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { backupNow, backups, restore } from '@/server/backups';
import { tick } from '@/server/ticks';

const Body = z.union([z.strictObject({ restore: z.string().max(100) }), z.strictObject({ make: z.literal(true) })]);

export function GET() {
  return respond(async () => ({ backups: backups((await kept()).folder) }));
}

/** Makes a backup, or puts one in place of what is kept, after looking it through and backing up the present state. */
export function POST(request: Request) {
  return respond(async () => {
    const wanted = await bodyOf(request, Body);
    const store = await kept();
    const at = new Date().toISOString();
    if ('make' in wanted) return { made: await backupNow(store, at) };
    const result = await restore(store, wanted.restore, at);
    tick({ jobs: true });
    for (const { id, revision } of store.jobs.list()) tick({ jobId: id, revision });
    return result;
  });
}
