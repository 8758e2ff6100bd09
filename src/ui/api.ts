/** A refused request with the server's own words. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** What is sent so small outlives its page: whoever leaves at once has still said it. Browsers allow 64 KiB for all of them together. */
const OUTLIVES_UP_TO = 30_000;

export async function fetchJson<T>(path: string, init?: { method?: string; body?: unknown }): Promise<T> {
  let response: Response;
  const body = init?.body === undefined ? null : JSON.stringify(init.body);
  try {
    response = await fetch(path, {
      method: init?.method ?? 'GET',
      ...(body !== null && {
        headers: { 'content-type': 'application/json' },
        body,
        keepalive: body.length < OUTLIVES_UP_TO,
      }),
    });
  } catch {
    throw new Refused(0, 'offline', 'The server cannot be reached just now; what you typed stays here');
  }
  if (response.ok) return (await response.json()) as T;
  if (response.status === 401) location.assign(`/sign-in?to=${encodeURIComponent(location.pathname)}`);
  let title = `The server answered ${response.status}`;
  let code = 'http';
  try {
    const body = (await response.json()) as { title?: string; code?: string };
    title = body.title ?? title;
    code = body.code ?? code;
  } catch {
    /* no body */
  }
  throw new Refused(response.status, code, title);
}
export const post = <T>(path: string, body: unknown): Promise<T> => fetchJson<T>(path, { method: 'POST', body });
export const put = <T>(path: string, body: unknown): Promise<T> => fetchJson<T>(path, { method: 'PUT', body });

const INSIST_TIMES = 4;
const INSIST_EVERY_MS = 1500;
/** For what does no harm when it arrives twice: sent again while server or database cannot be reached. */
export async function postWithRetry<T>(path: string, body: unknown): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await post<T>(path, body);
    } catch (e) {
      if (!(e instanceof Refused) || (e.status !== 0 && e.status !== 503) || tries >= INSIST_TIMES) throw e;
      await new Promise((again) => {
        setTimeout(again, INSIST_EVERY_MS);
      });
    }
  }
}
