import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type Database from 'better-sqlite3';
import { COLLECTIONS } from '@/core/job/collections';
import { COLUMNS, FIRM_COLUMNS, JOB_COLUMNS, tableName } from './columns';
import { sign } from './identity';
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
    if (present === LOADS_REWRITTEN) withAppliances(db);
    for (const { version, sql } of steps) {
      if (version <= present) continue;
      db.exec(sql);
      if (version === PLAIN_LISTS) plainLists(db);
      db.pragma(`user_version = ${version}`);
    }
    // A field may be new without a migration of its own: its column is looked for at every opening.
    addColumns(db);
    if (present < newest) sign(db);
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

/** Its first form had no appliances, which the next ones count on. */
const LOADS_REWRITTEN = 5;
function withAppliances(db: Database.Database): void {
  const present = new Set((db.pragma('table_info(loads)') as { name: string }[]).map(({ name }) => name));
  for (const name of ['appliance', 'appliance_from', 'appliance_note', 'appliance_dated'])
    if (!present.has(name)) db.exec(`ALTER TABLE loads ADD COLUMN ${name} TEXT`);
}

const PLAIN_LISTS = 7;
const LIST_CHECK = / CHECK \(\w+ IN \('[^)]*\)\)/g;

/**
 * Makes tables anew without CHECKs that repeat a list of the job's schema: what a field may hold is checked where rows are read and
 * written, and a new word in a list needs no new table. Keys, links and ranges stay.
 */
export function plainLists(db: Database.Database): void {
  const tables = db.prepare("SELECT name, sql FROM sqlite_master WHERE type = 'table' AND sql IS NOT NULL").all() as {
    name: string;
    sql: string;
  }[];
  for (const { name, sql } of tables) {
    const plain = sql.replace(LIST_CHECK, '');
    if (plain === sql) continue;
    const around = db
      .prepare("SELECT sql FROM sqlite_master WHERE tbl_name = ? AND type IN ('index', 'trigger') AND sql IS NOT NULL")
      .all(name) as { sql: string }[];
    db.exec(plain.replace(new RegExp(`^CREATE TABLE "?${name}"?`), `CREATE TABLE "${name} anew"`));
    db.exec(
      `INSERT INTO "${name} anew" SELECT * FROM "${name}"; DROP TABLE "${name}"; ALTER TABLE "${name} anew" RENAME TO "${name}";`,
    );
    for (const each of around) db.exec(each.sql);
  }
}

const SQL_TYPE = { text: 'TEXT', real: 'REAL', integer: 'INTEGER', boolean: 'INTEGER', list: 'TEXT', json: 'TEXT' } as const;

/** Adds the columns of fields the schema has and the tables lack. */
function addColumns(db: Database.Database): void {
  const tables = [
    ['jobs', JOB_COLUMNS] as const,
    ...COLLECTIONS.map((on) => [tableName(on), COLUMNS[on]] as const),
    ...Object.entries(FIRM_COLUMNS),
  ];
  for (const [table, columns] of tables) {
    const present = new Set((db.pragma(`table_info(${table})`) as { name: string }[]).map(({ name }) => name));
    for (const { name, kind } of columns)
      if (!present.has(name)) db.exec(`ALTER TABLE ${table} ADD COLUMN ${name} ${SQL_TYPE[kind]}`);
  }
}

/** Number of the newest schema there is a migration for. */
const newestSchema = (folder = FOLDER): number => migrations(folder).at(-1)?.version ?? 0;
