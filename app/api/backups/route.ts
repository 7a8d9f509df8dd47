import { z } from 'zod';
import { bodyOf, respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { backups, restore } from '@/server/backups';
import { tick } from '@/server/ticks';

const Body = z.strictObject({ restore: z.string().max(100) });

export function GET() {
  return respond(async () => ({ backups: backups((await kept()).folder) }));
}

/** Puts a backup in place of what is kept, after looking it through and backing up the present state. */
export function POST(request: Request) {
  return respond(async () => {
    const { restore: name } = await bodyOf(request, Body);
    const store = await kept();
    const result = await restore(store, name, new Date().toISOString());
    tick({ jobs: true });
    for (const { id, revision } of store.jobs.list()) tick({ jobId: id, revision });
    return result;
  });
}
