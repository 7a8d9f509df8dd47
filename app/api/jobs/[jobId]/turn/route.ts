import * as z from 'zod';
import { ActionFields, bodyOf, respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { tick } from '@/server/ticks';

const Body = z.strictObject({ ...ActionFields, kind: z.enum(['undo', 'redo']) });

/** Takes back the author's last action, or does it again. */
export function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  return respond(async () => {
    const { kind, ...action } = await bodyOf(request, Body);
    const { jobId } = await params;
    const outcome = (await kept()).jobs.turn(jobId, kind, action);
    tick({ jobId, revision: outcome.revision });
    return outcome;
  });
}
