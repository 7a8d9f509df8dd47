import * as z from 'zod';
import { ActionFields, bodyOf, respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { Command } from '@/core/job/commands';
import { tick } from '@/server/ticks';

const Body = z.strictObject({ ...ActionFields, command: Command });

/** The one way a job is changed: a command on a known revision, all of it or none, once per key. */
export function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  return respond(async () => {
    const { command, ...action } = await bodyOf(request, Body);
    const { jobId } = await params;
    const outcome = (await kept()).jobs.apply(jobId, command, action);
    tick({ jobId, revision: outcome.revision });
    return outcome;
  });
}
