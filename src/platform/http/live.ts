import pg from 'pg';
import { log } from '../log.ts';

type Listener = (text: string) => void;
const listeners = new Set<Listener>();
let started = false;

/** One LISTEN connection per process; after a loss it connects again and tells everyone to fetch anew. */
function start(): void {
  if (started) return;
  started = true;
  const connect = async (): Promise<void> => {
    const client = new pg.Client({ connectionString: process.env['DATABASE_URL'] });
    client.on('error', (error) => log('warn', 'live connection lost', { message: error.message }));
    client.on('end', () => setTimeout(() => void connect(), 1000));
    client.on('notification', (n) => tell(n.payload ?? ''));
    try {
      await client.connect();
      await client.query('listen changed');
      tell('all');
    } catch {
      await client.end().catch(() => undefined);
    }
  };
  void connect();
}

const tell = (payload: string): void => {
  for (const listener of listeners) listener(payload);
};

/** A stream of server-sent events with the ids of records that changed. */
export function liveStream(signal: AbortSignal): Response {
  start();
  return eventStream(signal, (send) => {
    listeners.add(send);
    send('all');
    return () => listeners.delete(send);
  });
}

const encoder = new TextEncoder();
/** What was said last: it is said to everybody who listens, one after another. */
let said: { readonly text: string; readonly bytes: Uint8Array } | null = null;
const bytesOf = (text: string): Uint8Array => {
  if (said?.text !== text) said = { text, bytes: encoder.encode(text) };
  return said.bytes;
};

/** A stream of server-sent events for as long as somebody listens: `subscribe` is given how to send, and gives how to leave. */
export function eventStream(signal: AbortSignal, subscribe: (send: Listener) => () => unknown): Response {
  let unsubscribe: (() => unknown) | undefined;
  let beat: NodeJS.Timeout | undefined;
  const leave = (): void => {
    unsubscribe?.();
    clearInterval(beat);
  };
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string): void => {
        try {
          controller.enqueue(bytesOf(text));
        } catch {
          leave();
        }
      };
      beat = setInterval(() => send(': beat\n\n'), 15_000);
      send('retry: 1000\n\n');
      unsubscribe = subscribe((payload) => send(`data: ${payload}\n\n`));
      signal.addEventListener('abort', () => {
        leave();
        try {
          controller.close();
        } catch {
          /* already closed */
        }
      });
    },
    cancel: leave,
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}
