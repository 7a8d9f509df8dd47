import { produce } from 'immer';
import type { Command, Step } from '../../job/commands';
import { ROW_SCHEMAS } from '../../job/commands';
import { cutName } from '../../job/ids';
import { keyAfter } from '../../job/order';
import { shapeProblems } from '../../job/parse';
import { Circuit } from '../../job/schema/circuit';
import type { Device } from '../../job/schema/device';
import type { Provenance } from '../../job/schema/facts';
import type { Job } from '../../job/schema/job';
import type { Board } from '../../job/schema/supply';
import { wordOfUse } from '../../job/terms';
import { edit } from '../steps';
import { type GridColumn, gridColumns } from './columns';
import { stepsFor } from './fill';

/** What a column of a foreign table may be taken as: a column of the table of circuits, or one that only new circuits have. */
interface TakenColumn {
  id: string;
  head: string;
}

/** Why a row of a foreign table cannot be taken: its line in the file, the column, and what would be right. */
interface RowProblem {
  line: number;
  head: string;
  message: string;
}

/** A cell of a circuit before and after. */
interface CellChange {
  line: number;
  circuit: string;
  head: string;
  before: string;
  after: string;
}

/** What taking a table would do. */
export interface TableReading {
  made: number;
  changed: number;
  /** Rows that hold what is there already. */
  same: number;
  problems: RowProblem[];
  /** Every cell that would be another, in the order of the table. */
  changes: CellChange[];
  /** Rows whose number another circuit has, with the number they get. */
  renumbered: { line: number; name: string; from: string; to: string }[];
  /** Nothing where there is nothing to change, or nothing that can be taken. */
  command: Command | undefined;
}

const POLES = ['1P', '1P+N', '2P', '3P', '3P+N', '4P'] as const;

/** The columns a foreign one may be taken as, in the order of the table. */
export const takenColumns = (dialect: Job['dialect']): TakenColumn[] => [
  ...gridColumns(dialect).map(({ id, head }) => ({ id, head })),
  { id: 'poles', head: 'Poles' },
];

/** Words other tables have over such columns, besides the table's own. */
const ALSO: Readonly<Record<string, readonly string[]>> = {
  number: ['no', 'nr', 'number', 'circuit', 'circuit no', 'way', 'ckt'],
  name: ['description', 'feeds', 'designation', 'load served', 'circuit name'],
  board: ['board', 'panel', 'db', 'panelboard'],
  rating: ['breaker', 'amps', 'in', 'trip', 'ocpd', 'device'],
  size: ['wire', 'conductor', 'size', 'csa', 'cable size', 'hot size'],
  protective: ['ground', 'egc', 'cpc', 'pe', 'earth'],
  length: ['run', 'distance'],
  power: ['watts', 'load', 'kw', 'va'],
  curve: ['curve', 'type'],
  residual: ['rcd', 'sensitivity'],
  breaking: ['icn', 'aic', 'kaic'],
  poles: ['poles', 'pole', 'p'],
  current: ['ib', 'load current', 'design current'],
};
const plain = (head: string): string => head.toLowerCase().replace(UNIT, '').replace(/[._:]/g, ' ').replace(/\s+/g, ' ').trim();
/** A unit in brackets at the end of a head: `Length (ft)`. */
const UNIT = /\s*[([]\s*([^)\]]+?)\s*[)\]]\s*$/;

/** What each foreign column seems to be, by its head; each of ours once. */
export function guessColumns(dialect: Job['dialect'], heads: readonly string[]): (string | undefined)[] {
  const columns = takenColumns(dialect);
  const taken = new Set<string>();
  return heads.map((head) => {
    const said = plain(head);
    const found =
      columns.find((column) => plain(column.head) === said) ??
      columns.find(({ id }) => id === said || ALSO[id]?.includes(said) === true);
    if (found === undefined || taken.has(found.id)) return undefined;
    taken.add(found.id);
    return found.id;
  });
}

