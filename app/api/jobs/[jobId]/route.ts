import { respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { StoreProblem } from '@/server/trouble';

/** The job as kept, with its revision. */
export function GET(_request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  return respond(async () => {
    const found = (await kept()).jobs.load((await params).jobId);
    if (found === undefined) throw new StoreProblem('There is no such job.', 'missing');
    return found;
  });
}
