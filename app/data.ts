import { connection } from 'next/server';
import { type Store, store } from '@/server/store';

/**
 * The one way a page or route gets at what is kept. Waiting for the connection makes the page dynamic: a page made at
 * build time would show a stale verdict.
 * @throws StoreProblem when the database cannot be used
 */
export async function kept(): Promise<Store> {
  await connection();
  return store();
}
