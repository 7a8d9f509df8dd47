'use client';
import { getCoreRowModel, getFilteredRowModel, useReactTable } from '@tanstack/react-table';
import { useSearchParams } from 'next/navigation';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { gridColumns } from '@/core/edits/grid/columns';
import type { Misfilling } from '@/core/edits/grid/fill';
import type { Circuit } from '@/core/job/schema/circuit';
import type { Provenance } from '@/core/job/schema/facts';
import type { Job } from '@/core/job/schema/job';
import { useCoarse } from '@/ui/useMedia';
import { useAnswer, useJobState } from '../../../client/JobContext';
import { Run } from '../../../parts/run/Run';
import { DemandPanel } from '../demand/DemandPanel';
import { boardRows } from '../list/boardRows';
import { Draggables, type ListPlace } from '../list/dragging';
import { QuickLine } from '../list/QuickLine';
import { RoomsRun } from '../points/RoomsRun';
import { ViewSwitch } from '../ViewSwitch';
import { type Filters, filtered, NO_FILTERS } from './filters';
import { GridHead, GridRows } from './GridRows';
import { type At, cellId } from './selection';
import { TableBar } from './TableBar';
import { TakePanel } from './TakePanel';
import { useCells } from './useCells';
import { useRowEdits } from './useRowEdits';

const ROW_PX = 36;
const ROW_COARSE_PX = 44;

/** All circuits as a table: walked with the arrows, typed over, pasted into, filled down. Every step is one command. */
export function CircuitTable() {
  const job = useJobState((state) => state.job);
  const [filters, setFilters] = useState(NO_FILTERS);
  const [search, setSearch] = useState('');
  const { columns, answers, every, circuits, rows } = useSieved(filters, search);
  const [from, setFrom] = useState<Provenance>('stated');
  const [active, setActive] = useStart(circuits);
  const [wrong, setWrong] = useState<readonly Misfilling[] | string>([]);
  const [box, setBox] = useState<HTMLDivElement | null>(null);
  const coarse = useCoarse();
  const rowPx = coarse ? ROW_COARSE_PX : ROW_PX;
  const current = rows[active.row];
  const edits = useRowEdits(
    every,
    rows,
    current,
    (row) => setActive((before) => ({ ...before, row })),
    (problem) => setWrong(problem ?? []),
  );
  const [draggable, setDraggable] = useState(false);
  const { range, typing, acts, go, onKeyDown, onCopy, onPaste } = useCells({
    rows,
    columns,
    active,
    setActive,
    from,
    box,
    atNumber: setDraggable,
    stepRow: edits.step,
    setWrong,
  });
  /** The circuit drawn above: it may come a little after the cursor. */
  const shown = useDeferredValue(current);
  return (
    <div className="flex min-h-0 min-w-0 flex-1 max-lg:flex-col">
      <main className="flex min-h-0 min-w-0 flex-1 flex-col gap-2 p-3 max-lg:shrink-0">
        <div className="flex items-center gap-2">
          <ViewSwitch to="desk" {...(current === undefined ? {} : { circuitId: current.id })} />
          <QuickLine chosen={current?.id ?? null} made={edits.follow} goOn={toPointsLine} />
        </div>
        <TableBar
          search={search}
          setSearch={(text) => {
            setSearch(text);
            go({ row: 0, column: active.column });
          }}
          from={from}
          setFrom={setFrom}
          shown={rows.length}
          wrong={wrong}
          circuitId={current?.id}
          filters={filters}
          setFilters={(next) => {
            setFilters(next);
            setActive({ row: 0, column: active.column });
          }}
          makeUsual={edits.makeUsual}
          duplicate={edits.duplicate}
          take={edits.take}
          save={() => void saveCsv(job, rows)}
        />
        {edits.foreign !== undefined && <TakePanel {...edits.foreign} close={edits.leave} />}
        {edits.foreign === undefined && shown !== undefined && <Chosen circuit={shown} goOn={toQuickLine} />}
        <Draggables drop={edits.move}>
          <div
            ref={setBox}
            role="grid"
            aria-label="Circuits"
            aria-rowcount={rows.length + 1}
            aria-activedescendant={rows.length > 0 ? cellId(active) : undefined}
            aria-multiselectable
            tabIndex={0}
            onKeyDown={onKeyDown}
            onCopy={onCopy}
            onPaste={onPaste}
            data-testid="table"
            className="relative min-h-60 flex-1 overflow-auto rounded border border-line bg-raised text-[13px]"
          >
            <GridHead columns={columns} rowPx={rowPx} />
            <GridRows
              job={job}
              rows={rows}
              columns={columns}
              answers={answers}
              active={active}
              range={range}
              typing={typing}
              acts={acts}
              placeOf={draggable ? (circuit) => placeAmong(every, circuit) : undefined}
              box={box}
              rowPx={rowPx}
            />
          </div>
        </Draggables>
      </main>
      <DemandPanel circuitId={shown?.id} />
    </div>
  );
}

