import type Database from 'better-sqlite3';
import { COLLECTIONS } from '@/core/job/collections';
import { withId } from '@/core/job/newJob';
import type { Job } from '@/core/job/schema/job';
import { checksumOf } from './checksum';
import { JobRepository } from './jobs';
import { JobRows } from './rows';

/** The write lock is held this long at a time, and left to others for as long again. */
const USUAL_BATCH_MS = 50;

/**
 * Writes a job in short transactions, out of sight until its last row is there.
 *
 * @param db a connection of its own that does not hold rows to each other: between batches some point to others that are not
 * there yet. The job has been checked.
 * @throws where somebody has taken the job away meanwhile: a server that began anew; then nothing more of it is written
 * @returns its id: the wanted one, or one like it where that is taken
 */
export async function arrive(db: Database.Database, wanted: Job, now: string, batchMs = USUAL_BATCH_MS): Promise<string> {
  const rows = new JobRows(db);
  const job = db
    .transaction(() => {
      const own = withId(wanted, new JobRepository(db).freeId(wanted.id));
      rows.insertOwn(own, now);
      db.prepare('UPDATE jobs SET arriving = 1, checksum = ? WHERE id = ?').run(checksumOf(own), own.id);
      return own;
    })
    .immediate();
  const waiting = COLLECTIONS.flatMap((on) => Object.values(job[on]).map((row) => ({ on, row })));
  const here = db.prepare('SELECT 1 FROM jobs WHERE id = ? AND arriving = 1');
  for (let at = 0; at < waiting.length; ) {
    await new Promise((resolve) => setTimeout(resolve, batchMs));
    const until = performance.now() + batchMs;
    db.transaction(() => {
      if (here.get(job.id) === undefined) throw new Error(`job "${job.id}" was taken away while it came in`);
      for (; at < waiting.length && performance.now() < until; at++) rows.putRow(waiting[at]!.on, job.id, waiting[at]!.row);
    }).immediate();
  }
  db.prepare('UPDATE jobs SET arriving = 0 WHERE id = ?').run(job.id);
  return job.id;
}
