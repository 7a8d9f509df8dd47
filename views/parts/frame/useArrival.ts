'use client';
import { useSearchParams } from 'next/navigation';
import { useEffect, useRef } from 'react';

/** How long a field may take to appear after the place was reached, ms. */
const PATIENCE_MS = 2500;

const FOCUSABLE = 'button, input, select, textarea, a[href], [tabindex]';

/**
 * Puts the focus on the field the address names (`at`), or else on the row of its question (`q`), once it is there. Each
 * address is followed once: afterwards the focus is the user's.
 */
export function useArrival(): void {
  const search = useSearchParams();
  const wanted = `${search.get('c') ?? ''} ${search.get('at') ?? ''} ${search.get('q') ?? ''}`;
  const at = search.get('at');
  const question = search.get('q');
  const circuit = search.get('c');
  const followed = useRef<string>(undefined);
  useEffect(() => {
    if (followed.current === wanted || (at === null && question === null)) return;
    const until = performance.now() + PATIENCE_MS;
    let frame = 0;
    const look = () => {
      const ladder =
        circuit === null || question === null
          ? document
          : document.querySelector(`[data-testid=ladder][data-circuit="${CSS.escape(circuit)}"]`);
      const field =
        at === null
          ? null
          : document.querySelector<HTMLElement>(`main [data-fact="${CSS.escape(at)}"], [data-fact="${CSS.escape(at)}"]`);
      const row = question === null ? null : (ladder?.querySelector<HTMLElement>(`[data-question="${question}"]`) ?? null);
      // What enters a fact is the field itself, or something inside its place.
      const control = field?.matches(FOCUSABLE) === false ? field.querySelector<HTMLElement>(FOCUSABLE) : null;
      const there = control ?? field ?? row;
      if (ladder !== null && there !== null) {
        followed.current = wanted;
        for (let fold = there.closest('details'); fold !== null; fold = fold.parentElement?.closest('details') ?? null)
          fold.open = true;
        row?.scrollIntoView({ block: 'nearest' });
        there.scrollIntoView({ block: 'nearest', inline: 'center' });
        there.focus({ preventScroll: true });
      } else if (performance.now() < until) frame = requestAnimationFrame(look);
    };
    look();
    return () => cancelAnimationFrame(frame);
  }, [wanted, at, question, circuit]);
}
