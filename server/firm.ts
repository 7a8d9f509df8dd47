import { createHash } from 'node:crypto';
import type Database from 'better-sqlite3';
import { Firm } from '@/core/job/schema/firm';
import { sorted } from './checksum';
import { FIRM_COLUMNS, fromCells, toCells } from './columns';
import type { Tree } from './rows';
import { StoreProblem } from './trouble';

const { firm_defaults: DEFAULTS, firm_prices: PRICE } = FIRM_COLUMNS;
const DIALECTS = ['iec', 'nec'] as const;

const sumOfFirm = (firm: Firm): string => createHash('sha256').update(JSON.stringify(firm, sorted)).digest('base64');

/** The firm's own row, its usual parts and its prices per dialect. */
export class FirmRepository {
  constructor(private readonly db: Database.Database) {}

  /** The firm as kept, or one that has entered nothing. */
  load(): Firm {
    return this.db.transaction(() => {
      const row = this.db.prepare('SELECT installer, licence, dialect, checksum FROM firm WHERE id = 1').get() as
        | (Tree & { checksum: string | null })
        | undefined;
      const { checksum = null, ...own } = row ?? {};
      const usual = DIALECTS.map((dialect) => {
        const defaults = this.db.prepare('SELECT * FROM firm_defaults WHERE dialect = ?').get(dialect) as Tree | undefined;
        const prices = this.db
          .prepare('SELECT * FROM firm_prices WHERE dialect = ? ORDER BY sort_key, id')
          .all(dialect) as Tree[];
        return [dialect, { defaults: fromCells(DEFAULTS, defaults ?? {}), prices: prices.map((row) => fromCells(PRICE, row)) }];
      });
      const curves = (this.db.prepare('SELECT id, name, points FROM firm_curves ORDER BY name, id').all() as Tree[]).map(
        ({ id, name, points }) => ({ id, name, points: JSON.parse(String(points)) as unknown }),
      );
      const comparisons = this.db.prepare('SELECT id, name, address FROM firm_comparisons ORDER BY name, id').all();
      const present = Object.fromEntries(Object.entries(own).filter(([, value]) => value !== null));
      const firm = Firm.safeParse({ ...present, curves, comparisons, ...Object.fromEntries(usual) });
      if (!firm.success || (checksum !== null && checksum !== sumOfFirm(firm.data)))
        throw new StoreProblem(
          'The firm’s own page is not as it was written: something on the disk has changed it. It was left as it is; restore a backup.',
          'damaged',
        );
      return firm.data;
    })();
  }

  /** Keeps the firm whole, or not at all. */
  save(firm: Firm): void {
    this.db
      .transaction(() => {
        this.db
          .prepare(
            `INSERT INTO firm (id, installer, licence, dialect) VALUES (1, @installer, @licence, @dialect)
             ON CONFLICT (id) DO UPDATE SET installer = @installer, licence = @licence, dialect = @dialect, revision = revision + 1`,
          )
          .run({ installer: firm.installer ?? null, licence: firm.licence ?? null, dialect: firm.dialect });
        this.db.exec(
          'DELETE FROM firm_defaults; DELETE FROM firm_prices; DELETE FROM firm_curves; DELETE FROM firm_comparisons;',
        );
        const curve = this.db.prepare('INSERT INTO firm_curves (id, name, points) VALUES (?, ?, ?)');
        for (const { id, name, points } of firm.curves) curve.run(id, name, JSON.stringify(points));
        const comparison = this.db.prepare('INSERT INTO firm_comparisons (id, name, address) VALUES (?, ?, ?)');
        for (const { id, name, address } of firm.comparisons) comparison.run(id, name, address);
        for (const dialect of DIALECTS) {
          this.put('firm_defaults', dialect, DEFAULTS, firm[dialect].defaults);
          for (const price of firm[dialect].prices) this.put('firm_prices', dialect, PRICE, price);
        }
        // As it is read back: what the tables hold of it.
        this.db.prepare('UPDATE firm SET checksum = NULL WHERE id = 1').run();
        this.db.prepare('UPDATE firm SET checksum = ? WHERE id = 1').run(sumOfFirm(this.load()));
      })
      .immediate();
  }

  private put(table: string, dialect: string, columns: typeof DEFAULTS, row: Tree): void {
    const names = ['dialect', ...columns.map((column) => column.name)];
    this.db
      .prepare(`INSERT INTO ${table} (${names.join(', ')}) VALUES (${names.map(() => '?').join(', ')})`)
      .run(dialect, ...toCells(columns, row));
  }
}
