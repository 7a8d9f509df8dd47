import { refuseRequest, respond, textOf } from '@/app/api/respond';
import { kept } from '@/app/data';
import { MAX_JOB_BYTES } from '@/core/job/limits';
import { takeIn } from '@/server/intake';
import { tick } from '@/server/ticks';

/** Opens a job file. A job already kept under that id stays as it is: the file becomes a job of its own. */
export function POST(request: Request) {
  return respond(async () => {
    const text = await textOf(request, MAX_JOB_BYTES);
    const taken = await takeIn(await kept(), text);
    if (!taken.ok) refuseRequest(422, taken.problems);
    tick({ jobs: true });
    return taken;
  });
}
