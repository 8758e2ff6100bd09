import { randomUUID } from 'node:crypto';
import type { APIContext, APIRoute } from 'astro';
import { object, type InferType, type Schema } from 'yup';
import { asChecked } from '../../core/result/checked.ts';
import type { Result } from '../../core/result/result.ts';
import { personOf, personWithoutDatabase } from '../auth/auth.ts';
import { RANK } from '../auth/rank.ts';
import { systemClock } from '../clock.ts';
import { forOnePage } from '../db/bySets.ts';
import { database } from '../db/client.ts';
import type { Ctx, Person, PersonRole } from '../db/context.ts';
import { databaseFaultOf } from '../db/faults.ts';
import { judge, readBody } from './body.ts';
import type { Watcher } from './live.ts';
import { once } from './once.ts';
import { asksNothing, type AsksNothing, type QuerySchema } from './query.ts';
import { failed } from './failed.ts';
import { json, problem, notPossible } from './problem.ts';
import { Together } from './together.ts';
import { Turns } from './turns.ts';

const LARGEST_BODY_BYTES = 256 * 1024;

type AnyFailure = { readonly code: string };
/** How a use-case ends: done, with what it answers; refused; or with an answer of its own making. */
type Ending = Result<unknown, AnyFailure> | Response;
type ValueOf<E> = E extends { readonly ok: true; readonly value: infer V } ? V : never;
type FailureOf<E> = E extends { readonly ok: false; readonly failure: infer F extends AnyFailure } ? F : never;
/** A sentence for each way a use-case may fail. */
type TextOf<F extends AnyFailure> = { readonly [C in F['code']]: (failure: Extract<F, { code: C }>) => string };

export interface Call<B, Q extends QuerySchema = AsksNothing> {
  readonly ctx: Ctx;
  readonly body: B;
  readonly params: Record<string, string>;
  readonly query: InferType<Q>;
  readonly request: Request;
}

interface Route<B, E, Q extends QuerySchema> {
  /** Least role that may call it. */
  readonly role: PersonRole;
  /** What may stand behind the question mark; nothing where it is left away. */
  readonly query?: Q;
  /** A sentence for each failure. */
  readonly text?: TextOf<FailureOf<E>>;
  /** HTTP status by failure code; 422 where none is named. */
  readonly statuses?: { readonly [C in FailureOf<E>['code']]?: number };
  /** How it stands to the database where not as usual: its answer is read from it while it is sent; or it reaches beyond it, and doing it
   *  twice is doing it once; or it must not wait for it at all. */
  readonly database?: 'streamed' | 'outside' | 'not waited for';
  /** Ends in a result, or in an answer of its own making. */
  readonly run: (call: Call<B, Q>) => Promise<E>;
}
/** A use-case that may fail does not compile without its sentences. */
type Sentences<E> = { readonly [K in 'text' as [FailureOf<E>] extends [never] ? never : K]: TextOf<FailureOf<E>> };
type CommandOf<S extends Schema, E, Q extends QuerySchema> = Route<InferType<S>, E, Q> &
  Sentences<E> & {
    readonly schema: S;
    /** What is sent or answered is for whoever asks alone: nothing of it is kept to be answered again. */
    readonly isSecret?: true;
    /** Largest body where it may be larger than usual. */
    readonly largestBytes?: number;
  };

/** Body of a command that needs no more than its address. */
export const emptySchema = object({}).noUnknown().required();

/** What a route says of itself: read by the API description, by tests, and by the client's types. */
interface Declared<Out, Q extends QuerySchema> {
  readonly role: PersonRole;
  readonly schema?: Schema;
  readonly query: Q;
  readonly statuses: Readonly<Record<string, number>>;
  /** What it answers, for the compiler alone: nothing stands here. */
  readonly answer?: Out;
}
export type Reading<Out = unknown, Q extends QuerySchema = QuerySchema> = APIRoute &
  Declared<Out, Q> & { readonly does: 'reading' };
export type Command<S extends Schema = Schema, Out = unknown, Q extends QuerySchema = QuerySchema> = APIRoute &
  Declared<Out, Q> & { readonly does: 'command'; readonly schema: S };
export type Upload<Out = unknown, Q extends QuerySchema = QuerySchema> = APIRoute &
  Declared<Out, Q> & { readonly does: 'upload' };
/** What a route file may export. A method of any other making does not compile (`src/pages/api/_routes.ts`). */
export interface RouteFile {
  readonly GET?: Reading;
  readonly POST?: Command;
  readonly PUT?: Command | Upload;
  readonly PATCH?: never;
  readonly DELETE?: never;
  readonly ALL?: never;
}

/** A route that changes nothing and takes no body; one that is alike says the same to everybody, and those who ask at once are answered
 *  together. */
export const reading = <E, Q extends QuerySchema = AsksNothing>(
  spec: Route<undefined, E, Q> & Sentences<E> & { readonly isAlike?: true },
): Reading<ValueOf<E>, Q> =>
  Object.assign(
    route(spec, async () => ({ body: undefined, text: '' }), snapshot, spec.isAlike && new Together<Kept>()),
    { does: 'reading' as const, ...declared(spec) },
  );

