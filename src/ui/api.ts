import type { ListPage } from '../core/lists/list.ts';
import type { Wire } from '../pages/api/_routes.ts';
import type { AnswerOf, AskedOf, BodyOf, NamesIn } from '../platform/http/wire.ts';
import { listQuery } from './listQuery.ts';

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

interface Outgoing {
  readonly method?: 'GET' | 'POST' | 'PUT';
  readonly body?: unknown;
  /** Made before the first try: however often it is sent with this, it is done once. */
  readonly key?: string;
}
/** What an address answers: the types of its routes, which are of the same build, say what it is. */
async function fetchJson<T>(path: string, { method = 'GET', body, key }: Outgoing = {}): Promise<T> {
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

type Method = 'GET' | 'POST' | 'PUT';
type Addresses<M extends Method> = {
  [A in keyof Wire]: Wire[A] extends Readonly<Record<M, unknown>> ? A : never;
}[keyof Wire];
type RouteAt<A, M extends Method> = A extends keyof Wire
  ? Wire[A] extends Readonly<Record<M, infer R>>
    ? R
    : never
  : never;
/** Names that an address asks for. */
type Names<A> = { readonly [N in NamesIn<A>]: string };
type Asked<A> = Names<A> & AskedOf<RouteAt<A, 'GET'>>;
/** What an address answers. */
export type Answer<A, M extends Method = 'GET'> = AnswerOf<RouteAt<A, M>>;
type Sent<A, M extends Method> = [NamesIn<A>] extends [never]
  ? [body: BodyOf<RouteAt<A, M>>]
  : [names: Names<A>, body: BodyOf<RouteAt<A, M>>];

/** An address with its names filled in; what else is given stands behind the question mark. */
function filled(address: string, given: Readonly<Record<string, string | undefined>> = {}): string {
  const left = new Map(Object.entries(given));
  const path = address.replace(/\[(\w+)\]/g, (_, name: string) => {
    const value = left.get(name) ?? '';
    left.delete(name);
    return encodeURIComponent(value);
  });
  const query = listQuery(Object.fromEntries(left));
  return query === '' ? path : `${path}?${query}`;
}

/** Reads what an address answers: its names and what it is asked are given together. */
export const get = <A extends Addresses<'GET'>>(
  address: A,
  ...[asked]: Record<never, never> extends Asked<A> ? [asked?: Asked<A>] : [asked: Asked<A>]
): Promise<Answer<A>> => fetchJson(filled(address, asked));

/** Addresses of lists whose rows are such records. */
export type ListAddress<T> = {
  [A in Addresses<'GET'>]: [Answer<A>] extends [never] ? never : Answer<A> extends ListPage<T> ? A : never;
}[Addresses<'GET'>];
/** Reads a page of a list: its question as `listQuery` words it. */
export const getList = <T>(address: ListAddress<T>, question: string): Promise<ListPage<T>> =>
  fetchJson(`${address}?${question}`);

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
type Sendable = readonly [body: unknown] | readonly [names: Readonly<Record<string, string>>, body: unknown];
const placed = (address: string, sent: Sendable): [path: string, body: unknown] =>
  sent.length === 1 ? [address, sent[0]] : [filled(address, sent[0]), sent[1]];

/** Sends a command: the names of its address, where it has any, and its body. */
export const post = <A extends Addresses<'POST'>>(address: A, ...sent: Sent<A, 'POST'>): Promise<Answer<A, 'POST'>> =>
  change('POST', ...placed(address, sent));
export const put = <A extends Addresses<'PUT'>>(address: A, ...sent: Sent<A, 'PUT'>): Promise<Answer<A, 'PUT'>> =>
  change('PUT', ...placed(address, sent));
/** Asks what takes more words than an address holds, and changes nothing. */
export const ask = <A extends Addresses<'POST'>>(address: A, ...sent: Sent<A, 'POST'>): Promise<Answer<A, 'POST'>> => {
  const [path, body] = placed(address, sent);
  return fetchJson(path, { method: 'POST', body });
};
/** Names of the acts under an address: '/api/jobs/[id]' has check, clear, queue and more. */
export type ActName<Under extends string> = {
  [A in Addresses<'POST'>]: A extends `${Under}/${infer Name}` ? Name : never;
}[Addresses<'POST'>];
export type ActBody<Under extends string, Name extends string> = BodyOf<RouteAt<`${Under}/${Name}`, 'POST'>>;
/** What somebody does to one record, said when it is done; whether it was. */
export type Act<Under extends string> = <Name extends ActName<Under>>(
  name: Name,
  body: ActBody<Under, Name>,
  said: string,
) => Promise<boolean>;
/** Sends one of the acts under an address. */
export const postAct = <Under extends string, Name extends ActName<Under>>(
  under: Under,
  names: Names<Under>,
  name: Name,
  body: ActBody<Under, Name>,
): Promise<Answer<`${Under}/${ActName<Under>}`, 'POST'>> => change('POST', filled(`${under}/${name}`, names), body);
/** Ends this person's session here. */
export const signOut = (): Promise<unknown> => change('POST', '/api/auth/sign-out', {});

/** 128 random bits: browsers give `randomUUID` to secure pages only. */
const newKey = (): string =>
  [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, '0')).join('');
