import type { JobSession } from './jobSession';

const AWAY = 'The server is away: this screen stays, with everything typed on it. The others open when it is back.';

/**
 * Whether an address can be gone to now. While the server is away another page would be the browser's error page, and what is
 * shown here would be gone; that is said instead.
 */
export function mayLeave({ store, notice }: Pick<JobSession, 'store' | 'notice'>, href: string): boolean {
  const { away, notices } = store.getState();
  if (!away || new URL(href, window.location.href).pathname === window.location.pathname) return true;
  if (!notices.some(({ text }) => text === AWAY)) notice(AWAY);
  return false;
}
