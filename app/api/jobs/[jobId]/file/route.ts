import { respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { jobFileText } from '@/core/job/jobFile';
import { StoreProblem } from '@/server/trouble';

/** The job as a file to save. */
export function GET(_request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  return respond(async () => {
    const { jobId } = await params;
    const found = (await kept()).jobs.load(jobId);
    if (found === undefined) throw new StoreProblem('There is no such job.', 'missing');
    return new Response(jobFileText(found.job), {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="${jobId}.isotrip.json"`,
      },
    });
  });
}