/** A foreign table with what its columns are taken as. */
export interface ForeignTable {
  heads: readonly string[];
  rows: readonly (readonly string[])[];
  /** By foreign column: one of `takenColumns`, or nothing where it is left out. */
  as: readonly (string | undefined)[];
  from: Provenance;
  /** What becomes of a row whose number a circuit of another name has: a circuit of its own under the next number, unless told otherwise. */
  taken?: 'renumber' | 'change';
}

/** Text a spreadsheet would run. */
const FORMULA = /^[=@]|^[+-](?!\d)/;
const NUMBER_ALONE = /^\d+([.,]\d+)?$/;

/**
 * Reads a foreign table into circuits, row by row: one whose board, number and name are there already is brought up to date, any other
 * is made. A row in which something does not fit is named and left out whole. Yields how many rows are read.
 * @param ids gives a new id each time
 */
export function* readTable(job: Job, table: ForeignTable, ids: () => string): Generator<number, TableReading, void> {
  const columns = new Map(gridColumns(job.dialect).map((column) => [column.id, column]));
  const known = circuitsByPlace(job);
  const seen = new Map<string, number>();
  const reading: TableReading = { made: 0, changed: 0, same: 0, problems: [], changes: [], renumbered: [], command: undefined };
  const numbers = new Numbers(job, table);
  const steps: Step[] = [];
  let order = lastOrder(job);
  for (const [index, cells] of table.rows.entries()) {
    if (index % 50 === 0) yield index;
    const row = new Row(job, table, cells, index + 2, columns);
    if (row.isEmpty) continue;
    const board = row.board();
    const place = board === undefined ? '' : `${board.id} ${row.text('number').toLowerCase()}`;
    const before = row.text('number') === '' ? undefined : seen.get(place);
    if (before !== undefined) row.wrong('number', `number ${row.text('number')} is on line ${before} already`);
    if (row.text('number') !== '') seen.set(place, row.line);
    const there = row.text('number') === '' ? undefined : known.get(place);
    const isSame = there !== undefined && (table.taken === 'change' || row.isCalled(there.name));
    const present = isSame ? there : undefined;
    if (present === undefined && board !== undefined) {
      order = keyAfter(order);
      const number = row.text('number');
      if (there !== undefined) row.renumber(numbers.next(board.id));
      const { circuit, tables } = newCircuit(job, row, board, order, ids);
      row.fill({ ...job, ...tables }, circuit);
      if (row.problems.length === 0) {
        steps.push(...rowsOf(tables));
        reading.made += 1;
        if (there !== undefined)
          reading.renumbered.push({ line: row.line, name: circuit.name, from: number, to: circuit.number });
      }
    } else if (present !== undefined) {
      const filled = row.fill(job, present);
      if (row.problems.length === 0) {
        steps.push(...filled);
        reading.changes.push(...row.changes);
        if (filled.length > 0) reading.changed += 1;
        else reading.same += 1;
      }
    }
    reading.problems.push(...row.problems);
  }
  if (steps.length > 0) reading.command = edit(`${reading.made + reading.changed} circuits of a table`, steps);
  return reading;
}

/** The next number of each board that neither a circuit nor a row of the table has. */
class Numbers {
  private readonly used = new Set<number>();
  private readonly last = new Map<string, number>();
  constructor(job: Job, { as, rows }: ForeignTable) {
    const at = as.indexOf('number');
    const texts = [...Object.values(job.circuits).map(({ number }) => number), ...rows.map((cells) => cells[at] ?? '')];
    for (const text of texts) if (/^\d{1,4}$/.test(text.trim())) this.used.add(Number(text));
  }
  next(boardId: string): string {
    const number = (this.last.get(boardId) ?? Math.max(0, ...this.used)) + 1;
    this.last.set(boardId, number);
    return `${number}`;
  }
}

type Tables = Pick<Job, 'circuits' | 'segments' | 'devices' | 'loads'>;

const rowsOf = (tables: Tables): Step[] =>
  (['circuits', 'segments', 'devices', 'loads'] as const).flatMap((on) =>
    Object.values(tables[on]).map((row): Step => ({ do: 'put', on, row })),
  );

