/** A refused request with the server's own words. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    /** It will come back by itself: the same may be sent again. */
    readonly comesBack = false,
  ) {
    super(message);
  }
}

/** What is sent so small outlives its page: whoever leaves at once has still said it. Browsers allow 64 KiB for all of them together. */
const OUTLIVES_UP_TO = 30_000;

interface Sent {
  readonly method?: 'GET' | 'POST' | 'PUT';
  readonly body?: unknown;
  /** Made before the first try: however often it is sent with this, it is done once. */
  readonly key?: string;
}
export async function fetchJson<T>(path: string, { method = 'GET', body, key }: Sent = {}): Promise<T> {
  let response: Response;
  const text = body === undefined ? null : JSON.stringify(body);
  try {
    response = await fetch(path, {
      method,
      ...(text !== null && {
        headers: { 'content-type': 'application/json', ...(key && { 'idempotency-key': key }) },
        body: text,
        keepalive: text.length < OUTLIVES_UP_TO,
      }),
    });
  } catch {
    throw new Refused(0, 'offline', 'The server cannot be reached just now; what you typed stays here', true);
  }
  if (response.ok) return (await response.json()) as T;
  if (response.status === 401) location.assign(`/sign-in?to=${encodeURIComponent(location.pathname)}`);
  let title = `The server answered ${response.status}`;
  let code = 'http';
  let comesBack = false;
  try {
    const said = (await response.json()) as { title?: string; code?: string; retry?: boolean };
    title = said.title ?? title;
    code = said.code ?? code;
    comesBack = said.retry === true;
  } catch {
    /* no body */
  }
  throw new Refused(response.status, code, title, comesBack);
}

const INSIST_TIMES = 4;
const INSIST_EVERY_MS = 1500;
/** Changes something, once: sent again with the same key while server or database cannot be reached. */
async function change<T>(method: 'POST' | 'PUT', path: string, body: unknown): Promise<T> {
  const key = newKey();
  for (let tries = 1; ; tries++) {
    try {
      return await fetchJson<T>(path, { method, body, key });
    } catch (e) {
      if (!(e instanceof Refused) || !e.comesBack || tries >= INSIST_TIMES) throw e;
      await new Promise((again) => {
        setTimeout(again, INSIST_EVERY_MS);
      });
    }
  }
}
export const post = <T>(path: string, body: unknown): Promise<T> => change<T>('POST', path, body);
export const put = <T>(path: string, body: unknown): Promise<T> => change<T>('PUT', path, body);
/** Asks what takes more words than an address holds, and changes nothing. */
export const ask = <T>(path: string, body: unknown): Promise<T> => fetchJson<T>(path, { method: 'POST', body });

/** 128 random bits: browsers give `randomUUID` to secure pages only. */
const newKey = (): string =>
  [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, '0')).join('');
