import { unparse } from 'papaparse';
import { type Cell, gridColumns } from '@/core/edits/grid/columns';
import type { Circuit } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import { saveFile } from '@/ui/saveFile';

/** What a spreadsheet would take for a formula and run: all that begins like one and is no plain number. */
const FORMULA = /^[=+@\t\r]|^-(?!\d+([.,]\d+)?$)/;
/** Told apart by it from text in another encoding. */
const BYTE_ORDER_MARK = '\uFEFF';

/** As the table shows it: a question mark behind what is assumed, and what is not known said. */
const asShown = (cell: Cell): string => {
  if (cell.kind !== 'fact' || cell.from === 'stated' || cell.from === 'measured') return cell.shown;
  return cell.from === 'assumed' ? `${cell.shown} ?` : 'unknown';
};

/** The table of circuits as comma-separated values, each as it is shown; what would run in a spreadsheet is marked as text. */
export function csvOf(job: Job, circuits: readonly Circuit[]): string {
  const columns = gridColumns(job.dialect);
  const fields = columns.map(({ head }) => head);
  const data = circuits.map((circuit) => columns.map((column) => asShown(column.cell(job, circuit))));
  return BYTE_ORDER_MARK + unparse({ fields, data }, { escapeFormulae: FORMULA, newline: '\r\n' });
}

/** Hands a table to the browser as a file to keep. */
export const saveAs = (name: string, text: string): void => saveFile(name, new Blob([text], { type: 'text/csv;charset=utf-8' }));
