import { studyJob } from '@/core/study/study';
import { type KeptVerdict, sayAside } from './beside';
import type { Store } from './store';

/** More circuits than this are judged beside the server: it would answer nobody else meanwhile. */
const HERE = 200;

const globalForVerdicts = globalThis as { isotripVerdicts?: Map<string, KeptVerdict> };

/** Keeps what was found elsewhere. */
export function keepVerdict(id: string, verdict: KeptVerdict): void {
  globalForVerdicts.isotripVerdicts ??= new Map();
  globalForVerdicts.isotripVerdicts.set(id, verdict);
}

/** The verdict of a whole job at a revision, studied once. Undefined where there is no such job. */
export async function jobVerdict(store: Store, id: string, revision: number): Promise<KeptVerdict | undefined> {
  const present = globalForVerdicts.isotripVerdicts?.get(id);
  if (present?.revision === revision) return present;
  // Other requests come between the studies of a long list.
  await new Promise((resolve) => setImmediate(resolve));
  const found = store.jobs.circuitCount(id) > HERE ? (await sayAside(store.folder, ['verdict', id])).verdict : judged(store, id);
  if (found !== undefined) keepVerdict(id, found);
  return found;
}

function judged({ jobs }: Store, id: string): KeptVerdict | undefined {
  const loaded = jobs.load(id);
  if (loaded === undefined) return undefined;
  const { verdict, counts } = studyJob(loaded.job);
  return { verdict, counts, revision: loaded.revision };
}
