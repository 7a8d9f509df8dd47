'use client';
import { type CollisionDetection, MouseSensor, pointerWithin, TouchSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useEffect, useRef } from 'react';

/**
 * The place under the mouse or finger at the moment it lets go. What is marked may lag behind on a slow machine,
 * as it is drawn some moves later; what is dragged is put where the hand is.
 * @returns the detection the drag is made with, and the data of the place let go on
 */
export function usePlaceLetGo<Place>(): { detect: CollisionDetection; under: () => Place | undefined } {
  const seen = useRef<Parameters<CollisionDetection>[0]>(undefined);
  const letGo = useRef<{ x: number; y: number }>(undefined);
  useEffect(() => {
    const at = ({ clientX, clientY }: { clientX: number; clientY: number }) => {
      letGo.current = { x: clientX, y: clientY };
    };
    const finger = ({ changedTouches: [touch] }: TouchEvent) => touch && at(touch);
    window.addEventListener('mouseup', at, true);
    window.addEventListener('touchend', finger, true);
    return () => {
      window.removeEventListener('mouseup', at, true);
      window.removeEventListener('touchend', finger, true);
    };
  }, []);
  return {
    detect: (all) => {
      seen.current = all;
      return pointerWithin(all);
    },
    under: () => {
      if (seen.current === undefined || letGo.current === undefined) return undefined;
      const [first] = pointerWithin({ ...seen.current, pointerCoordinates: letGo.current });
      const place = seen.current.droppableContainers.find(({ id }) => id === first?.id);
      return place?.data.current as Place | undefined;
    },
  };
}

/** How far a mouse moves, px, or how long a finger rests, ms, before a press is a drag: till then it chooses or scrolls. */
const DRAG_PX = 6;
const REST_MS = 250;

export const useDragSensors = () =>
  useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: DRAG_PX } }),
    useSensor(TouchSensor, { activationConstraint: { delay: REST_MS, tolerance: 8 } }),
  );
