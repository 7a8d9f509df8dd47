import { renewal } from '@/core/study/renewal';
import type { Store } from './store';
import { isOurs, type StoreProblem } from './trouble';

/** Acceptances under keys that held words are put under keys of data alone, where they hold; others are answered in between. */
export async function renewAcceptances({ db, jobs }: Pick<Store, 'db' | 'jobs'>): Promise<void> {
  const ids = db
    .prepare(
      `SELECT DISTINCT jobs.id FROM jobs JOIN acceptances ON acceptances.job_id = jobs.id
       WHERE jobs.deleted_at IS NULL AND jobs.arriving = 0 AND acceptances.inputs_key NOT LIKE '2:%'`,
    )
    .pluck()
    .all() as string[];
  for (const id of ids) {
    await new Promise((resolve) => setImmediate(resolve));
    try {
      const kept = jobs.load(id);
      const command = kept === undefined ? undefined : renewal(kept.job);
      if (command === undefined) continue;
      const { revision } = kept!;
      jobs.apply(id, command, { key: `acceptances-${revision}`, author: 'upkeep', base: revision });
    } catch (error) {
      // A damaged job is said by who opens it, and keeps nobody from renewing the others.
      if (!isOurs<StoreProblem>(error, 'StoreProblem')) throw error;
    }
  }
}