/** The cell the cursor is in: at first the name of the circuit the address names. */
function useStart(circuits: readonly Circuit[]) {
  const wanted = useSearchParams().get('c');
  return useState<At>(() => ({
    row: Math.max(
      0,
      circuits.findIndex(({ id }) => id === wanted),
    ),
    column: 1,
  }));
}

/** Where a circuit is dragged from: its place among those of its board. */
const placeAmong = (every: readonly Circuit[], circuit: Circuit): ListPlace => ({
  boardId: circuit.fromBoardId ?? circuit.id,
  circuitId: circuit.id,
  name: `${circuit.number} ${circuit.name}`.trim(),
  at: every.filter(({ fromBoardId }) => fromBoardId === circuit.fromBoardId).indexOf(circuit),
});

async function saveCsv(job: Job, rows: readonly Circuit[]): Promise<void> {
  const { csvOf, saveAs } = await import('./csv');
  saveAs(`${job.name}.csv`, csvOf(job, rows));
}

/** The circuits that pass the filters, those of them that hold the text in a shown cell, and what of each is shown. */
function useSieved(filters: Filters, search: string) {
  const job = useJobState((state) => state.job);
  const marks = useAnswer({ kind: 'house' })?.circuits;
  const columns = useMemo(() => gridColumns(job.dialect), [job.dialect]);
  const answers = useMemo(() => new Map(marks?.map((each) => [each.circuitId, each.answers])), [marks]);
  const every = useMemo(() => boardRows(job).flatMap((board) => board.circuits.map(({ circuit }) => circuit)), [job]);
  const circuits = useSame(useMemo(() => [...filtered(job, every, answers, filters)], [job, every, answers, filters]));
  /** The job a text is looked for in; while none is, no cell is read for it. */
  const looked = search === '' ? undefined : job;
  const table = useReactTable<Circuit>({
    data: circuits,
    columns: useMemo(
      () =>
        columns.map((column) => ({
          id: column.id,
          accessorFn: (circuit: Circuit) => (looked === undefined ? '' : column.cell(looked, circuit).shown),
        })),
      [columns, looked],
    ),
    state: { globalFilter: search },
    globalFilterFn: 'includesString',
    getCoreRowModel: getCoreRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const rows = table.getRowModel().rows.map(({ original }) => original);
  return { columns, answers, every, circuits, rows };
}

/** The lines that make circuits and their outlets, one after the other: Enter on an empty one goes to the other. */
const toLine = (which: string) => document.querySelector<HTMLInputElement>(`[${which}]`)?.focus();
const toQuickLine = () => toLine('data-quick-line');
const toPointsLine = () => toLine('data-points-line');

/** The same list as long as the same rows stand in it. */
function useSame<T>(list: T[]): T[] {
  const held = useRef(list);
  if (held.current.length !== list.length || held.current.some((each, at) => each !== list[at])) held.current = list;
  return held.current;
}

/** The circuit at the cursor as it runs: from its board into the rooms, a feeder from the source to the board it feeds. */
function Chosen({ circuit: { id, kind }, goOn }: { circuit: Circuit; goOn: () => void }) {
  if (kind === 'final') return <RoomsRun key={id} circuitId={id} goOn={goOn} />;
  return (
    <div className="h-[286px] shrink-0 overflow-hidden rounded border border-line bg-raised p-3">
      <Run circuitId={id} />
    </div>
  );
}
