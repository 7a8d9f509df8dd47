import { jobs } from '@/app/data';

/** The job as kept, with its revision. */
export async function GET(_request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const kept = (await jobs()).load((await params).jobId);
  return kept === undefined
    ? Response.json({ problems: [{ path: '', message: 'There is no such job.' }] }, { status: 404 })
    : Response.json(kept);
}
