'use client';
import { memo } from 'react';
import type { Circuit } from '@/core/job/schema/circuit';
import type { Mark } from '@/core/judging/answer';
import { cx } from '@/ui/cx';
import { goToCircuit, staysHere } from '../../../parts/frame/places';
import { EightMarks } from '../../../parts/words/EightMarks';
import { type ListPlace, useDrag, useDropPlace } from './dragging';

/** A circuit in the list: number, name, rating and eight marks. It is dragged by itself, and others are dropped on it. */
export const CircuitRow = memo(function CircuitRow({
  jobId,
  circuit,
  at,
  rating,
  answers,
  chosen,
}: {
  jobId: string;
  circuit: Circuit;
  /** How many stand above it on its board. */
  at: number;
  rating: string;
  answers: readonly Mark[] | undefined;
  chosen: boolean;
}) {
  const href = `/jobs/${jobId}/circuits?c=${circuit.id}`;
  const place: ListPlace = {
    boardId: circuit.fromBoardId ?? circuit.id,
    circuitId: circuit.id,
    at,
    name: `${circuit.number} ${circuit.name}`.trim(),
  };
  const { ref: dropRef, edge } = useDropPlace(place);
  const { ref: dragRef, listeners, isDragging } = useDrag(place, circuit.fromBoardId === undefined);
  return (
    <li ref={dropRef} className="[contain-intrinsic-height:54px] [content-visibility:auto]">
      <a
        ref={dragRef}
        {...listeners}
        draggable={false}
        href={href}
        data-circuit={circuit.id}
        aria-current={chosen ? 'true' : undefined}
        onClick={(event) => {
          if (!staysHere(event)) return;
          event.preventDefault();
          goToCircuit(jobId, circuit.id);
        }}
        className={cx(
          'grid grid-cols-[24px_minmax(0,1fr)_auto] items-baseline gap-x-1 border-line border-b border-l-[3px] px-2 pt-[7px] pb-[6px] pr-3 hover:bg-chosen',
          chosen ? 'border-l-copper bg-chosen' : 'border-l-transparent',
          isDragging && 'opacity-40',
          edge === 'above' && 'shadow-[inset_0_3px_var(--copper)]',
          edge === 'below' && 'shadow-[inset_0_-3px_var(--copper)]',
        )}
      >
        <span className="text-[13px] text-quiet">{circuit.number}</span>
        <span className="truncate font-medium" title={circuit.name}>
          {circuit.name}
        </span>
        <span className="text-[13px] text-quiet">{rating}</span>
        <span className="col-start-2 col-end-4 h-5 pt-[2px]">{answers !== undefined && <EightMarks answers={answers} />}</span>
      </a>
    </li>
  );
});
