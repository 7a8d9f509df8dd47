'use client';
import { useSyncExternalStore } from 'react';

/** Where everything stands in one column. */
const NARROW = '(width < 64rem)';
const COARSE = '(pointer: coarse)';

/** Whether a media query holds, kept current. Nothing holds where there is no window. */
function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (changed) => {
      const list = window.matchMedia(query);
      list.addEventListener('change', changed);
      return () => list.removeEventListener('change', changed);
    },
    () => window.matchMedia(query).matches,
    () => false,
  );
}

export const useNarrow = (): boolean => useMedia(NARROW);

/** Whether fingers do what a mouse does elsewhere. */
export const useCoarse = (): boolean => useMedia(COARSE);
