import { randomBytes } from 'node:crypto';

export interface Answer {
  readonly status: number;
  readonly body: unknown;
}
const ANSWER_MS = 15_000;
const AGAIN_MS = 120;
const sleep = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** Somebody who works on the farm and is not put off: what cannot be reached or is busy is asked again, with the same key. */
export class Client {
  private cookie = '';
  /** Requests that were answered at all, and how many tries they took. */
  asked = 0;
  tries = 0;

  constructor(
    private readonly url: string,
    private readonly isOver: () => boolean,
  ) {}

  async signIn(role: string): Promise<void> {
    for (;;) {
      try {
        const r = await fetch(`${this.url}/api/sign-in/demo`, {
          method: 'POST',
          headers: { origin: this.url, 'content-type': 'application/json' },
          body: JSON.stringify({ role }),
        });
        this.cookie = r.headers
          .getSetCookie()
          .map((c) => c.split(';')[0]!)
          .join('; ');
        if (r.ok && this.cookie) return;
      } catch {
        /* not there yet */
      }
      await sleep(AGAIN_MS);
    }
  }

  /** One try; null where it came to nothing. */
  async once(method: string, path: string, body?: unknown, key?: string): Promise<Answer | null> {
    try {
      const isBytes = body instanceof Uint8Array;
      const r = await fetch(`${this.url}${path}`, {
        method,
        signal: AbortSignal.timeout(ANSWER_MS),
        headers: {
          origin: this.url,
          cookie: this.cookie,
          ...(key && { 'idempotency-key': key }),
          ...(body !== undefined && { 'content-type': isBytes ? 'application/octet-stream' : 'application/json' }),
        },
        ...(body !== undefined && { body: isBytes ? Buffer.from(body) : JSON.stringify(body) }),
      });
      const text = await r.text();
      return { status: r.status, body: text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : text };
    } catch {
      return null;
    }
  }

  /** Until it is answered for good; null only where the campaign is over before. A key is made before the first try. */
  async ask(method: string, path: string, body?: unknown): Promise<Answer | null> {
    const key = method === 'POST' ? randomBytes(16).toString('hex') : undefined;
    for (;;) {
      this.tries++;
      const answer = await this.once(method, path, body, key);
      if (answer && answer.status < 500) {
        this.asked++;
        return answer;
      }
      if (this.isOver()) return null;
      await sleep(AGAIN_MS);
    }
  }
  async get<T>(path: string): Promise<T | null> {
    const answer = await this.ask('GET', path);
    return answer && answer.status === 200 ? (answer.body as T) : null;
  }
}
