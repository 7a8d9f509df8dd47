'use client';
import dynamic from 'next/dynamic';
import { type KeyboardEvent, memo, useEffect, useMemo, useRef } from 'react';
import type { Circuit } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import type { Board } from '@/core/job/schema/supply';
import { QUESTION_IDS, questionWords, VERDICT_WORDS } from '@/core/job/terms';
import type { Verdict } from '@/core/judging/answer';
import { cx } from '@/ui/cx';
import { MarkStrip } from '@/ui/VerdictMark';
import { Panel } from '../../facts/Panel';
import { useAnswer, useJobState } from '../../job/JobContext';
import { findingsOpen, hrefOf, staysHere } from '../../job/places';
import { deviceLabel } from '../../words/labels';

// Opened now and then: read when it is.
const BoardFacts = dynamic(() => import('../../facts/BoardPanel').then((module) => module.BoardFacts));

const inOrder = <T extends { order: string; state: string }>(rows: Record<string, T>): T[] =>
  Object.values(rows)
    .filter((row) => row.state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1));

/** A board with the circuits on it, its feed first, and the rating shown beside each. */
interface BoardRows {
  board: Board;
  circuits: readonly { circuit: Circuit; rating: string }[];
  own: number;
}

function boardRows(job: Job): BoardRows[] {
  const ratings = new Map<string, string>();
  const devices = inOrder(job.devices);
  for (const seat of ['start', 'end'])
    for (const device of devices)
      if (device.seat === seat && device.circuitId !== undefined && !ratings.has(device.circuitId))
        ratings.set(device.circuitId, deviceLabel(device));
  const row = (circuit: Circuit) => ({ circuit, rating: ratings.get(circuit.id) ?? 'no device' });
  const circuits = inOrder(job.circuits);
  return inOrder(job.boards).map((board) => {
    const own = circuits.filter((circuit) => circuit.fromBoardId === board.id);
    const feeds = circuits.filter((circuit) => circuit.kind === 'service' && circuit.toBoardId === board.id);
    return { board, circuits: [...feeds, ...own].map(row), own: own.length };
  });
}

/** All circuits by board, each with its eight marks. Arrow keys walk it. */
export function CircuitList({ chosen }: { chosen: string | null }) {
  const job = useJobState((state) => state.job);
  const marks = useAnswer({ kind: 'house' })?.circuits;
  const boards = useMemo(() => boardRows(job), [job]);
  const byCircuit = useMemo(() => new Map(marks?.map((each) => [each.circuitId, each.answers])), [marks]);
  const list = useRef<HTMLElement>(null);
  const shownBefore = useRef(false);
  useEffect(() => {
    if (chosen === null) return;
    const row = list.current?.querySelector<HTMLElement>(`[data-circuit="${chosen}"]`);
    row?.scrollIntoView({ block: 'nearest', inline: 'center' });
    if (!shownBefore.current) {
      shownBefore.current = true;
      return;
    }
    // What had the focus may be gone with the circuit it belonged to; a panel that closes has let go of it by then.
    const later = setTimeout(() => document.activeElement === document.body && row?.focus({ preventScroll: true }));
    return () => clearTimeout(later);
  }, [chosen]);
  const walk = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const rows = [...(list.current?.querySelectorAll<HTMLAnchorElement>('a[data-circuit]') ?? [])];
    const at = rows.indexOf(document.activeElement as HTMLAnchorElement);
    if (step === undefined || at < 0) return;
    event.preventDefault();
    rows[at + step]?.focus();
    rows[at + step]?.click();
  };
  return (
    <aside
      ref={list}
      onKeyDown={walk}
      aria-label="Circuits"
      className="border-line bg-ground max-lg:border-b lg:overflow-y-auto lg:border-r"
    >
      {boards.map(({ board, circuits, own }) => (
        <section key={board.id} aria-label={board.name}>
          <h2 className="flex min-h-9 items-baseline gap-2 border-line border-b px-3 pt-[9px] text-[13px] font-semibold">
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
          <ul className="max-lg:flex max-lg:overflow-x-auto">
            {circuits.map(({ circuit, rating }) => (
              <CircuitRow
                key={circuit.id}
                jobId={job.id}
                circuit={circuit}
                rating={rating}
                answers={byCircuit.get(circuit.id)}
                chosen={circuit.id === chosen}
              />
            ))}
          </ul>
        </section>
      ))}
    </aside>
  );
}

const CircuitRow = memo(function CircuitRow({
  jobId,
  circuit,
  rating,
  answers,
  chosen,
}: {
  jobId: string;
  circuit: Circuit;
  rating: string;
  answers: readonly Verdict[] | undefined;
  chosen: boolean;
}) {
  const href = `/jobs/${jobId}/circuits?c=${circuit.id}`;
  return (
    <li className="max-lg:w-56 max-lg:shrink-0 lg:[contain-intrinsic-height:54px] lg:[content-visibility:auto]">
      <a
        href={href}
        data-circuit={circuit.id}
        aria-current={chosen ? 'true' : undefined}
        onClick={(event) => {
          if (!staysHere(event)) return;
          event.preventDefault();
          window.history.pushState(null, '', hrefOf(jobId, { step: 'circuits', circuitId: circuit.id }, findingsOpen()));
        }}
        className={cx(
          'grid grid-cols-[24px_minmax(0,1fr)_auto] items-baseline gap-x-1 border-line border-b border-l-[3px] px-2 pt-[7px] pb-[6px] pr-3 hover:bg-chosen',
          chosen ? 'border-l-copper bg-chosen' : 'border-l-transparent',
        )}
      >
        <span className="text-[13px] text-quiet">{circuit.number}</span>
        <span className="truncate font-medium" title={circuit.name}>
          {circuit.name}
        </span>
        <span className="text-[13px] text-quiet">{rating}</span>
        <span className="col-start-2 col-end-4 h-5 pt-[2px]">
          {answers !== undefined && (
            <MarkStrip
              kinds={answers}
              label={QUESTION_IDS.map((id, index) => `${questionWords(id)} ${VERDICT_WORDS[answers[index]!]}`).join(', ')}
            />
          )}
        </span>
      </a>
    </li>
  );
});
