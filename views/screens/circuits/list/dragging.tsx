'use client';
import { DndContext, type DragEndEvent, DragOverlay, useDraggable, useDroppable } from '@dnd-kit/core';
import { type ReactNode, useState } from 'react';
import { useDragSensors, usePlaceLetGo } from '@/ui/dragging';

/** A place in the list: a circuit on its board, by how many stand above it; of the head of a board only the board. */
export interface ListPlace {
  boardId: string;
  circuitId?: string;
  at: number;
  name: string;
}

/** A row that comes to stand below the one it is dropped on: it came from above, on the same board. */
const fromAbove = (dragged: ListPlace, over: ListPlace): boolean =>
  over.circuitId !== undefined && dragged.boardId === over.boardId && dragged.at < over.at;

/** A list whose rows are dragged to other places in it. */
export function Draggables({
  drop,
  children,
}: {
  /** A row is put at another's place; below it, where it came from above. */
  drop: (dragged: ListPlace, over: ListPlace, below: boolean) => void;
  children: ReactNode;
}) {
  const [name, setName] = useState<string>();
  const places = usePlaceLetGo<ListPlace>();
  const sensors = useDragSensors();
  const end = ({ active }: DragEndEvent) => {
    setName(undefined);
    const dragged = active.data.current as ListPlace;
    const onto = places.under();
    if (onto === undefined || placeId(onto) === active.id) return;
    drop(dragged, onto, fromAbove(dragged, onto));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={places.detect}
      onDragStart={({ active }) => setName((active.data.current as ListPlace).name)}
      onDragEnd={end}
      onDragCancel={() => setName(undefined)}
    >
      {children}
      <DragOverlay dropAnimation={null}>
        {name !== undefined && (
          <p className="rounded border border-copper bg-raised px-3 py-2 font-semibold shadow-raised">{name}</p>
        )}
      </DragOverlay>
    </DndContext>
  );
}

/** What makes an element of the list a place to drop on: where a line shows that what is dragged would go. */
export function useDropPlace(place: ListPlace): {
  ref: (element: HTMLElement | null) => void;
  edge: 'above' | 'below' | undefined;
} {
  const { setNodeRef, isOver, active } = useDroppable({ id: placeId(place), data: place });
  const dragged = active?.data.current as ListPlace | undefined;
  if (!isOver || dragged === undefined || dragged.circuitId === place.circuitId) return { ref: setNodeRef, edge: undefined };
  return { ref: setNodeRef, edge: place.circuitId === undefined || fromAbove(dragged, place) ? 'below' : 'above' };
}

/** What makes an element of the list one to drag. */
export function useDrag(place: ListPlace, disabled: boolean) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: placeId(place), data: place, disabled });
  return { ref: setNodeRef, listeners, isDragging };
}

const placeId = ({ boardId, circuitId }: ListPlace): string =>
  circuitId === undefined ? `board ${boardId}` : `circuit ${circuitId}`;
