import type { Verdict } from '@/core/judging/answer';
import { type Counts, studyJob } from '@/core/study/study';
import type { JobRepository } from './jobs';

export interface JobVerdict {
  verdict: Verdict;
  counts: Counts;
}

const globalForVerdicts = globalThis as { isotripVerdicts?: Map<string, JobVerdict & { revision: number }> };

/** The verdict of a whole job at a revision, studied once. Undefined where there is no such job. */
export async function jobVerdict(jobs: JobRepository, id: string, revision: number): Promise<JobVerdict | undefined> {
  globalForVerdicts.isotripVerdicts ??= new Map();
  const kept = globalForVerdicts.isotripVerdicts;
  const present = kept.get(id);
  if (present?.revision === revision) return present;
  // Other requests come between the studies of a long list.
  await new Promise((resolve) => setImmediate(resolve));
  const loaded = jobs.load(id);
  if (loaded === undefined) return undefined;
  const { verdict, counts } = studyJob(loaded.job);
  const fresh = { verdict, counts, revision: loaded.revision };
  kept.set(id, fresh);
  return fresh;
}
