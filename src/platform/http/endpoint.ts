import { randomUUID } from 'node:crypto';
import type { APIContext, APIRoute } from 'astro';
import { object, ValidationError, type InferType, type Schema } from 'yup';
import { isPlainText } from '../../core/formats/plainText.ts';
import type { Result } from '../../core/result/result.ts';
import { personOf } from '../auth/auth.ts';
import { systemClock } from '../clock.ts';
import { database } from '../db/client.ts';
import type { Ctx, PersonRole } from '../db/context.ts';
import { log, messageOf } from '../log.ts';

const LARGEST_BODY_BYTES = 256 * 1024;
const RANK: Record<PersonRole, number> = { viewer: 0, technician: 1, lead: 2 };

type AnyFailure = { readonly code: string };
type TextTable = Record<string, (failure: never) => string>;
export interface Call<B> {
  readonly ctx: Ctx;
  readonly body: B;
  readonly params: Record<string, string>;
  readonly query: URLSearchParams;
  readonly request: Request;
}

interface Route<B> {
  /** Least role that may call it. */
  readonly role: PersonRole;
  readonly text?: TextTable;
  /** HTTP status by failure code; 422 where none is named. */
  readonly statuses?: Record<string, number>;
  readonly run: (call: Call<B>) => Promise<Result<unknown, AnyFailure> | Response>;
}
interface CommandOf<S extends Schema> extends Route<InferType<S>> {
  readonly schema: S;
  /** Largest body where it may be larger than usual. */
  readonly largestBytes?: number;
}

/** Body of a command that needs no more than its address. */
export const emptySchema = object({}).noUnknown().required();

/** What a route says of itself: read by the API description and by tests. */
export interface Declared {
  readonly role: PersonRole;
  readonly schema?: Schema;
}
export type Reading = APIRoute & Declared & { readonly does: 'reading' };
export type Command = APIRoute & Declared & { readonly does: 'command'; readonly schema: Schema };
export type Upload = APIRoute & Declared & { readonly does: 'upload' };
/** What a route file may export. A method of any other making does not compile (`src/pages/api/_routes.ts`). */
export interface RouteFile {
  readonly GET?: Reading;
  readonly POST?: Command;
  readonly PUT?: Command | Upload;
  readonly PATCH?: never;
  readonly DELETE?: never;
  readonly ALL?: never;
}

/** RFC 9457 problem details. */
export function problem(status: number, code: string, title: string, more: object = {}): Response {
  return new Response(JSON.stringify({ type: `about:blank#${code}`, title, status, code, ...more }), {
    status,
    headers: { 'content-type': 'application/problem+json' },
  });
}
export const json = (value: unknown, status = 200): Response =>
  new Response(JSON.stringify(value ?? null), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });

/** A route that changes nothing and takes no body. */
export const reading = (spec: Route<undefined>): Reading =>
  Object.assign(
    route(spec, async () => undefined),
    { does: 'reading' as const, role: spec.role },
  );

/** A route that changes something: its body is judged by its schema before anything runs. */
export function command<S extends Schema>(spec: CommandOf<S>): Command {
  return Object.assign(
    route<InferType<S>>(spec, (request) => readBody(request, spec.schema, spec.largestBytes ?? LARGEST_BODY_BYTES)),
    { does: 'command' as const, role: spec.role, schema: spec.schema },
  );
}

/** A route that takes bytes as they come: `run` reads them from the request and keeps its own limit. */
export const upload = (spec: Route<undefined>): Upload =>
  Object.assign(
    route(spec, async () => undefined),
    { does: 'upload' as const, role: spec.role },
  );

/** One request: session, role, body, use-case, Result → status; everything else is handled nowhere else. */
function route<B>(spec: Route<B>, bodyOf: (request: Request) => Promise<B | Response>): APIRoute {
  return async (context: APIContext): Promise<Response> => {
    try {
      const user = await personOf(context.request.headers);
      if (!user) return problem(401, 'signedOut', 'Sign in first');
      if (RANK[user.role] < RANK[spec.role])
        return problem(403, 'role', `This needs the role ${spec.role}; you are ${user.role}`);
      const body = await bodyOf(context.request);
      if (body instanceof Response) return body;
      const result = await spec.run({
        ctx: { db: database().db, user, clock: systemClock, newId: randomUUID },
        body,
        params: context.params as Record<string, string>,
        query: context.url.searchParams,
        request: context.request,
      });
      if (result instanceof Response) return result;
      if (result.ok) return json(result.value);
      const { failure } = result;
      return problem(
        spec.statuses?.[failure.code] ?? 422,
        failure.code,
        (spec.text?.[failure.code] as ((f: AnyFailure) => string) | undefined)?.(failure) ?? failure.code,
      );
    } catch (error) {
      if (isDatabaseDown(error))
        return problem(
          503,
          'database',
          'The database cannot be reached just now; what you typed is kept, try again in a moment',
        );
      log('error', 'request failed', { path: context.url.pathname, message: messageOf(error) });
      return problem(500, 'fault', 'Something failed on our side; nothing was half-stored');
    }
  };
}

async function readBody<S extends Schema>(
  request: Request,
  schema: S,
  largestBytes: number,
): Promise<InferType<S> | Response> {
  if (Number(request.headers.get('content-length') ?? 0) > largestBytes)
    return problem(413, 'tooLarge', 'The request is too large');
  const text = await request.text();
  if (text.length > largestBytes) return problem(413, 'tooLarge', 'The request is too large');
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return problem(400, 'notJson', 'The request is not JSON');
  }
  const odd = pathOfNoText(raw, 0);
  if (odd !== null)
    return problem(400, 'badField', `${odd || 'The request'} holds a character that is no text`, {
      fields: [{ field: odd, message: 'Type it anew instead of pasting it' }],
    });
  try {
    return await schema.validate(raw, { strict: true, abortEarly: false });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return problem(400, 'badField', error.errors.join('; '), {
      fields: error.inner.map((e) => ({ field: e.path, message: e.message })),
    });
  }
}

const DEEPEST_BODY = 20;
/** Path of the first text, key or value, that holds a control character or half of a pair; null where all is text. */
function pathOfNoText(value: unknown, depth: number): string | null {
  if (typeof value === 'string') return isPlainText(value) ? null : '';
  if (typeof value !== 'object' || value === null) return null;
  if (depth >= DEEPEST_BODY) return '';
  for (const [key, part] of Object.entries(value)) {
    const inside = isPlainText(key) ? pathOfNoText(part, depth + 1) : '';
    if (inside !== null) return inside === '' ? key : `${key}.${inside}`;
  }
  return null;
}

function isDatabaseDown(error: unknown): boolean {
  const text = `${messageOf(error)} ${messageOf((error as { cause?: unknown }).cause)}`;
  return /ECONNREFUSED|terminat|Connection|connection|ECONNRESET|starting up|shutting down/.test(text);
}
