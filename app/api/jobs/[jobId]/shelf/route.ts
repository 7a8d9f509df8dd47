import * as z from 'zod';
import { bodyOf, respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { tick } from '@/server/ticks';

const Body = z.strictObject({ to: z.enum(['active', 'archived', 'deleted']) });

/** Puts a job aside, deletes it, or has it back. */
export function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  return respond(async () => {
    const { to } = await bodyOf(request, Body);
    (await kept()).jobs.shelve((await params).jobId, to);
    tick({ jobs: true });
    return { shelf: to };
  });
}
