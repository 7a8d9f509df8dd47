import { stepsToSet } from '../../facts/read';
import { readFact } from '../../facts/typed';
import type { Command, Step } from '../../job/commands';
import type { Circuit } from '../../job/schema/circuit';
import type { Provenance } from '../../job/schema/facts';
import type { Job } from '../../job/schema/job';
import { renameCircuit } from '../circuits';
import { edit, set } from '../steps';
import type { Cell, GridColumn } from './columns';

/** A text for a cell. */
export interface Filling {
  circuit: Circuit;
  column: GridColumn;
  text: string;
}
/** Why a text does not go where it is put. */
export interface Misfilling {
  circuit: Circuit;
  column: GridColumn;
  message: string;
}

/**
 * Texts put into cells, as one command: a text of nothing makes a fact unknown. All or none: where one does not fit nothing is
 * changed, and each that does not is named. What cells hold already is left as it is, with its source. A question mark behind a
 * value says that it is assumed.
 * @param from where the values are from
 */
export function fillCells(
  job: Job,
  fillings: readonly Filling[],
  from: Provenance,
): { command: Command | undefined } | { wrong: Misfilling[] } {
  const wrong: Misfilling[] = [];
  const steps: Step[] = [];
  let changed = 0;
  for (const { circuit, column, text } of fillings) {
    const made = stepsFor(job, circuit, column, text.trim(), from);
    if (typeof made === 'string') wrong.push({ circuit, column, message: made });
    else if (made.length > 0) {
      steps.push(...made);
      changed += 1;
    }
  }
  if (wrong.length > 0) return { wrong };
  if (steps.length === 0) return { command: undefined };
  const [first] = fillings;
  const label =
    changed === 1 && fillings.length === 1
      ? `${first!.circuit.name}: ${first!.column.head} ${first!.text.trim() === '' ? 'unknown' : first!.text.trim()}`
      : `${changed} values of the table`;
  return { command: edit(label, steps) };
}

/** The text of a cell as it is taken elsewhere: what is assumed says so, and stays assumed where it is put. */
export function takenText(cell: Cell): string {
  return cell.kind === 'fact' && cell.from === 'assumed' ? `${cell.entry} ?` : cell.entry;
}

/** The steps that put a text into a cell, or why it does not fit. */
export function stepsFor(job: Job, circuit: Circuit, column: GridColumn, text: string, from: Provenance): Step[] | string {
  const cell = column.cell(job, circuit);
  if (text === cell.entry || text === cell.shown) return [];
  if (cell.kind === 'fixed') return cell.why;
  if (cell.kind === 'text') {
    if (text === '') return `a circuit needs a ${cell.field}`;
    return cell.field === 'name' ? renameCircuit(job, circuit, text).steps : [set('circuits', circuit.id, 'number', text)];
  }
  const value = text.replace(/\s*\?$/, '');
  if (value === '') return text === '' ? stepsToSet(job, cell.path, undefined) : 'a value is wanted before the question mark';
  if (value === cell.entry || value === cell.shown) return [];
  const read = readFact(cell.how, value);
  return read.ok ? stepsToSet(job, cell.path, { value: read.value, from: value === text ? from : 'assumed' }) : read.message;
}
