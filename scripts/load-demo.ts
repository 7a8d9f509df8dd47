// Puts the demo jobs into a data folder: tsx scripts/load-demo.ts FOLDER. Jobs already there are left as they are.
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { parseJobText, problemLine } from '../core/job/parse';
import { openDatabase } from '../server/database';
import { JobRepository } from '../server/jobs';

const folder = process.argv[2];
if (folder === undefined) throw new Error('usage: tsx scripts/load-demo.ts FOLDER');
const jobs = new JobRepository(openDatabase(folder));
for (const file of readdirSync('demo').filter((name) => name.endsWith('.json'))) {
  const parsed = parseJobText(readFileSync(path.join('demo', file), 'utf8'));
  if (!parsed.ok) throw new Error(`demo/${file}: ${parsed.problems.map(problemLine).join('; ')}`);
  if (!jobs.has(parsed.job.id)) jobs.insert(parsed.job);
}
