import { randomUUID } from 'node:crypto';
import type { APIContext, APIRoute } from 'astro';
import { object, type InferType, type Schema } from 'yup';
import type { Result } from '../../core/result/result.ts';
import { personOf, personWithoutDatabase } from '../auth/auth.ts';
import { RANK } from '../auth/rank.ts';
import { systemClock } from '../clock.ts';
import { database } from '../db/client.ts';
import type { Ctx, Person, PersonRole } from '../db/context.ts';
import { databaseFaultOf } from '../db/faults.ts';
import { log, messageOf } from '../log.ts';
import { readBody } from './body.ts';
import { once } from './once.ts';
import { json, problem, notPossible } from './problem.ts';
import { Turns } from './turns.ts';

const LARGEST_BODY_BYTES = 256 * 1024;

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
  /** How it stands to the database where not as usual: its answer is read from it while it is sent; or it reaches beyond it, and doing it
   *  twice is doing it once; or it must not wait for it at all. */
  readonly database?: 'streamed' | 'outside' | 'not waited for';
  readonly run: (call: Call<B>) => Promise<Result<unknown, AnyFailure> | Response>;
}
interface CommandOf<S extends Schema> extends Route<InferType<S>> {
  readonly schema: S;
  /** What is sent or answered is for whoever asks alone: nothing of it is kept to be answered again. */
  readonly isSecret?: true;
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

/** A route that changes nothing and takes no body. */
export const reading = (spec: Route<undefined>): Reading =>
  Object.assign(
    route<undefined>(spec, async () => ({ body: undefined, text: '' }), snapshot),
    { does: 'reading' as const, role: spec.role },
  );

/** A route that changes something: its body is judged by its schema before anything runs. */
export function command<S extends Schema>(spec: CommandOf<S>): Command {
  return Object.assign(
    route<InferType<S>>(
      spec,
      (request) => readBody(request, spec.schema, spec.largestBytes ?? LARGEST_BODY_BYTES),
      spec.isSecret ? (ctx, request, text, run) => once(ctx, request, text, run, true) : once,
    ),
    { does: 'command' as const, role: spec.role, schema: spec.schema },
  );
}

/** A route that takes bytes as they come: `run` reads them from the request and keeps its own limit. */
export const upload = (spec: Route<undefined>): Upload =>
  Object.assign(
    route<undefined>(spec, async () => ({ body: undefined, text: '' }), asItIs),
    { does: 'upload' as const, role: spec.role },
  );

/** How a request's work stands to the database. */
type Around = (ctx: Ctx, request: Request, text: string, run: (inside: Ctx) => Promise<Response>) => Promise<Response>;
const asItIs: Around = (ctx, _request, _text, run) => run(ctx);
/** All that a page reads is of one moment, whoever saves meanwhile. */
const snapshot: Around = (ctx, _request, _text, run) =>
  ctx.db.transaction((db) => run({ ...ctx, db }), { isolationLevel: 'repeatable read', accessMode: 'read only' });

/** What waits for a locked table or a slow answer takes so many connections and no more: other routes go on. */
const MOST_AT_ONCE = 5;
const TURN_MS = 6000;

/** One request: session, role, body, use-case, Result → status; everything else is handled nowhere else. */
function route<B>(
  spec: Route<B>,
  bodyOf: (request: Request) => Promise<{ readonly body: B; readonly text: string } | Response>,
  usual: Around,
): APIRoute {
  const turns = new Turns(MOST_AT_ONCE, TURN_MS);
  const around = spec.database ? asItIs : usual;
  const mayWait = spec.database !== 'not waited for';
  return async (context: APIContext): Promise<Response> => {
    const { request } = context;
    let leave: (() => void) | null = null;
    try {
      const user = await (mayWait ? personOf : personWithoutDatabase)(request.headers);
      const refused = refusalOf(user, spec.role);
      if (refused) return refused;
      const read = await bodyOf(request);
      if (read instanceof Response) return read;
      leave = mayWait ? await turns.take() : () => undefined;
      if (!leave) return notPossible('busy');
      const ctx: Ctx = { db: database().db, user: user!, clock: systemClock, newId: randomUUID };
      return await around(ctx, request, read.text, async (inside) =>
        answerOf(
          spec,
          await spec.run({
            ctx: inside,
            body: read.body,
            params: context.params as Record<string, string>,
            query: context.url.searchParams,
            request,
          }),
        ),
      );
    } catch (error) {
      const fault = databaseFaultOf(error);
      const isOurs = fault === 'readOnly' && around === snapshot; // a page that changes something
      if (fault !== null && !isOurs) return notPossible(fault);
      log('error', 'request failed', { path: context.url.pathname, message: messageOf(error) });
      return problem(500, 'fault', 'Something failed on our side; nothing was half-stored');
    } finally {
      leave?.();
    }
  };
}

function refusalOf(user: Person | null, role: PersonRole): Response | null {
  if (!user) return problem(401, 'signedOut', 'Sign in first');
  if (RANK[user.role] < RANK[role]) return problem(403, 'role', `This needs the role ${role}; you are ${user.role}`);
  return null;
}

function answerOf<B>(spec: Route<B>, result: Result<unknown, AnyFailure> | Response): Response {
  if (result instanceof Response) return result;
  if (result.ok) return json(result.value);
  const { failure } = result;
  return problem(
    spec.statuses?.[failure.code] ?? 422,
    failure.code,
    (spec.text?.[failure.code] as ((f: AnyFailure) => string) | undefined)?.(failure) ?? failure.code,
  );
}
