import type { GridColumn } from '@/core/edits/grid/columns';
import { takenText } from '@/core/edits/grid/fill';
import type { Circuit } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';

/** A cell by its row and column, from 0. */
export interface At {
  row: number;
  column: number;
}
export interface Range {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

export const cellId = ({ row, column }: At): string => `cell-${row}-${column}`;

/** The cells between two, both with them. */
export const rangeOf = (active: At, anchor: At = active): Range => ({
  top: Math.min(active.row, anchor.row),
  bottom: Math.max(active.row, anchor.row),
  left: Math.min(active.column, anchor.column),
  right: Math.max(active.column, anchor.column),
});

export type Move = 'up' | 'down' | 'left' | 'right' | 'first' | 'last';

/** The cell one step on; at the edges it stays. */
export function moved({ row, column }: At, move: Move, size: { rows: number; columns: number }): At {
  const within = (value: number, count: number): number => Math.min(Math.max(0, value), Math.max(0, count - 1));
  switch (move) {
    case 'up':
      return { row: within(row - 1, size.rows), column };
    case 'down':
      return { row: within(row + 1, size.rows), column };
    case 'left':
      return { row, column: within(column - 1, size.columns) };
    case 'right':
      return { row, column: within(column + 1, size.columns) };
    case 'first':
      return { row, column: 0 };
    case 'last':
      return { row, column: within(size.columns - 1, size.columns) };
  }
}

/** What is typed in a cell as it stands. */
export function textOf(job: Job, rows: readonly Circuit[], columns: readonly GridColumn[], { row, column }: At): string {
  const circuit = rows[row];
  return circuit === undefined ? '' : (columns[column]?.cell(job, circuit).entry ?? '');
}

/** The texts of a range as they are taken elsewhere, line by line. */
export const textsIn = (job: Job, rows: readonly Circuit[], columns: readonly GridColumn[], range: Range): string[][] =>
  rows
    .slice(range.top, range.bottom + 1)
    .map((circuit) => columns.slice(range.left, range.right + 1).map((column) => takenText(column.cell(job, circuit))));

/** Every cell of a range, row by row. */
export function cellsWithin({ top, bottom, left, right }: Range): At[] {
  const found: At[] = [];
  for (let row = top; row <= bottom; row++) for (let column = left; column <= right; column++) found.push({ row, column });
  return found;
}
