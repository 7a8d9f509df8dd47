import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react';
import type { GridColumn } from '@/core/edits/grid/columns';
import { type Filling, fillCells, type Misfilling } from '@/core/edits/grid/fill';
import type { Circuit } from '@/core/job/schema/circuit';
import type { Provenance } from '@/core/job/schema/facts';
import type { Job } from '@/core/job/schema/job';
import { useJobState, useSession } from '../../../client/JobContext';
import { findingsOpen, hrefOf } from '../../../parts/frame/places';
import type { RowActs } from './GridRow';
import { type At, cellsWithin, moved, rangeOf, textOf, textsIn } from './selection';

interface Cells {
  rows: readonly Circuit[];
  columns: readonly GridColumn[];
  /** The cell the cursor is at, by row and column of what is shown. */
  active: At;
  setActive: (at: At) => void;
  /** Where what is typed is from. */
  from: Provenance;
  /** The table, which takes the focus back from a field that goes. */
  box: HTMLDivElement | null;
  /** The pointer is over a number, by which a row is dragged, or off it. */
  atNumber: (there: boolean) => void;
  /** Moves the row at the cursor one down, or up. */
  stepRow: (down: boolean) => void;
  setWrong: (wrong: readonly Misfilling[] | string) => void;
}

/** What keys, presses and the clipboard do to the cells of the table: each step is one command. */
export function useCells({ rows, columns, active, setActive, from, box, atNumber, stepRow, setWrong }: Cells) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const [anchor, setAnchor] = useState<At>();
  const [typing, showTyping] = useState<string>();
  /** What is being typed, at once: a field that goes is left before the next drawing. */
  const typed = useRef<string>(undefined);
  const setTyping = (text: string | undefined) => {
    typed.current = text;
    showTyping(text);
  };
  const size = { rows: rows.length, columns: columns.length };
  const range = rangeOf(active, anchor);
  const go = (next: At, keepAnchor = false) => {
    setAnchor(keepAnchor ? (anchor ?? active) : undefined);
    setActive(next);
    setTyping(undefined);
    const circuitId = rows[next.row]?.id;
    if (next.row !== active.row && circuitId !== undefined)
      window.history.replaceState(null, '', hrefOf(job.id, { step: 'circuits', circuitId, view: 'table' }, findingsOpen()));
  };
  /** Puts texts into cells; says whether they went in. */
  const put = (fillings: readonly Filling[], source = from): boolean => {
    const filled = fillCells(job, fillings, source);
    if ('wrong' in filled) {
      setWrong(filled.wrong);
      return false;
    }
    const problem = filled.command === undefined ? undefined : session.edit(filled.command);
    setWrong(problem ?? []);
    return problem === undefined;
  };
  const at = ({ row, column }: At, text: string): Filling[] => {
    const [circuit, head] = [rows[row], columns[column]];
    return circuit === undefined || head === undefined ? [] : [{ circuit, column: head, text }];
  };
  const keep = (next: At) => {
    if (typing === undefined || put(at(active, typing))) {
      go(next);
      box?.focus();
    }
  };
  /** A key while a cell is typed into. @returns whether it was one for it */
  const whileTyping = ({ key, shiftKey }: KeyboardEvent): boolean => {
    if (key === 'Enter') keep(moved(active, shiftKey ? 'up' : 'down', size));
    else if (key === 'Tab') keep(moved(active, shiftKey ? 'left' : 'right', size));
    else if (key === 'Escape') {
      setTyping(undefined);
      setWrong([]);
      box?.focus();
    } else return false;
    return true;
  };
  /** The same where none is. */
  const between = ({ key, shiftKey, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean => {
    const control = ctrlKey || metaKey;
    if (altKey) {
      if (key !== 'ArrowUp' && key !== 'ArrowDown') return false;
      stepRow(key === 'ArrowDown');
      return true;
    }
    const step = (
      { ArrowUp: 'up', ArrowDown: 'down', ArrowLeft: 'left', ArrowRight: 'right', Home: 'first', End: 'last' } as const
    )[key];
    if (step !== undefined) go(moved(active, step, size), shiftKey);
    else if (key === 'Enter' || key === 'F2') setTyping(textOf(job, rows, columns, active));
    else if (key === 'Delete' || key === 'Backspace') put(cellsIn().map((each) => ({ ...each, text: '' })));
    else if (control && key.toLowerCase() === 'd') fillDown();
    else if (key.length === 1 && !control) setTyping(key);
    else return false;
    return true;
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (!(typing === undefined ? between(event) : whileTyping(event))) return;
    event.preventDefault();
    event.stopPropagation();
  };
  const fillDown = () => {
    const texts = textsIn(job, rows, columns, { ...range, bottom: range.top })[0]!;
    // Nobody measured there: what was measured above is at most stated below.
    const source = from === 'measured' ? 'stated' : from;
    put(
      cellsIn().map((each, index) => ({ ...each, text: texts[index % texts.length]! })),
      source,
    );
  };
  /** The cells chosen, row by row. */
  const cellsIn = (): Filling[] => cellsWithin(range).flatMap((where) => at(where, ''));
  const { onCopy, onPaste } = clipboard({ job, rows, columns, range, typing, at, cellsIn, put, setWrong });
  const acts = useActs({
    setTyping,
    leave: () => void (typed.current !== undefined && put(at(active, typed.current)) && setTyping(undefined)),
    choose: (row, column, extend) => {
      const here = { row, column };
      if (active.row === row && active.column === column && !extend) return setTyping(textOf(job, rows, columns, here));
      if (typing === undefined || put(at(active, typing))) go(here, extend);
    },
    atNumber,
  });
  return { range, typing, acts, go, onKeyDown, onCopy, onPaste };
}

/** What a row does, the same from drawing to drawing: rows that show the same are not drawn again. */
function useActs(now: RowActs): RowActs {
  const latest = useRef(now);
  latest.current = now;
  const [acts] = useState<RowActs>(() => ({
    setTyping: (text) => latest.current.setTyping(text),
    leave: () => latest.current.leave(),
    choose: (...where) => latest.current.choose(...where),
    atNumber: (there) => latest.current.atNumber(there),
  }));
  return acts;
}

/** What is chosen, copied and pasted as a spreadsheet does: lines of cells parted by tabs. */
function clipboard({
  job,
  rows,
  columns,
  range,
  typing,
  at,
  cellsIn,
  put,
  setWrong,
}: Pick<Cells, 'rows' | 'columns' | 'setWrong'> & {
  job: Job;
  range: ReturnType<typeof rangeOf>;
  /** What is being typed into a cell, which has a clipboard of its own. */
  typing: string | undefined;
  at: (where: At, text: string) => Filling[];
  cellsIn: () => Filling[];
  put: (fillings: readonly Filling[]) => boolean;
}) {
  const onCopy = (event: ClipboardEvent) => {
    if (typing !== undefined) return;
    event.preventDefault();
    const lines = textsIn(job, rows, columns, range).map((line) => line.join('\t'));
    event.clipboardData.setData('text/plain', lines.join('\n'));
  };
  const onPaste = (event: ClipboardEvent) => {
    if (typing !== undefined) return;
    event.preventDefault();
    const lines = event.clipboardData
      .getData('text/plain')
      .replace(/\r?\n$/, '')
      .split(/\r?\n/)
      .map((line) => line.split('\t'));
    const wide = Math.max(...lines.map((line) => line.length));
    if (range.top + lines.length > rows.length || range.left + wide > columns.length) {
      return setWrong(
        `what is pasted is ${lines.length} rows of ${wide}: it goes past the end of the table, and nothing was changed`,
      );
    }
    // One value goes into all cells chosen.
    const [single] = lines.length === 1 && lines[0]!.length === 1 ? lines[0]! : [undefined];
    if (single !== undefined) return void put(cellsIn().map((each) => ({ ...each, text: single })));
    put(
      lines.flatMap((line, row) =>
        line.flatMap((text, column) => at({ row: range.top + row, column: range.left + column }, text)),
      ),
    );
  };
  return { onCopy, onPaste };
}
