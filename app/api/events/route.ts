import { connection } from 'next/server';
import { type Tick, ticks } from '@/server/ticks';

/** Keeps proxies and dead sockets from going unnoticed. */
const BEAT_MS = 20_000;

/** Server-sent events: which job has moved on to which revision. What happened is asked for then. */
export async function GET(request: Request) {
  await connection();
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      const onTick = (what: Tick) => send(`data: ${JSON.stringify(what)}\n\n`);
      const beat = setInterval(() => send(': beat\n\n'), BEAT_MS);
      const stop = () => {
        clearInterval(beat);
        ticks().off('tick', onTick).off('end', end);
      };
      const end = () => {
        stop();
        try {
          controller.close();
        } catch {
          // The socket went first.
        }
      };
      ticks().on('tick', onTick).on('end', end);
      request.signal.addEventListener('abort', end);
      send('retry: 1000\n\n');
    },
  });
  return new Response(stream, {
    // Closed with the stream: a server that is asked to stop would wait for an idle connection.
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform', connection: 'close' },
  });
}
