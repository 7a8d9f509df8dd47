import { useEffect, useRef } from 'react';

/** When another circuit comes to be shown, gives the focus to what stands for it, where whatever had it has gone. */
export function useFocusOn(chosen: string | null, element: () => HTMLElement | null | undefined): void {
  const shownBefore = useRef(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: at every other circuit
  useEffect(() => {
    if (chosen === null) return;
    if (!shownBefore.current) {
      shownBefore.current = true;
      return;
    }
    // What had the focus may be gone with the circuit it belonged to; a panel that closes has let go of it by then.
    const later = setTimeout(() => document.activeElement === document.body && element()?.focus({ preventScroll: true }));
    return () => clearTimeout(later);
  }, [chosen]);
}
