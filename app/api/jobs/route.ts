import * as z from 'zod';
import { bodyOf, refuseRequest, respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { duplicateOf, newJob, newWork, withId } from '@/core/job/newJob';
import { packsOf } from '@/core/job/packs';
import { Id, ShortText } from '@/core/job/schema/facts';
import { Dialect, type Job, RulePackId } from '@/core/job/schema/job';
import { demoJob } from '@/server/demos';
import { takeInJob } from '@/server/intake';
import type { Store } from '@/server/store';
import { tick } from '@/server/ticks';
import { StoreProblem } from '@/server/trouble';

const Name = ShortText.min(1, 'a job needs a name');
/** Whether the house is built, or work is done in one that stands. */
const House = z.enum(['new', 'existing']);
const Body = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('dialect'), id: Id, name: Name, dialect: Dialect, pack: RulePackId, house: House.optional() }),
  z.strictObject({ from: z.literal('job'), id: Id, name: Name, of: Id }),
  z.strictObject({ from: z.literal('demo'), id: Id, demo: Id }),
]);

function made(store: Store, body: z.infer<typeof Body>): Job {
  if (body.from === 'demo') return withId(demoJob(body.demo), store.jobs.freeId(body.demo));
  if (body.from === 'job') {
    const found = store.jobs.load(body.of);
    if (found === undefined) throw new StoreProblem('There is no such job.', 'missing');
    return duplicateOf(found.job, body.id, body.name);
  }
  const packs = packsOf(body.dialect);
  if (!packs.includes(body.pack))
    refuseRequest(400, [{ path: 'pack', message: `a job in this dialect takes one of ${packs.join(', ')}` }]);
  const job = newJob(body, store.firm.load());
  const dated: Job = { ...job, card: { ...job.card, date: new Date().toISOString().slice(0, 10) } };
  return body.house === 'new' ? newWork(dated) : dated;
}

/** A new job: begun in a dialect, like another one, or a demo. The same id twice is one job. */
export function POST(request: Request) {
  return respond(async () => {
    const body = await bodyOf(request, Body);
    const store = await kept();
    if (body.from !== 'demo' && store.jobs.has(body.id)) return { id: body.id };
    const job = made(store, body);
    await takeInJob(store, job);
    tick({ jobs: true });
    return { id: job.id };
  });
}
