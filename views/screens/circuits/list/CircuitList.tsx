'use client';
import dynamic from 'next/dynamic';
import { type KeyboardEvent, useEffect, useMemo, useRef } from 'react';
import { placeCircuit, stepCircuit } from '@/core/edits/circuits';
import type { Board } from '@/core/job/schema/supply';
import { nextNumber } from '@/core/quick/circuit';
import { cx } from '@/ui/cx';
import { useAnswer, useJobState, useSession } from '../../../client/JobContext';
import { Panel } from '../../../parts/facts/Panel';
import { ViewSwitch } from '../ViewSwitch';
import { boardRows } from './boardRows';
import { CircuitRow } from './CircuitRow';
import { Draggables, type ListPlace, useDropPlace } from './dragging';
import { useFocusOn } from './useFocusOn';

// Opened now and then: read when it is.
const BoardFacts = dynamic(() => import('../../../parts/facts/BoardPanel').then((module) => module.BoardFacts));

/** Scrolls what scrolls around a row until it is seen. Not by `scrollIntoView`, after which Tab goes on from the row. */
function show(row: Element): void {
  let box = row.parentElement;
  while (box !== null && getComputedStyle(box).overflowY !== 'auto') box = box.parentElement;
  if (box === null) return;
  const [around, at] = [box.getBoundingClientRect(), row.getBoundingClientRect()];
  if (at.top < around.top) box.scrollTop -= around.top - at.top;
  else if (at.bottom > around.bottom) box.scrollTop += at.bottom - around.bottom;
}

/** All circuits by board, each with its eight marks. Arrow keys walk it. */
export function CircuitList({ chosen, onChoose }: { chosen: string | null; onChoose?: () => void }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const marks = useAnswer({ kind: 'house' })?.circuits;
  const boards = useMemo(() => boardRows(job), [job]);
  const byCircuit = useMemo(() => new Map(marks?.map((each) => [each.circuitId, each.answers])), [marks]);
  const list = useRef<HTMLElement>(null);
  useEffect(() => {
    const row = list.current?.querySelector(`[data-circuit="${chosen}"]`);
    if (row !== null && row !== undefined) show(row);
  }, [chosen]);
  useFocusOn(chosen, () => list.current?.querySelector<HTMLElement>(`[data-circuit="${chosen}"]`));
  /** Puts the focus on a row once it stands where it was put: on the way there it may lose it. */
  const focusOn = (id: string) =>
    requestAnimationFrame(() => list.current?.querySelector<HTMLElement>(`[data-circuit="${id}"]`)?.focus());
  const drop = (dragged: ListPlace, over: ListPlace, below: boolean) => {
    const circuit = job.circuits[dragged.circuitId ?? ''];
    const rows = boards
      .find(({ board }) => board.id === over.boardId)
      ?.circuits.filter((row) => row.circuit.fromBoardId === over.boardId);
    if (circuit === undefined || rows === undefined) return;
    const at = over.circuitId === undefined ? 0 : rows.findIndex((row) => row.circuit.id === over.circuitId) + (below ? 1 : 0);
    const command = placeCircuit(job, circuit, over.boardId, rows[at]?.circuit.id, nextNumber(job, over.boardId));
    if (command !== undefined && session.edit(command) === undefined) focusOn(circuit.id);
  };
  const walk = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const rows = [...(list.current?.querySelectorAll<HTMLAnchorElement>('a[data-circuit]') ?? [])];
    const at = rows.indexOf(document.activeElement as HTMLAnchorElement);
    if (step === undefined || at < 0) return;
    event.preventDefault();
    if (event.altKey) {
      const circuit = job.circuits[rows[at]!.dataset.circuit!]!;
      const command = stepCircuit(job, circuit, step > 0, (boardId) => nextNumber(job, boardId));
      if (command !== undefined && session.edit(command) === undefined) focusOn(circuit.id);
      return;
    }
    rows[at + step]?.focus();
    rows[at + step]?.click();
  };
  return (
    <aside
      ref={list}
      onKeyDown={walk}
      onClick={(event) => event.target instanceof Element && event.target.closest('[data-circuit]') !== null && onChoose?.()}
      aria-label="Circuits"
      className="border-line bg-ground lg:overflow-y-auto lg:border-r"
    >
      <div className="border-line border-b px-1">
        <ViewSwitch to="table" circuitId={chosen} />
      </div>
      <Draggables drop={drop}>
        {boards.map(({ board, circuits, own }) => (
          <section key={board.id} aria-label={board.name}>
            <BoardHead board={board} own={own} />
            <ul>
              {circuits.map(({ circuit, rating }, at) => (
                <CircuitRow
                  key={circuit.id}
                  jobId={job.id}
                  circuit={circuit}
                  at={at}
                  rating={rating}
                  answers={byCircuit.get(circuit.id)}
                  chosen={circuit.id === chosen}
                />
              ))}
            </ul>
          </section>
        ))}
      </Draggables>
    </aside>
  );
}

/** A board's name, with all there is to say of it behind, and how many circuits it has. What is dropped on it comes first on it. */
function BoardHead({ board, own }: { board: Board; own: number }) {
  const { ref, edge } = useDropPlace({ boardId: board.id, at: -1, name: board.name });
  return (
    <h2
      ref={ref}
      className={cx(
        'flex min-h-9 items-baseline gap-2 border-line border-b px-3 pt-[9px] text-[13px] font-semibold',
        edge !== undefined && 'shadow-[inset_0_-3px_var(--copper)]',
      )}
    >
      <Panel
        label={board.name}
        trigger={board.name}
        className="-mx-1 min-w-0 truncate border-line-strong border-b border-dotted px-1 text-left"
      >
        <BoardFacts board={board} />
      </Panel>
      <span className="ml-auto font-normal text-[12px] text-quiet">
        {own}
        {board.spaces === undefined ? '' : ` of ${board.spaces.value}`}
      </span>
    </h2>
  );
}
