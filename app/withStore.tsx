import type { ReactNode } from 'react';
import { backups } from '@/server/backupFiles';
import { databaseFile, dataFolder } from '@/server/database';
import { type Store, store } from '@/server/store';
import { isOurs, isStoreError, type StoreProblem, storeProblem } from '@/server/trouble';
import { StoreTrouble } from '@/views/parts/frame/StoreTrouble';
import { kept } from './data';

function opens(): boolean {
  try {
    store();
    return true;
  } catch {
    return false;
  }
}

/** Renders what is kept; where it cannot be read, says why in its place. */
export async function withStore(render: (store: Store) => Promise<ReactNode> | ReactNode): Promise<ReactNode> {
  try {
    return await render(await kept());
  } catch (error) {
    if (!isOurs<StoreProblem>(error, 'StoreProblem') && !isStoreError(error)) throw error;
    const { kind, message } = storeProblem(error, databaseFile(dataFolder()));
    // Where the database opens, the screen of backups is there; and one it cannot reach is no reason to replace it.
    const offered = !opens() && ['damaged', 'lost', 'behind'].includes(kind) ? backups(dataFolder()) : [];
    return <StoreTrouble message={message} backups={offered} behind={kind === 'behind'} />;
  }
}
