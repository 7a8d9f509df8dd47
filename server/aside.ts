// Beside the server: takes in a large job, or judges one, while the server answers others.
//   node --import tsx server/aside.ts FOLDER take-in < FILE
//   node --import tsx server/aside.ts FOLDER verdict ID
import { text } from 'node:stream/consumers';
import { parseJobText } from '@/core/job/parse';
import { studyJob } from '@/core/study/study';
import { arrive } from './arrival';
import type { SaidAside } from './beside';
import { openDatabase } from './database';
import { JobRepository } from './jobs';

const [folder, what, id] = process.argv.slice(2) as [string, 'take-in' | 'verdict', string];

async function takeIn(): Promise<SaidAside> {
  const parsed = parseJobText(await text(process.stdin));
  if (!parsed.ok) return parsed;
  const { job } = parsed;
  const { verdict, counts } = studyJob(job);
  const db = openDatabase(folder);
  db.pragma('foreign_keys = OFF');
  const taken = await arrive(db, job, new Date().toISOString());
  db.close();
  return { ok: true, id: taken, name: job.name, renamed: taken !== job.id, verdict: { verdict, counts, revision: 1 } };
}

function judge(): SaidAside {
  const db = openDatabase(folder);
  const kept = new JobRepository(db).load(id);
  db.close();
  if (kept === undefined) throw new Error('there is no such job');
  const { verdict, counts } = studyJob(kept.job);
  return { ok: true, verdict: { verdict, counts, revision: kept.revision } };
}

process.stdout.write(JSON.stringify(what === 'verdict' ? judge() : await takeIn()));
