/** Something on its way, under the key it is done once by. */
export type Keyed<T> = T & { key: string };

/** What comes next after an answer: the next one, the same one again in a while, or nothing until something is added. */
export type Next = 'next' | 'again' | 'hold';

interface Around<T> {
  deliver: (one: Keyed<T>) => Promise<Next>;
  /** The last one has been taken. */
  empty: () => void;
}

const RETRY_MS = [500, 1000, 2000, 4000, 8000];

/** What has to reach the server: sent one after the other in order, tried again ever less often while it cannot be sent. */
export function openOutbox<T>({ deliver, empty }: Around<T>) {
  let pending: Keyed<T>[] = [];
  let sending = false;
  let failures = 0;
  let retry: ReturnType<typeof setTimeout> | undefined;
  let ended = false;

  async function flush(): Promise<void> {
    if (sending || ended) return;
    sending = true;
    clearTimeout(retry);
    let next: Next = 'next';
    while (next === 'next' && pending.length > 0 && !ended) {
      next = await deliver(pending[0]!);
      failures = next === 'again' ? failures + 1 : 0;
    }
    sending = false;
    if (ended) return;
    if (next === 'again') retry = setTimeout(() => void flush(), RETRY_MS[Math.min(failures, RETRY_MS.length) - 1]);
    if (pending.length === 0) empty();
  }

  return {
    /** In the order they are sent. */
    get waiting(): readonly Keyed<T>[] {
      return pending;
    },
    add(one: Keyed<T>): void {
      pending.push(one);
    },
    take(key: string): void {
      pending = pending.filter((one) => one.key !== key);
    },
    /** Sends what waits, at once even where a second try was put off. */
    flush: () => void flush(),
    stop(): void {
      ended = true;
      clearTimeout(retry);
    },
  };
}
