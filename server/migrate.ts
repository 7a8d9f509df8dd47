import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type Database from 'better-sqlite3';
import { StoreProblem } from './trouble';

const FOLDER = path.join(/* turbopackIgnore: true */ process.cwd(), 'server', 'migrations');

interface Migration {
  version: number;
  sql: string;
}

function migrations(folder: string): Migration[] {
  return readdirSync(folder)
    .filter((file) => /^\d{3}-.*\.sql$/.test(file))
    .sort()
    .map((file) => ({ version: Number(file.slice(0, 3)), sql: readFileSync(path.join(folder, file), 'utf8') }));
}

/**
 * Brings a database to the newest schema, all steps in one transaction. Foreign keys rest meanwhile, so that a table can be
 * made anew under the ones that point to it, and are checked before anything is kept.
 * @throws StoreProblem when the database was made by a newer version; then it is untouched
 */
export function migrate(db: Database.Database, folder = FOLDER): void {
  const steps = migrations(folder);
  const newest = newestSchema(folder);
  const bring = db.transaction(() => {
    const present = db.pragma('user_version', { simple: true }) as number;
    if (present > newest)
      throw new StoreProblem(
        `The database has schema ${present}; this version knows up to ${newest}. It was left untouched: start the newer version, or name another ISOTRIP_DATA folder.`,
        'newer',
      );
    for (const { version, sql } of steps) {
      if (version <= present) continue;
      db.exec(sql);
      db.pragma(`user_version = ${version}`);
    }
    if (present < newest && (db.pragma('foreign_key_check') as unknown[]).length > 0)
      throw new StoreProblem(
        'The database holds rows that belong to nothing. It was left untouched: restore a backup.',
        'damaged',
      );
  });
  db.pragma('foreign_keys = OFF');
  try {
    bring.immediate();
  } finally {
    db.pragma('foreign_keys = ON');
  }
}

/** Number of the newest schema there is a migration for. */
const newestSchema = (folder = FOLDER): number => migrations(folder).at(-1)?.version ?? 0;
