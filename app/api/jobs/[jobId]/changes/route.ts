import { respond } from '@/app/api/respond';
import { kept } from '@/app/data';

/** What happened to a job after a revision, and what undo and redo would do next for an author. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  return respond(async () => {
    const query = new URL(request.url).searchParams;
    return (await kept()).jobs.changesAfter((await params).jobId, Number(query.get('after')), query.get('author') ?? '');
  });
}
