'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Fragment, memo, useEffect } from 'react';
import type { GridColumn } from '@/core/edits/grid/columns';
import type { Circuit } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import type { Mark } from '@/core/judging/answer';
import { cx } from '@/ui/cx';
import type { ListPlace } from '../list/dragging';
import { GridRow, type RowActs } from './GridRow';
import { type At, cellId, type Range } from './selection';

const MARKS_PX = 184;
const WIDTHS: Readonly<Record<string, number>> = {
  number: 56,
  name: 208,
  board: 128,
  use: 104,
  insulation: 168,
  method: 176,
  current: 116,
  curve: 64,
};
const widthOf = (id: string): number => WIDTHS[id] ?? 92;

/** Scrolls a table sideways until a cell shows beside the names, which stay where they are; the page around it stays too. */
function showWithin(box: HTMLElement, cell: HTMLElement): void {
  if (cell.dataset.column === 'name') return;
  const [around, here] = [box.getBoundingClientRect(), cell.getBoundingClientRect()];
  const left = around.left + widthOf('name');
  if (here.right > around.right) box.scrollLeft += here.right - around.right + 4;
  else if (here.left < left) box.scrollLeft -= left - here.left + 4;
}

/** The heads of the columns, which stay where they are. */
export const GridHead = memo(function GridHead({ columns, rowPx }: { columns: readonly GridColumn[]; rowPx: number }) {
  return (
    <div
      role="row"
      aria-rowindex={1}
      className="sticky top-0 z-10 flex w-max min-w-full border-line-strong border-b bg-raised font-semibold"
    >
      {columns.map(({ id, head, figures }) => (
        <Fragment key={id}>
          <span
            role="columnheader"
            style={{ width: widthOf(id), height: rowPx }}
            className={cx(
              'flex shrink-0 items-center px-2',
              figures && 'justify-end',
              id === 'name' && 'sticky left-0 z-[1] border-line border-r bg-raised',
            )}
          >
            {head}
          </span>
          {id === 'name' && (
            <span role="columnheader" style={{ width: MARKS_PX, height: rowPx }} className="flex shrink-0 items-center px-2">
              Answers
            </span>
          )}
        </Fragment>
      ))}
    </div>
  );
});

/** The rows in sight: scrolled, only they are drawn, and nothing around them. */
export function GridRows({
  job,
  rows,
  columns,
  answers,
  active,
  range,
  typing,
  acts,
  placeOf,
  box,
  rowPx,
}: {
  job: Job;
  rows: readonly Circuit[];
  columns: readonly GridColumn[];
  answers: ReadonlyMap<string, readonly Mark[]>;
  active: At;
  range: Range;
  typing: string | undefined;
  acts: RowActs;
  /** Where a row stands, while rows can be dragged. */
  placeOf: ((circuit: Circuit) => ListPlace) | undefined;
  /** What scrolls. */
  box: HTMLDivElement | null;
  rowPx: number;
}) {
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box,
    estimateSize: () => rowPx,
    overscan: 3,
    // The head stays where it is.
    scrollPaddingStart: rowPx,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: at every other cell
  useEffect(() => {
    virtual.scrollToIndex(active.row);
    // The first time its rows are only laid out now.
    const later = requestAnimationFrame(() => {
      virtual.scrollToIndex(active.row);
      const cell = document.getElementById(cellId(active));
      if (box !== null && cell !== null) showWithin(box, cell);
    });
    return () => cancelAnimationFrame(later);
  }, [active, box]);
  return (
    <div role="rowgroup" className="relative w-max min-w-full" style={{ height: virtual.getTotalSize() }}>
      {virtual.getVirtualItems().map(({ index, start }) => {
        const circuit = rows[index]!;
        return (
          <GridRow
            key={circuit.id}
            job={job}
            circuit={circuit}
            columns={columns}
            index={index}
            top={start}
            height={rowPx}
            widthOf={widthOf}
            marksWidth={MARKS_PX}
            answers={answers.get(circuit.id)}
            active={active.row === index ? active.column : undefined}
            chosen={index >= range.top && index <= range.bottom ? range : undefined}
            typing={active.row === index ? typing : undefined}
            acts={acts}
            place={placeOf?.(circuit)}
          />
        );
      })}
    </div>
  );
}
