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
    client.on('error', (error) => log('warn', 'live connection lost', { error }));
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
export function liveStream(watcher: Watcher): Response {
  return eventStream(watcher, (send) => {
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

/** Who listens, and for how long they may. */
export interface Watcher {
  readonly personId: string;
  readonly signal: AbortSignal;
  readonly isSignedIn: () => Promise<boolean>;
}
const BEAT_MS = 15_000;
/** Whoever takes nothing is left behind after so many messages: they connect again and fetch anew. */
const MOST_BEHIND = 200;

/** A stream of server-sent events for as long as somebody listens and is signed in: `subscribe` is given how to send, and gives how to
 *  leave. */
export function eventStream(watcher: Watcher, subscribe: (send: Listener) => () => unknown): Response {
  start();
  const { personId, signal, isSignedIn } = watcher;
  const leaving: (() => unknown)[] = [];
  const leave = (): void => {
    for (const each of leaving.splice(0)) each();
  };
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const end = (): void => {
        leave();
        try {
          controller.close();
        } catch {
          /* already closed */
        }
      };
      const send = (text: string): void => {
        if ((controller.desiredSize ?? 0) < -MOST_BEHIND) return end();
        try {
          controller.enqueue(bytesOf(text));
        } catch {
          leave();
        }
      };
      const endIfSignedOut = async (): Promise<void> => {
        if (!(await isSignedIn().catch(() => true))) end(); // a database that is silent signs nobody out
      };
      const hear = (payload: string): void => {
        if (payload === `person:${personId}` || payload.startsWith('token:')) void endIfSignedOut();
      };
      const beat = setInterval(() => {
        send(': beat\n\n');
        void endIfSignedOut();
      }, BEAT_MS);
      listeners.add(hear);
      signal.addEventListener('abort', end);
      leaving.push(
        () => clearInterval(beat),
        () => listeners.delete(hear),
        () => signal.removeEventListener('abort', end),
      );
      send('retry: 1000\n\n');
      leaving.push(subscribe((payload) => send(`data: ${payload}\n\n`)));
      if (signal.aborted) end();
    },
    cancel: leave,
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}
