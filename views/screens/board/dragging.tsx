'use client';
import { DndContext, type DragEndEvent, type DragOverEvent, DragOverlay, useDraggable, useDroppable } from '@dnd-kit/core';
import { type ReactNode, useState } from 'react';
import { useDragSensors, usePlaceLetGo } from '@/ui/dragging';

/** A place of a board something is dropped on. */
export interface Drop {
  track: number;
  at: number;
}

/** Devices dragged over the places of a board. */
export function Draggables({
  over,
  drop,
  children,
}: {
  over: (deviceId: string, onto: Drop | undefined) => void;
  drop: (deviceId: string, onto: Drop | undefined) => void;
  children: ReactNode;
}) {
  const [name, setName] = useState<string>();
  const places = usePlaceLetGo<Drop>();
  const sensors = useDragSensors();
  const moved = ({ active, over: onto }: DragOverEvent) => over(String(active.id), onto?.data.current as Drop | undefined);
  const end = ({ active }: DragEndEvent) => {
    setName(undefined);
    drop(String(active.id), places.under());
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={places.detect}
      onDragStart={({ active }) => setName(active.data.current?.name as string)}
      onDragOver={moved}
      onDragEnd={end}
      onDragCancel={({ active }) => {
        setName(undefined);
        over(String(active.id), undefined);
      }}
    >
      {children}
      <DragOverlay dropAnimation={null}>
        {name !== undefined && (
          <p className="w-max rounded border border-copper bg-raised px-3 py-1 font-semibold text-[13px] shadow-raised">{name}</p>
        )}
      </DragOverlay>
    </DndContext>
  );
}

/** What makes an element a place to drop on. */
export function useDropPlace(place: Drop) {
  return useDroppable({ id: `${place.track}:${place.at}`, data: place });
}

/** What makes a device one to drag. */
export function useDragged(deviceId: string, name: string) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: deviceId, data: { name } });
  return { ref: setNodeRef, listeners, isDragging };
}
