import { useEffect } from 'react';
import { WORK_ID } from '@/ui/SkipLink';

/** How long what goes may have a say itself in where the focus goes, ms. */
const PATIENCE_MS = 60;

/** An element and all around it, from the inside out. */
function around(element: Element): HTMLElement[] {
  const found: HTMLElement[] = [];
  for (let each: Element | null = element; each !== null && each !== document.body; each = each.parentElement)
    if (each instanceof HTMLElement) found.push(each);
  return found;
}

const takesFocus = (element: HTMLElement): boolean =>
  element.isConnected && element.matches('a[href], button, input, [tabindex]');

/**
 * Keeps the focus somewhere: where what had it goes away (a fix that was applied, a fact that is missing no longer), it comes to
 * the nearest thing around that place which takes it, so that the next key falls on something.
 */
export function useFocusKept(): void {
  useEffect(() => {
    /** Where the focus was last, and where it was last outside all panels: a panel goes as a whole. */
    let last: HTMLElement[] = [];
    let underneath: HTMLElement[] = [];
    const remember = ({ target }: FocusEvent) => {
      if (!(target instanceof Element) || target === document.body) return;
      last = around(target);
      if (target.closest('[data-frame]') !== null) underneath = last;
    };
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const restore = () => {
      waiting = undefined;
      if (document.activeElement !== document.body || last[0]?.isConnected !== false) return;
      const place = [...last, ...underneath].find(takesFocus) ?? document.getElementById(WORK_ID);
      place?.focus({ preventScroll: true });
    };
    const observer = new MutationObserver(() => {
      if (document.activeElement === document.body && last[0]?.isConnected === false)
        waiting ??= setTimeout(restore, PATIENCE_MS);
    });
    document.addEventListener('focusin', remember);
    observer.observe(document.body, { childList: true, subtree: true });
    return () => {
      clearTimeout(waiting);
      document.removeEventListener('focusin', remember);
      observer.disconnect();
    };
  }, []);
}
