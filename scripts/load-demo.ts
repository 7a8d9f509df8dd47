// Puts the demo jobs into a data folder: tsx scripts/load-demo.ts FOLDER. Jobs already there are left as they are.
import { demoIds, demoJob } from '../server/demos';
import { openStore } from '../server/store';

const folder = process.argv[2];
if (folder === undefined) throw new Error('usage: tsx scripts/load-demo.ts FOLDER');
const { jobs, db } = openStore(folder);
for (const id of demoIds()) if (!jobs.has(id)) jobs.insert(demoJob(id));
db.close();