/** A route that changes something: its body is judged by its schema before anything runs. */
export function command<S extends Schema, E, Q extends QuerySchema = AsksNothing>(
  spec: CommandOf<S, E, Q>,
): Command<S, ValueOf<E>, Q> {
  return Object.assign(
    route(
      spec,
      (request) => readBody(request, spec.schema, spec.largestBytes ?? LARGEST_BODY_BYTES),
      spec.isSecret ? (ctx, request, text, run) => once(ctx, request, text, run, true) : once,
    ),
    { does: 'command' as const, schema: spec.schema, ...declared(spec) },
  );
}

/** A route that takes bytes as they come: `run` reads them from the request and keeps its own limit. */
export const upload = <E, Q extends QuerySchema = AsksNothing>(
  spec: Route<undefined, E, Q> & Sentences<E>,
): Upload<ValueOf<E>, Q> =>
  Object.assign(
    route(spec, async () => ({ body: undefined, text: '' }), asItIs),
    { does: 'upload' as const, ...declared(spec) },
  );

const querySchemaOf = <Q extends QuerySchema>({ query }: { readonly query?: Q }): Q =>
  query ?? asChecked<Q>(asksNothing);

const declared = <B, E, Q extends QuerySchema>(spec: Route<B, E, Q>) => ({
  role: spec.role,
  query: querySchemaOf(spec),
  statuses: statusesOf(spec),
});
const statusesOf = ({ statuses = {} }: { readonly statuses?: object }): Readonly<Record<string, number>> =>
  asChecked(statuses);

/** How a request's work stands to the database. */
type Around = (ctx: Ctx, request: Request, text: string, run: (inside: Ctx) => Promise<Response>) => Promise<Response>;
const asItIs: Around = (ctx, _request, _text, run) => run(ctx);
/** All that a page reads is of one moment, whoever saves meanwhile. */
const snapshot: Around = (ctx, _request, _text, run) =>
  ctx.db.transaction((db) => run(forOnePage({ ...ctx, db })), {
    isolationLevel: 'repeatable read',
    accessMode: 'read only',
  });

/** What waits for a locked table or a slow answer takes so many connections and no more: other routes go on. */
const MOST_AT_ONCE = 5;
const TURN_MS = 6000;

/** An answer that is given to several. */
interface Kept {
  readonly text: string;
  readonly status: number;
  readonly headers: Headers;
}
const keptOf = async (r: Response): Promise<Kept> => ({ text: await r.text(), status: r.status, headers: r.headers });
const answerOfKept = ({ text, status, headers }: Kept): Response => new Response(text, { status, headers });

/** Whoever asks, as one who listens for as long as they are signed in. */
export const watcherOf = ({ ctx, request }: Pick<Call<undefined>, 'ctx' | 'request'>): Watcher => ({
  personId: ctx.user.id,
  signal: request.signal,
  isSignedIn: async () => (await personOf(request.headers)) !== null,
});

/** One request: session, role, body, use-case, Result → status; everything else is handled nowhere else. */
function route<B, E, Q extends QuerySchema>(
  spec: Route<B, E, Q>,
  bodyOf: (request: Request) => Promise<{ readonly body: B; readonly text: string } | Response>,
  usual: Around,
  together?: Together<Kept>,
): APIRoute {
  const turns = new Turns(MOST_AT_ONCE, TURN_MS);
  const around = spec.database ? asItIs : usual;
  const asks = querySchemaOf(spec);
  const mayWait = spec.database !== 'not waited for';
  return async (context: APIContext): Promise<Response> => {
    const { request } = context;
    let leave: (() => void) | null = null;
    try {
      const user = await (mayWait ? personOf : personWithoutDatabase)(request.headers);
      const refused = refusalOf(user, spec.role);
      if (refused) return refused;
      const asked = await judge(asks, Object.fromEntries(context.url.searchParams));
      if (asked instanceof Response) return asked;
      const read = await bodyOf(request);
      if (read instanceof Response) return read;
      leave = mayWait && !together ? await turns.take() : () => undefined;
      if (!leave) return notPossible('busy');
      const ctx: Ctx = { db: database().db, user: user!, clock: systemClock, newId: randomUUID };
      const answer = (): Promise<Response> =>
        around(ctx, request, read.text, async (inside) =>
          answerOf(
            spec,
            asChecked<Ending>(
              await spec.run({
                ctx: inside,
                body: read.body,
                params: context.params as Record<string, string>,
                query: asked.value,
                request,
              }),
            ),
          ),
        );
      return together ? answerOfKept(await together.ask(async () => keptOf(await answer()))) : await answer();
    } catch (error) {
      const fault = databaseFaultOf(error);
      const isOurs = fault === 'readOnly' && around === snapshot; // a page that changes something
      if (fault !== null && !isOurs) return notPossible(fault);
      return failed(context.url.pathname, error);
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

function answerOf(spec: { readonly statuses?: object; readonly text?: object }, result: Ending): Response {
  if (result instanceof Response) return result;
  if (result.ok) return json(result.value);
  const { failure } = result;
  const text = asChecked<Readonly<Record<string, (failure: AnyFailure) => string>> | undefined>(spec.text);
  return problem(statusesOf(spec)[failure.code] ?? 422, failure.code, text?.[failure.code]?.(failure) ?? failure.code);
}
