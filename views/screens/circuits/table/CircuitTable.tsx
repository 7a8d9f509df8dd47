'use client';
import { getCoreRowModel, getFilteredRowModel, useReactTable } from '@tanstack/react-table';
import { useSearchParams } from 'next/navigation';
import { type ClipboardEvent, type KeyboardEvent, useDeferredValue, useMemo, useRef, useState } from 'react';
import { gridColumns } from '@/core/edits/grid/columns';
import { type Filling, fillCells, type Misfilling } from '@/core/edits/grid/fill';
import type { Circuit } from '@/core/job/schema/circuit';
import type { Provenance } from '@/core/job/schema/facts';
import { useCoarse } from '@/ui/useMedia';
import { useAnswer, useJobState, useSession } from '../../../client/JobContext';
import { findingsOpen, hrefOf } from '../../../parts/frame/places';
import { Run } from '../../../parts/run/Run';
import { DemandPanel } from '../demand/DemandPanel';
import { boardRows } from '../list/boardRows';
import { Draggables, type ListPlace } from '../list/dragging';
import { QuickLine } from '../list/QuickLine';
import { RoomsRun } from '../points/RoomsRun';
import { ViewSwitch } from '../ViewSwitch';
import { filtered, NO_FILTERS } from './filters';
import type { RowActs } from './GridRow';
import { GridHead, GridRows } from './GridRows';
import { type At, cellId, moved, rangeOf, textOf, textsIn } from './selection';
import { TableBar } from './TableBar';
import { TakePanel } from './TakePanel';
import { useRowEdits } from './useRowEdits';

const ROW_PX = 36;
const ROW_COARSE_PX = 44;

