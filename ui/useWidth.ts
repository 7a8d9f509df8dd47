'use client';
import { useCallback, useRef, useState } from 'react';

/**
 * Width of an element as it is now, and a ref for it.
 * @param first before it is there, px
 */
export function useWidth(first: number): [width: number, ref: (element: HTMLElement | null) => void] {
  const [width, setWidth] = useState(first);
  const observer = useRef<ResizeObserver>(undefined);
  const ref = useCallback(
    (element: HTMLElement | null) => {
      observer.current?.disconnect();
      if (element === null) return;
      // At once, before the first paint: nothing moves afterwards.
      setWidth(element.clientWidth);
      observer.current = new ResizeObserver(([entry]) => setWidth(entry?.contentRect.width ?? first));
      observer.current.observe(element);
    },
    [first],
  );
  return [width, ref];
}
