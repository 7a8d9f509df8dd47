import type Database from 'better-sqlite3';
import { databaseFile, dataFolder, openDatabase } from './database';
import { FirmRepository } from './firm';
import { JobRepository } from './jobs';
import { isTorn, requireAcknowledged, Witness } from './witness';

/** The open database of this process and its repositories. */
export interface Store {
  folder: string;
  db: Database.Database;
  jobs: JobRepository;
  firm: FirmRepository;
  witness: Witness;
}

/** A store on a folder. @throws StoreProblem when it cannot be used */
export function openStore(folder: string): Store {
  const db = openDatabase(folder, (found) => requireAcknowledged(folder, found));
  const witness = new Witness(folder, databaseFile(folder));
  // What broke off would spoil the next record.
  if (isTorn(folder)) witness.rewrite(db);
  return { folder, db, jobs: new JobRepository(db, undefined, witness), firm: new FirmRepository(db), witness };
}

const globalForStore = globalThis as { isotripStore?: Store | undefined };

/** Closes it, with all that was written brought into its file. It opens again when it is next used. */
export function closeStore(): void {
  globalForStore.isotripStore?.db.close();
  globalForStore.isotripStore = undefined;
}

/** The one store of this process, opened on first use and tried again after a failure. @throws StoreProblem */
export function store(): Store {
  const folder = dataFolder();
  const open = globalForStore.isotripStore;
  if (open !== undefined && open.folder === folder && open.witness.stands()) return open;
  // Deleted or replaced under the server: what it wrote there nobody will open again.
  if (open !== undefined) closeStore();
  const opened = openStore(folder);
  globalForStore.isotripStore = opened;
  return opened;
}
