import type { ReactNode } from 'react';
import { databaseFile, dataFolder } from '@/server/database';
import type { Store } from '@/server/store';
import { isOurs, isStoreError, type StoreProblem, storeProblem } from '@/server/trouble';
import { StoreTrouble } from '@/views/StoreTrouble';
import { kept } from './data';

/** Renders what is kept; where it cannot be read, says why in its place. */
export async function withStore(render: (store: Store) => Promise<ReactNode> | ReactNode): Promise<ReactNode> {
  try {
    return await render(await kept());
  } catch (error) {
    if (!isOurs<StoreProblem>(error, 'StoreProblem') && !isStoreError(error)) throw error;
    return <StoreTrouble message={storeProblem(error, databaseFile(dataFolder())).message} />;
  }
}
