import { askBeside, type KeptVerdict } from './beside';
import type { Store } from './store';

const globalForVerdicts = globalThis as { isotripVerdicts?: Map<string, Kept> };
/** What was found of a job at a revision, or is being found. */
interface Kept {
  revision: number;
  verdict: Promise<KeptVerdict | undefined>;
}

/** The verdict of a whole job at a revision, studied once, beside the server. Undefined where there is no such job. */
export function jobVerdict({ folder }: Pick<Store, 'folder'>, id: string, revision: number): Promise<KeptVerdict | undefined> {
  globalForVerdicts.isotripVerdicts ??= new Map();
  const all = globalForVerdicts.isotripVerdicts;
  const key = `${folder} ${id}`;
  const present = all.get(key);
  if (present?.revision === revision) return present.verdict;
  const verdict = askBeside('verdict', { folder, jobId: id });
  const mine: Kept = { revision, verdict };
  all.set(key, mine);
  // What was found is of the revision the job had when it was read; what failed is tried again.
  verdict.then(
    (found) => {
      if (found?.revision !== revision && all.get(key) === mine) all.delete(key);
    },
    () => void (all.get(key) === mine && all.delete(key)),
  );
  return verdict;
}