/** All circuits as a table: walked with the arrows, typed over, pasted into, filled down. Every step is one command. */
export function CircuitTable() {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const marks = useAnswer({ kind: 'house' })?.circuits;
  const columns = useMemo(() => gridColumns(job.dialect), [job.dialect]);
  const answers = useMemo(() => new Map(marks?.map((each) => [each.circuitId, each.answers])), [marks]);
  const [filters, setFilters] = useState(NO_FILTERS);
  const every = useMemo(() => boardRows(job).flatMap((board) => board.circuits.map(({ circuit }) => circuit)), [job]);
  const circuits = useSame(useMemo(() => [...filtered(job, every, answers, filters)], [job, every, answers, filters]));
  const [search, setSearch] = useState('');
  const [from, setFrom] = useState<Provenance>('stated');
  const wanted = useSearchParams().get('c');
  const [active, setActive] = useState<At>(() => ({
    row: Math.max(
      0,
      circuits.findIndex(({ id }) => id === wanted),
    ),
    column: 1,
  }));
  const [anchor, setAnchor] = useState<At>();
  const [typing, showTyping] = useState<string>();
  /** What is being typed, at once: a field that goes is left before the next drawing. */
  const typed = useRef<string>(undefined);
  const setTyping = (text: string | undefined) => {
    typed.current = text;
    showTyping(text);
  };
  const [wrong, setWrong] = useState<readonly Misfilling[] | string>([]);
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
  const [box, setBox] = useState<HTMLDivElement | null>(null);
  const coarse = useCoarse();
  const rowPx = coarse ? ROW_COARSE_PX : ROW_PX;
  const edits = useRowEdits(
    every,
    rows,
    rows[active.row],
    (row) => setActive((before) => ({ ...before, row })),
    (problem) => setWrong(problem ?? []),
  );
  const placeOf = (circuit: Circuit): ListPlace => ({
    ...{ boardId: circuit.fromBoardId ?? circuit.id, circuitId: circuit.id, name: `${circuit.number} ${circuit.name}`.trim() },
    at: every.filter(({ fromBoardId }) => fromBoardId === circuit.fromBoardId).indexOf(circuit),
  });
  const [draggable, setDraggable] = useState(false);
  const latest = useRef<RowActs>(undefined);
  latest.current = {
    setTyping,
    leave: () => void (typed.current !== undefined && put(at(active, typed.current)) && setTyping(undefined)),
    choose: (row, column, extend) => {
      const here = { row, column };
      if (active.row === row && active.column === column && !extend) return setTyping(textOf(job, rows, columns, here));
      if (typing === undefined || put(at(active, typing))) go(here, extend);
    },
    atNumber: setDraggable,
  };
  const [acts] = useState<RowActs>(() => ({
    setTyping: (text) => latest.current?.setTyping(text),
    leave: () => latest.current?.leave(),
    choose: (...where) => latest.current?.choose(...where),
    atNumber: (there) => latest.current?.atNumber(there),
  }));
  /** The circuit drawn above: it may come a little after the cursor. */
  const shown = useDeferredValue(rows[active.row]);
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
  const press = (event: KeyboardEvent) => {
    const { key, shiftKey, ctrlKey, metaKey, altKey } = event;
    const control = ctrlKey || metaKey;
    const handled = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    if (typing !== undefined) {
      if (key === 'Enter') keep(moved(active, shiftKey ? 'up' : 'down', size));
      else if (key === 'Tab') keep(moved(active, shiftKey ? 'left' : 'right', size));
      else if (key === 'Escape') {
        setTyping(undefined);
        setWrong([]);
        box?.focus();
      } else return;
      return handled();
    }
    if (altKey) {
      if (key !== 'ArrowUp' && key !== 'ArrowDown') return;
      edits.step(key === 'ArrowDown');
      return handled();
    }
    const step = (
      { ArrowUp: 'up', ArrowDown: 'down', ArrowLeft: 'left', ArrowRight: 'right', Home: 'first', End: 'last' } as const
    )[key];
    if (step !== undefined) go(moved(active, step, size), shiftKey);
    else if (key === 'Enter' || key === 'F2') setTyping(textOf(job, rows, columns, active));
    else if (key === 'Delete' || key === 'Backspace') put(cellsIn().map((each) => ({ ...each, text: '' })));
    else if (control && key.toLowerCase() === 'd') {
      const texts = textsIn(job, rows, columns, { ...range, bottom: range.top })[0]!;
      // Nobody measured there: what was measured above is at most stated below.
      const source = from === 'measured' ? 'stated' : from;
      put(
        cellsIn().map((each, index) => ({ ...each, text: texts[index % texts.length]! })),
        source,
      );
    } else if (key.length === 1 && !control) setTyping(key);
    else return;
    handled();
  };
  /** The cells chosen, row by row. */
  const cellsIn = (): Filling[] => {
    const found: Filling[] = [];
    for (let row = range.top; row <= range.bottom; row++)
      for (let column = range.left; column <= range.right; column++) found.push(...at({ row, column }, ''));
    return found;
  };
  const copy = (event: ClipboardEvent) => {
    if (typing !== undefined) return;
    event.preventDefault();
    const lines = textsIn(job, rows, columns, range).map((line) => line.join('\t'));
    event.clipboardData.setData('text/plain', lines.join('\n'));
  };
  const paste = (event: ClipboardEvent) => {
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
  return (
    <div className="flex min-h-0 min-w-0 flex-1 max-lg:flex-col">
      <main className="flex min-h-0 min-w-0 flex-1 flex-col gap-2 p-3 max-lg:shrink-0">
        <div className="flex items-center gap-2">
          <ViewSwitch to="desk" {...(rows[active.row] === undefined ? {} : { circuitId: rows[active.row]!.id })} />
          <QuickLine chosen={rows[active.row]?.id ?? null} made={edits.follow} goOn={toPointsLine} />
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
          circuitId={rows[active.row]?.id}
          filters={filters}
          setFilters={(next) => {
            setFilters(next);
            setActive({ row: 0, column: active.column });
          }}
          makeUsual={edits.makeUsual}
          duplicate={edits.duplicate}
          take={edits.take}
          save={async () => {
            const { csvOf, saveAs } = await import('./csv');
            saveAs(`${job.name}.csv`, csvOf(job, rows));
          }}
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
            onKeyDown={press}
            onCopy={copy}
            onPaste={paste}
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
              placeOf={draggable ? placeOf : undefined}
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
