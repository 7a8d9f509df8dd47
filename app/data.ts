import { connection } from 'next/server';
import { database } from '@/server/database';
import { JobRepository } from '@/server/jobs';

/**
 * The one way a page or route gets at the jobs. Waiting for the connection makes the page dynamic: a page made at build
 * time would show a stale verdict.
 */
export async function jobs(): Promise<JobRepository> {
  await connection();
  return new JobRepository(database());
}
