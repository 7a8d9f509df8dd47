import { jobFileText } from '@/core/job/jobFile';
import { withId } from '@/core/job/newJob';
import { parseJobText } from '@/core/job/parse';
import type { Job } from '@/core/job/schema/job';
import { renewed } from '@/core/study/renewal';
import { askJobThread, type Taken } from './askJobThread';
import type { Store } from './store';

/** A file up to this size is taken in at once: nobody notices. About 150 circuits. */
const AT_ONCE_BYTES = 250_000;

/**
 * Takes a job file into the store. A large one is read and written by the thread beside the server, so that no other
 * request waits for it.
 */
export async function takeIn(store: Store, text: string): Promise<Taken> {
  if (text.length > AT_ONCE_BYTES) return inThread(store, text);
  const parsed = parseJobText(text);
  if (!parsed.ok) return parsed;
  const id = store.jobs.freeId(parsed.job.id);
  store.jobs.insert(withId(renewed(parsed.job), id));
  return { ok: true, id, name: parsed.job.name, renamed: id !== parsed.job.id };
}

/** Takes in a job that has been read already, under its own id. @throws StoreProblem when the id is taken */
export async function takeInJob(store: Store, job: Job): Promise<void> {
  const text = jobFileText(job);
  if (text.length > AT_ONCE_BYTES) await inThread(store, text);
  else store.jobs.insert(job);
}

async function inThread(store: Store, text: string): Promise<Taken> {
  try {
    const taken = await askJobThread('take-in', { folder: store.folder, text });
    if (taken.ok) store.jobs.noteAs(taken.id);
    return taken;
  } catch (error) {
    // What it had written of the job is out of sight, and goes.
    store.jobs.dropArriving();
    throw error;
  }
}
