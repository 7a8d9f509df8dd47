import { refuseRequest, respond, textOf } from '@/app/api/respond';
import { kept } from '@/app/data';
import { MAX_JOB_BYTES } from '@/core/job/limits';
import { withId } from '@/core/job/newJob';
import { parseJobText } from '@/core/job/parse';
import { tick } from '@/server/ticks';

/** Opens a job file. A job already kept under that id stays as it is: the file becomes a job of its own. */
export function POST(request: Request) {
  return respond(async () => {
    const parsed = parseJobText(await textOf(request, MAX_JOB_BYTES));
    if (!parsed.ok) refuseRequest(422, parsed.problems);
    const { jobs } = await kept();
    const id = jobs.freeId(parsed.job.id);
    jobs.insert(withId(parsed.job, id));
    tick({ jobs: true });
    return { id, name: parsed.job.name, renamed: id !== parsed.job.id };
  });
}
