'use client';
import { Fragment, memo, type ReactNode } from 'react';
import { type Cell, type GridColumn, rowsOfCircuit } from '@/core/edits/grid/columns';
import type { Circuit } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import type { Mark } from '@/core/judging/answer';
import { cx } from '@/ui/cx';
import { EightMarks } from '../../../parts/words/EightMarks';
import { type ListPlace, useDrag, useDropPlace } from '../list/dragging';
import { cellId } from './selection';

interface Props {
  job: Job;
  circuit: Circuit;
  columns: readonly GridColumn[];
  index: number;
  top: number;
  height: number;
  widthOf: (id: string) => number;
  marksWidth: number;
  answers: readonly Mark[] | undefined;
  /** The cell with the cursor, if it is in this row. */
  active: number | undefined;
  /** First and last column chosen in this row, if any are. */
  chosen: { left: number; right: number } | undefined;
  typing: string | undefined;
  acts: RowActs;
  /** Where it stands, while rows can be dragged: only then does each of them watch for that. */
  place: ListPlace | undefined;
}

/** What is done in a row; the same object all the time, so that a row is drawn anew only for what it shows. */
export interface RowActs {
  setTyping: (text: string) => void;
  leave: () => void;
  choose: (row: number, column: number, extend: boolean) => void;
  /** The hand is at a number: rows may be dragged now. */
  atNumber: (there: boolean) => void;
}

/** One circuit of the table. */
export const GridRow = memo(function GridRow({
  job,
  circuit,
  columns,
  index,
  top,
  height,
  widthOf,
  marksWidth,
  answers,
  active,
  chosen,
  typing,
  acts,
  place,
}: Props) {
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      tabIndex={-1}
      className="absolute left-0 flex w-max min-w-full border-line border-b [contain:layout_style]"
      style={{ top, height }}
    >
      {columns.map((column, at) => (
        <Fragment key={column.id}>
          <GridCell
            id={cellId({ row: index, column: at })}
            cell={column.cell(job, circuit)}
            column={column}
            row={index}
            index={at}
            width={widthOf(column.id)}
            height={height}
            active={active === at}
            chosen={chosen !== undefined && at >= chosen.left && at <= chosen.right}
            typing={active === at ? typing : undefined}
            acts={acts}
            place={column.id === 'number' ? place : undefined}
          />
          {column.id === 'name' && (
            <span role="gridcell" className="flex shrink-0 items-center px-2" style={{ width: marksWidth }}>
              {answers !== undefined && <EightMarks answers={answers} />}
            </span>
          )}
        </Fragment>
      ))}
      {place !== undefined && <DropRow place={place} />}
    </div>
  );
}, sameRow);

/** Whether a row shows the same before and after: its own rows of the job, its place, its cursor. */
function sameRow(before: Props, after: Props): boolean {
  const { job: was, answers: marks, chosen, place, circuit, ...rest } = before;
  const { job: is, answers: newMarks, chosen: newChosen, place: newPlace, circuit: newCircuit, ...newRest } = after;
  return (
    (Object.keys(rest) as (keyof typeof rest)[]).every((name) => rest[name] === newRest[name]) &&
    circuit === newCircuit &&
    marks?.join() === newMarks?.join() &&
    chosen?.left === newChosen?.left &&
    chosen?.right === newChosen?.right &&
    place?.at === newPlace?.at &&
    place?.boardId === newPlace?.boardId &&
    (was === is || sameParts(was, is, circuit.id))
  );
}

/** Whether what a row of the table reads of the job is as it was. */
const sameParts = (was: Job, is: Job, circuitId: string): boolean =>
  was.boards === is.boards &&
  was.supply === is.supply &&
  was.dialect === is.dialect &&
  was.pack === is.pack &&
  (['segments', 'devices', 'loads'] as const).every((on) => {
    if (was[on] === is[on]) return true;
    const [old, now] = [rowsOfCircuit(was[on], circuitId), rowsOfCircuit(is[on], circuitId)];
    return old.length === now.length && old.every((row, at) => row === now[at]);
  });

/** Shows where a dragged row would go. */
function DropRow({ place }: { place: ListPlace }) {
  const { ref, edge } = useDropPlace(place);
  return (
    <span
      ref={ref}
      aria-hidden
      className={cx(
        'pointer-events-none absolute inset-0',
        edge === 'above' && 'shadow-[inset_0_3px_var(--copper)]',
        edge === 'below' && 'shadow-[inset_0_-3px_var(--copper)]',
      )}
    />
  );
}

/** The number of a circuit, by which its row is dragged. */
function DragNumber({ place, children }: { place: ListPlace; children: ReactNode }) {
  const { ref, listeners, isDragging } = useDrag(place, place.circuitId === place.boardId);
  return (
    <span ref={ref} {...listeners} className={cx('block cursor-grab truncate', isDragging && 'opacity-40')}>
      {children}
    </span>
  );
}

interface CellProps {
  id: string;
  cell: Cell;
  column: GridColumn;
  row: number;
  index: number;
  width: number;
  height: number;
  active: boolean;
  chosen: boolean;
  typing: string | undefined;
  acts: RowActs;
  place: ListPlace | undefined;
}

function GridCell({ id, cell, column, row, index, width, height, active, chosen, typing, acts, place }: CellProps) {
  const editing = active && typing !== undefined && cell.kind !== 'fixed';
  return (
    <div
      id={id}
      role="gridcell"
      aria-selected={chosen}
      aria-readonly={cell.kind === 'fixed'}
      tabIndex={-1}
      data-column={column.id}
      title={cell.kind === 'fixed' ? cell.why : undefined}
      onMouseDown={(event) => {
        if (editing) return;
        // The focus stays with the table, whose cursor this is.
        event.preventDefault();
        event.currentTarget.closest<HTMLElement>('[role=grid]')?.focus();
        acts.choose(row, index, event.shiftKey);
      }}
      {...(column.id === 'number' ? { onMouseEnter: () => acts.atNumber(true), onMouseLeave: () => acts.atNumber(false) } : {})}
      className={cx(
        'shrink-0 truncate px-2',
        column.figures && 'text-right',
        chosen && !active && (column.id === 'name' ? 'bg-chosen!' : 'bg-chosen'),
        active && 'outline-2 outline-copper -outline-offset-2',
        cell.kind === 'fixed' && 'text-quiet',
        cell.kind === 'fact' && cell.from === 'assumed' && 'text-caution',
        column.id === 'name' && 'sticky left-0 z-[1] border-line border-r bg-raised font-medium',
      )}
      style={{ width, lineHeight: `${height - 1}px` }}
    >
      {editing ? (
        <input
          // biome-ignore lint/a11y/noAutofocus: it opens to be typed into
          autoFocus
          aria-label={column.head}
          value={typing}
          onChange={(event) => acts.setTyping(event.target.value)}
          onBlur={acts.leave}
          className={cx('w-full min-w-0 bg-transparent outline-none', column.figures && 'text-right')}
        />
      ) : (
        <Shown cell={cell} place={place} />
      )}
    </div>
  );
}

/** What stands in a cell. */
function Shown({ cell, place }: { cell: Cell; place: ListPlace | undefined }) {
  const text = (
    <>
      {cell.kind === 'fact' && cell.from === undefined ? <i className="text-quiet">unknown</i> : cell.shown}
      {cell.kind === 'fact' && cell.from === 'assumed' && ' ?'}
    </>
  );
  return place === undefined ? text : <DragNumber place={place}>{text}</DragNumber>;
}