function circuitsByPlace(job: Job): Map<string, Circuit> {
  return new Map(
    Object.values(job.circuits)
      .filter(({ state, number }) => state !== 'removed' && number !== '')
      .map((circuit) => [`${circuit.fromBoardId ?? ''} ${circuit.number.toLowerCase()}`, circuit]),
  );
}

const lastOrder = (job: Job): string | undefined =>
  Object.values(job.circuits)
    .map(({ order }) => order)
    .sort()
    .at(-1);

/** One row of a foreign table, and what is wrong with it. */
class Row {
  readonly problems: RowProblem[] = [];
  /** Cells that become others, once it is filled in. */
  readonly changes: CellChange[] = [];
  private readonly texts = new Map<string, string>();
  private readonly heads = new Map<string, string>();
  constructor(
    private readonly job: Job,
    private readonly table: ForeignTable,
    cells: readonly string[],
    readonly line: number,
    private readonly columns: ReadonlyMap<string, GridColumn>,
  ) {
    for (const [at, id] of table.as.entries()) {
      if (id === undefined) continue;
      const head = table.heads[at] ?? '';
      this.heads.set(id, head);
      this.texts.set(id, this.cleaned(id, head, cells[at] ?? ''));
    }
  }

  /** A cell as text: a mark that told a spreadsheet so is gone, the unit of the head stands behind a bare number. */
  private cleaned(id: string, head: string, cell: string): string {
    const marked = cell.startsWith("'");
    const text = cell
      .replace(/^'/, '')
      .replace(/\u00a0/g, ' ')
      .trim();
    if (text === '' || text.toLowerCase() === 'unknown') return '';
    if (!marked && FORMULA.test(text)) {
      this.problems.push({ line: this.line, head, message: `"${text.slice(0, 40)}" is a formula: a value is wanted` });
      return '';
    }
    const unit = UNIT.exec(head)?.[1];
    const measured = this.columns.get(id)?.figures === true && id !== 'grouped';
    return unit !== undefined && measured && NUMBER_ALONE.test(text) ? `${text} ${unit}` : text;
  }

  get isEmpty(): boolean {
    return this.problems.length === 0 && [...this.texts.values()].every((text) => text === '');
  }
  text(id: string): string {
    return this.texts.get(id) ?? '';
  }
  wrong(id: string, message: string): void {
    this.problems.push({ line: this.line, head: this.heads.get(id) ?? id, message });
  }

  /** Whether it is of a circuit of that name: it says that name, or none. */
  isCalled(name: string): boolean {
    const said = this.text('name').toLowerCase();
    return said === '' || said === name.trim().toLowerCase();
  }
  renumber(to: string): void {
    this.texts.set('number', to);
  }

  /** The board named, the only one there is, or the first where the table has no such column. */
  board(): Board | undefined {
    const boards = Object.values(this.job.boards)
      .filter(({ state }) => state !== 'removed')
      .sort((a, b) => (a.order < b.order ? -1 : 1));
    const named = this.text('board').toLowerCase();
    const found = named === '' ? boards[0] : boards.find(({ name }) => name.toLowerCase() === named);
    if (found === undefined)
      this.wrong('board', `"${this.text('board')}" is none of ${boards.map(({ name }) => name).join(', ')}`);
    return found;
  }

  use(): Circuit['use'] {
    const said = this.text('use').toLowerCase();
    if (said === '') return undefined;
    const uses = Circuit.shape.use.unwrap().options;
    const found = uses.find((use) => use === said || wordOfUse(this.job.dialect, use) === said);
    if (found === undefined)
      this.wrong('use', `"${said}" is none of ${uses.map((use) => wordOfUse(this.job.dialect, use)).join(', ')}`);
    return found;
  }

  poles(): (typeof POLES)[number] {
    const said = this.text('poles').toUpperCase().replace(/\s/g, '');
    if (said === '') return '1P';
    const found = POLES.find((poles) => poles === said || poles === `${said}P`);
    if (found === undefined) this.wrong('poles', `"${this.text('poles')}" is none of ${POLES.join(', ')}`);
    return found ?? '1P';
  }

  /**
   * Puts the texts of the row into the cells of a circuit.
   * @param job with the circuit's rows: those of a new one are filled in place
   * @returns the steps it took
   */
  fill(job: Job, circuit: Circuit): Step[] {
    const steps: Step[] = [];
    const touched = new Map<string, { on: 'circuits' | 'segments' | 'devices' | 'loads'; row: object }>();
    for (const [id, text] of this.texts) {
      const column = this.columns.get(id);
      // What a new one is for is said when it is made.
      const isSaid = id === 'board' || (id === 'use' && !(circuit.id in this.job.circuits));
      if (text === '' || column === undefined || isSaid) continue;
      const made = stepsFor(job, circuit, column, text, this.table.from);
      if (typeof made === 'string') {
        this.wrong(id, made);
        continue;
      }
      for (const step of made) {
        if (step.do !== 'set') continue;
        const on = step.on as 'circuits';
        const key = `${on} ${step.id}`;
        const next = produce((touched.get(key)?.row ?? job[on][step.id]!) as Record<string, unknown>, (row) => {
          setIn(row, step.field, step.to);
        });
        const parsed = ROW_SCHEMAS[on].safeParse(next);
        if (parsed.success) touched.set(key, { on, row: next });
        else this.wrong(id, shapeProblems(parsed.error, '')[0]?.message ?? 'it does not fit here');
      }
      if (made.length > 0) {
        const before = column.cell(job, circuit).shown;
        const head = this.heads.get(id) ?? column.head;
        this.changes.push({
          line: this.line,
          circuit: circuit.name,
          head,
          before: before === '' ? 'unknown' : before,
          after: text,
        });
      }
      steps.push(...made);
    }
    // A new circuit's rows are nobody else's yet.
    for (const { on, row } of touched.values())
      if (!(circuit.id in this.job.circuits)) (job[on] as Record<string, object>)[(row as { id: string }).id] = row;
    return steps;
  }
}

function setIn(row: Record<string, unknown>, field: readonly string[], to: unknown): void {
  const holder = field.slice(0, -1).reduce((at, name) => at[name] as Record<string, unknown>, row);
  if (to === undefined) delete holder[field.at(-1)!];
  else holder[field.at(-1)!] = to;
}

/** A circuit of which nothing is known yet, with a cable, a device, and a load where the table has its power. */
function newCircuit(job: Job, row: Row, board: Board, order: string, ids: () => string): { circuit: Circuit; tables: Tables } {
  const id = ids();
  const name = row.text('name');
  const use = row.use();
  const circuit: Circuit = {
    id,
    order,
    number: row.text('number'),
    name: name === '' ? `Circuit ${row.text('number')}`.trim() : name,
    kind: 'final',
    state: 'new',
    fromBoardId: board.id,
    topology: 'radial',
    ...(use === undefined ? {} : { use }),
  };
  if (!Circuit.safeParse(circuit).success) row.wrong('name', 'a number and a name of at most 200 characters are wanted');
  const poles = row.poles();
  const device = {
    id: ids(),
    order: 'a',
    name: cutName(`${circuit.name} breaker`),
    state: 'new',
    seat: 'start',
    circuitId: id,
    lines: [],
    grade: 'typical',
    settings:
      job.dialect === 'nec'
        ? { family: 'moulded-case-nec', poles }
        : row.text('residual') === ''
          ? { family: 'mcb', poles }
          : { family: 'rcbo', poles, residual: {} },
  } as Device;
  const cable = { id: ids(), circuitId: id, order: 'a', state: 'new' as const };
  const load = { id: ids(), circuitId: id, order: 'a', name: circuit.name };
  return {
    circuit,
    tables: {
      circuits: { [id]: circuit },
      segments: { [cable.id]: cable },
      devices: { [device.id]: device },
      loads: row.text('power') === '' ? {} : { [load.id]: load },
    },
  };
}
