/** What the server tells every open tab: a job has moved on, or the list of jobs has changed. */
export type Tick = { jobId: string; revision: number } | { jobs: true };
/** `linked` is called whenever the link is there (again): something may have been missed; `away` when it is gone. */
export interface TickListener {
  tick: (what: Tick) => void;
  linked: () => void;
  away?: () => void;
}

const NAME = 'isotrip-ticks';
type Message = { tick: Tick } | { linked: boolean };

const listeners = new Set<TickListener>();
let started = false;

function deliver(message: Message): void {
  for (const listener of listeners) {
    if ('tick' in message) listener.tick(message.tick);
    else if (message.linked) listener.linked();
    else listener.away?.();
  }
}

/**
 * One event stream for all tabs of a browser, which allows only a few per server: the tab that holds the lock listens and
 * passes on. When it closes, the next one takes over.
 */
function start(): void {
  started = true;
  const channel = new BroadcastChannel(NAME);
  channel.onmessage = (event: MessageEvent<Message>) => deliver(event.data);
  const tell = (message: Message) => {
    channel.postMessage(message);
    deliver(message);
  };
  const listen = () => {
    const stream = new EventSource('/api/events');
    stream.onopen = () => tell({ linked: true });
    stream.onerror = () => tell({ linked: false });
    stream.onmessage = (event) => tell({ tick: JSON.parse(event.data) as Tick });
  };
  if (navigator.locks === undefined) listen();
  else
    void navigator.locks.request(NAME, () => {
      listen();
      return new Promise(() => undefined);
    });
}

/** Listens to the server's ticks. @returns what ends it */
export function onTicks(listener: TickListener): () => void {
  listeners.add(listener);
  if (!started) start();
  return () => listeners.delete(listener);
}
