import { type RefObject, useLayoutEffect, useRef } from 'react';

/**
 * Keeps what is typed after a panel was asked for and before its field is there to type into: no key is lost, and none goes
 * into what had the focus before.
 * @param wanted whether the panel is asked for or open
 */
export function useEarlyKeys(wanted: boolean): RefObject<string> {
  const typed = useRef('');
  useLayoutEffect(() => {
    typed.current = '';
    if (!wanted) return;
    const keep = (event: KeyboardEvent) => {
      if (document.querySelector('[role=dialog] input') !== null) return stop();
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === 'Backspace') typed.current = typed.current.slice(0, -1);
      else if (event.key.length === 1) typed.current += event.key;
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
    const stop = () => window.removeEventListener('keydown', keep, true);
    window.addEventListener('keydown', keep, true);
    return stop;
  }, [wanted]);
  return typed;
}
