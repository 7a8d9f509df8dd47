import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Verdict } from '@/core/judging/answer';
import { askJobThread, type KeptVerdict } from './askJobThread';
import type { Store } from './store';

const globalForVerdicts = globalThis as { isotripVerdicts?: Map<string, Waited>; isotripCore?: string | null };
/** What is being found of a job at a revision. */
interface Waited {
  revision: number;
  verdict: Promise<KeptVerdict | undefined>;
}

/** The build that judges: what another one found counts no more. Null while nothing is built: nothing is kept then. */
function coreVersion(): string | null {
  const file = path.join(/* turbopackIgnore: true */ process.cwd(), process.env.ISOTRIP_BUILD ?? '.next', 'BUILD_ID');
  globalForVerdicts.isotripCore ??=
    process.env.NODE_ENV === 'production' && existsSync(file) ? readFileSync(file, 'utf8').trim() : null;
  return globalForVerdicts.isotripCore;
}

/**
 * The verdict of a whole job at a revision: kept from before where this version of the program found it, else studied once beside the
 * server, whoever asks meanwhile. Undefined where there is no such job.
 */
export function jobVerdict(
  { folder, db }: Pick<Store, 'folder' | 'db'>,
  id: string,
  revision: number,
  core = coreVersion(),
): Promise<KeptVerdict | undefined> {
  globalForVerdicts.isotripVerdicts ??= new Map();
  const all = globalForVerdicts.isotripVerdicts;
  const key = `${folder} ${id}`;
  const present = all.get(key);
  if (present?.revision === revision) return present.verdict;
  const kept = core === null ? undefined : keptIn(db, id, revision, core);
  const verdict = kept === undefined ? askJobThread('verdict', { folder, jobId: id }) : Promise.resolve(kept);
  const mine: Waited = { revision, verdict };
  all.set(key, mine);
  // What was found is of the revision the job had when it was read; what failed is tried again.
  verdict.then(
    (found) => {
      if (found?.revision !== revision && all.get(key) === mine) all.delete(key);
      if (kept === undefined && found !== undefined && core !== null) keep(db, id, found, core);
    },
    () => void (all.get(key) === mine && all.delete(key)),
  );
  return verdict;
}

/** What is kept of a verdict, in one sum: what the disk has changed is found anew. */
const sumOf = (id: string, core: string, revision: number, verdict: string, counts: string): string =>
  createHash('sha256')
    .update(JSON.stringify([id, core, revision, verdict, counts]))
    .digest('base64');

function keptIn(db: Store['db'], id: string, revision: number, core: string): KeptVerdict | undefined {
  const row = db
    .prepare('SELECT verdict, counts, sum FROM verdicts WHERE job_id = ? AND revision = ? AND core = ?')
    .get(id, revision, core) as { verdict: Verdict; counts: string; sum: string } | undefined;
  if (row === undefined || row.sum !== sumOf(id, core, revision, row.verdict, row.counts)) return undefined;
  return { verdict: row.verdict, counts: JSON.parse(row.counts), revision };
}

function keep(db: Store['db'], id: string, { verdict, counts, revision }: KeptVerdict, core: string): void {
  const text = JSON.stringify(counts);
  try {
    db.prepare(
      `INSERT OR REPLACE INTO verdicts (job_id, revision, core, verdict, counts, sum) SELECT id, ?, ?, ?, ?, ? FROM jobs WHERE id = ?`,
    ).run(revision, core, verdict, text, sumOf(id, core, revision, verdict, text), id);
  } catch {
    // Closed meanwhile, locked or full: it is found anew when it is next asked for.
  }
}
