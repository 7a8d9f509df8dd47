import { respond } from '@/app/api/respond';
import { kept } from '@/app/data';

const SHOWN = 200;

/** The newest actions on a job, newest first. */
export function GET(_request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  return respond(async () => ({ entries: (await kept()).jobs.history.newest((await params).jobId, SHOWN) }));
}
