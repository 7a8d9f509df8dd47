'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { useSession } from '../../client/JobContext';
import { mayLeave } from '../../client/mayLeave';
import { askOpen, withAsk } from '../ask/place';
import { findingsOpen, hrefOf, type JobPlace, withFindings } from './places';
import { SCREENS } from './screens';
import { shownCircuit } from './shownCircuit';

interface Panels {
  search: () => void;
  help: () => void;
}

/** How long the second key of a pair may take, ms. */
const PAIR_MS = 1200;

/** What takes letters itself: fields, and choices, in which a letter is meant for one of them. */
const FIELDS =
  'input:not([type=range]), textarea, select, [contenteditable], [role=radiogroup], [role=group]:has(> [data-radix-collection-item]), [role=listbox], [role=menu]';
/** What lies over the page, wherever the focus is. */
const OVER = '[role=dialog], [role=alertdialog], [role=menu], [role=listbox]';
const inField = ({ target }: KeyboardEvent): boolean =>
  document.querySelector(OVER) !== null || (target instanceof HTMLElement && target.closest(FIELDS) !== null);

/** Keys that work anywhere in an open job. Letters alone only outside fields, and Ctrl Z not in one, which has an undo of its own. */
export function useKeys({ search, help }: Panels): void {
  const session = useSession();
  const router = useRouter();
  const goPressed = useRef(0);
  useEffect(() => {
    const to = (place: JobPlace) => {
      const href = hrefOf(session.jobId, place, findingsOpen());
      if (mayLeave(session, href)) router.push(href);
    };
    const at = (step: string) => to({ step, circuitId: new URLSearchParams(window.location.search).get('c') ?? undefined });
    const withControl = (key: string, shift: boolean): boolean => {
      if (key === 'k') {
        search();
        return true;
      }
      return turn(key, shift);
    };
    const turn = (key: string, shift: boolean): boolean => {
      const { reach } = session.store.getState();
      if (key === 'z' && !shift && reach.undo !== null) session.undo();
      else if ((key === 'y' || (key === 'z' && shift)) && reach.redo !== null) session.redo();
      else return false;
      return true;
    };
    const chosen = (): string | undefined => {
      const { pathname, search } = window.location;
      if (!pathname.endsWith('/circuits')) return undefined;
      return shownCircuit(session.store.getState().job, new URLSearchParams(search).get('c')) ?? undefined;
    };
    const alone = (key: string): boolean => {
      const paired = performance.now() - goPressed.current < PAIR_MS;
      goPressed.current = 0;
      if (paired && /^\d$/.test(key)) {
        const route = SCREENS.find((screen) => screen.key === key)?.route;
        if (route !== undefined) at(route);
      } else if (key === 'g') goPressed.current = performance.now();
      else if (key === '?') help();
      else if (key === 'f') window.history.pushState(null, '', withFindings(!findingsOpen()));
      else if (key === 'a') window.history.pushState(null, '', withAsk(!askOpen()));
      else if (key === 'p') to({ step: 'handover', print: 'report', circuitId: chosen() });
      else if (key === 'n') newCircuit(() => at('circuits'));
      else return false;
      return true;
    };
    const press = (event: KeyboardEvent) => {
      if (event.altKey || event.defaultPrevented) return;
      const key = event.key.toLowerCase();
      const control = event.ctrlKey || event.metaKey;
      if (inField(event) && !(control && key === 'k')) return;
      if (control ? withControl(key, event.shiftKey) : alone(key)) event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [session, router, search, help]);
}

/** Puts the caret on the quick line, going to the desk first where it is not shown. */
function newCircuit(toDesk: () => void): void {
  const line = document.querySelector<HTMLElement>('[data-quick-line]');
  if (line !== null) {
    line.focus();
    return;
  }
  toDesk();
  const until = performance.now() + PAIR_MS;
  const look = () => {
    const there = document.querySelector<HTMLElement>('[data-quick-line]');
    if (there !== null) there.focus();
    else if (performance.now() < until) requestAnimationFrame(look);
  };
  look();
}
