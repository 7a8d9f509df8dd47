'use client';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Plus } from 'lucide-react';
import { type KeyboardEvent, useState } from 'react';
import type { PlacedPoint } from '@/core/job/points/tree';
import type { Load } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import { showCurrent, showPower } from '@/core/job/show';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { Popover } from '@/ui/Popover';
import { PointFacts } from '../../../parts/facts/PointPanel';
import { COLUMN, type RoomsGeometry, SYMBOL } from './geometry';
import type { Onto } from './onto';

/** What is plugged in at a point, with what it draws. */
const drawn = (load: Load): string => {
  const { currentA, powerW } = load;
  const amount =
    currentA !== undefined ? showCurrent(currentA.value) : powerW !== undefined ? showPower(powerW.value).replace('VA', 'W') : '';
  return `${load.name}${amount === '' ? '' : ` ${amount}`}`;
};

/** An outlet on the line: walked and moved by keys, dragged, and opened for all there is to say of it. */
export function PointButton({
  job,
  placed,
  geometry,
  protects,
  press,
  choose,
  add,
  remove,
}: {
  job: Job;
  placed: PlacedPoint;
  geometry: RoomsGeometry;
  protects: boolean;
  press: (event: KeyboardEvent) => void;
  choose: () => void;
  add: () => void;
  remove: () => void;
}) {
  const { point, column } = placed;
  const [open, setOpen] = useState(false);
  const onto: Onto = { kind: 'point', id: point.id };
  const { setNodeRef: dragRef, listeners, isDragging, transform } = useDraggable({ id: point.id });
  const { setNodeRef: dropRef, isOver } = useDroppable({ id: `point ${point.id}`, data: onto });
  const loads = Object.values(job.loads).filter((load) => load.pointId === point.id);
  const says =
    loads.length > 0
      ? loads.map(drawn).join(', ')
      : protects
        ? 'reset here'
        : point.ratedA !== undefined
          ? showCurrent(point.ratedA.value)
          : (point.behind ?? '');
  return (
    <div
      ref={dropRef}
      className="absolute flex justify-center"
      style={{
        left: geometry.columnX(column) - COLUMN / 2 + 9,
        top: geometry.symbolY(placed) - SYMBOL / 2 - 6,
        width: COLUMN - 18,
      }}
    >
      <Popover
        open={open}
        onOpenChange={(next) => {
          setOpen(next);
          if (next) choose();
        }}
        label={point.name}
        wide
        trigger={
          <button
            ref={dragRef}
            type="button"
            data-point={point.id}
            aria-label={`${point.name}${says === '' ? '' : `, ${says}`}`}
            title={`${point.name}${says === '' ? '' : `: ${says}`}`}
            {...listeners}
            onKeyDown={press}
            onFocus={choose}
            style={transform === null ? undefined : { transform: `translate(${transform.x}px, ${transform.y}px)` }}
            className={cx(
              'grid w-full justify-items-center rounded hover:text-copper',
              isDragging && 'z-10 opacity-70',
              isOver && !isDragging && 'outline-2 outline-copper outline-dashed',
            )}
          >
            <span style={{ height: SYMBOL + 10 }} />
            <span className="line-clamp-2 w-full bg-[color-mix(in_srgb,var(--ground)_88%,transparent)] text-center font-semibold text-[12px] leading-[14px]">
              {point.name}
            </span>
            {says !== '' && (
              <span className="w-full truncate bg-[color-mix(in_srgb,var(--ground)_88%,transparent)] text-center text-[12px] text-quiet leading-[15px]">
                {says}
              </span>
            )}
          </button>
        }
      >
        <div className="grid gap-3">
          <PointFacts point={point} />
          <div className="flex flex-wrap gap-2">
            <Button
              onClick={() => {
                setOpen(false);
                requestAnimationFrame(add);
              }}
            >
              <Plus size={14} aria-hidden className="mr-1 inline" />
              The next one
            </Button>
            <Button onClick={remove}>Delete</Button>
          </div>
        </div>
      </Popover>
    </div>
  );
}
