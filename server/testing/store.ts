import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Command } from '@/core/job/commands';
import { stated } from '@/core/testing/jobs';
import { openStore, type Store } from '../store';

/** In memory where there is such a place: every test waits for the disk otherwise. */
const PLACE = existsSync('/dev/shm') ? '/dev/shm' : os.tmpdir();

/** A store on a folder of its own, and what takes both away. */
export function storeInFolder(): Store & { remove: () => void } {
  const folder = mkdtempSync(path.join(PLACE, 'isotrip-store-'));
  const store = openStore(folder);
  return {
    ...store,
    remove: () => {
      store.db.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** The length of one of the demo's cables, set. */
export const lengthCommand = (id: string, metres: number): Command => ({
  label: `Length of ${id}: ${metres} m`,
  steps: [{ do: 'set', on: 'segments', id, field: ['lengthM'], to: stated(metres, 'measured') }],
});
