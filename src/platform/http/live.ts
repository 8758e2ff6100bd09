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
  const encoder = new TextEncoder();
  let listener: Listener | undefined;
  let beat: NodeJS.Timeout | undefined;
  const leave = (): void => {
    if (listener) listeners.delete(listener);
    clearInterval(beat);
  };
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string): void => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          leave();
        }
      };
      listener = (payload) => send(`data: ${payload}\n\n`);
      listeners.add(listener);
      beat = setInterval(() => send(': beat\n\n'), 15_000);
      send('retry: 1000\ndata: all\n\n');
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
