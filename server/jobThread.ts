// The server's thread beside it: takes in a large job, or judges one, while the server answers others.
import { parentPort } from 'node:worker_threads';
import { parseJobText } from '@/core/job/parse';
import { renewed } from '@/core/study/renewal';
import { studyJob } from '@/core/study/study';
import { arrive } from './arrival';
import type { Asked, KeptVerdict, Said, Taken } from './askJobThread';
import { openDatabase } from './database';
import { JobRepository } from './jobs';

async function takeIn(folder: string, text: string): Promise<Taken> {
  const parsed = parseJobText(text);
  if (!parsed.ok) return parsed;
  const job = renewed(parsed.job);
  const db = openDatabase(folder);
  try {
    db.pragma('foreign_keys = OFF');
    const id = await arrive(db, job, new Date().toISOString());
    return { ok: true, id, name: job.name, renamed: id !== job.id };
  } finally {
    db.close();
  }
}

function judge(folder: string, jobId: string): KeptVerdict | undefined {
  const db = openDatabase(folder);
  try {
    const kept = new JobRepository(db).load(jobId);
    if (kept === undefined) return undefined;
    const { verdict, counts } = studyJob(kept.job);
    return { verdict, counts, revision: kept.revision };
  } finally {
    db.close();
  }
}

const port = parentPort!;
port.on('message', async (asked: Asked) => {
  const say = (said: Said) => port.postMessage(said);
  try {
    say({ said: asked.what === 'verdict' ? judge(asked.folder, asked.jobId) : await takeIn(asked.folder, asked.text) });
  } catch (error) {
    say({ failed: (error as Error).message });
  }
});
