import { respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { calendarOf } from '@/server/calendar';
import { StoreProblem } from '@/server/trouble';

/** What is due in a house as an iCalendar file; calendars that subscribe to the address ask for it again. */
export function GET(_request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  return respond(async () => {
    const { jobId } = await params;
    const found = (await kept()).jobs.load(jobId);
    if (found === undefined) throw new StoreProblem('There is no such job.', 'missing');
    return new Response(calendarOf(found.job), {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': `attachment; filename="${jobId}.ics"`,
      },
    });
  });
}
