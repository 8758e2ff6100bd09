import { and, eq, gt, or, sql } from 'drizzle-orm';
import { object, string } from 'yup';
import { LONGEST_PASSWORD } from '../../core/formats/password.ts';
import { systemClock } from '../clock.ts';
import { database } from '../db/client.ts';
import type { Ctx } from '../db/context.ts';
import { databaseFaultOf } from '../db/faults.ts';
import { recordEvent } from '../events/record.ts';
import { readBody } from '../http/body.ts';
import { clientAddressOf } from '../http/clientAddress.ts';
import { json, notPossible, problem } from '../http/problem.ts';
import { auth, headersFrom } from './auth.ts';
import { REFUSED_COUNT_MS } from './sweepRefused.ts';
import { signInRefused, user } from './tables.ts';

/** So many tries that fail within the window close an account, or an address, for the rest of it. */
const MOST_FOR_ACCOUNT = 10;
const MOST_FROM_ADDRESS = 100;
const LARGEST_BYTES = 4096;

interface ByPassword {
  readonly email: string;
  readonly password: string;
}
const byPasswordSchema = object({
  email: string().max(200).required('Say the e-mail address'),
  password: string().max(LONGEST_PASSWORD).required('Say the password'),
})
  .noUnknown()
  .required();

/** Signs in whoever a request names. */
export async function signInAsked(request: Request, clientAddress: string): Promise<Response> {
  const read = await readBody(request, byPasswordSchema, LARGEST_BYTES);
  return read instanceof Response ? read : signIn(read.body, request, clientAddress);
}

/** Signs somebody in: the session goes into a cookie that scripts cannot read, and nowhere else. Tries that fail are counted for the account
 *  and for the address, in the database: whatever process is asked, and however the address is forged. */
export async function signIn({ email, password }: ByPassword, request: Request, connected: string): Promise<Response> {
  const clientAddress = clientAddressOf(request.headers, connected);
  const ctx = { db: database().db, clock: systemClock };
  const account = email.trim().toLowerCase();
  try {
    if (await isClosed(ctx, account, clientAddress))
      return problem(429, 'tooMany', 'Too many tries that failed; wait a quarter of an hour, or ask a lead for a link', {}, { 'retry-after': '900' }); // prettier-ignore
    const answer = await auth().api.signInEmail({
      body: { email, password },
      asResponse: true,
      headers: headersFrom(request, clientAddress),
    });
    if (answer.ok) {
      await signedIn(ctx, account);
      const cookies = json({ signedIn: true });
      for (const cookie of answer.headers.getSetCookie()) cookies.headers.append('set-cookie', cookie);
      return cookies;
    }
    if (answer.status >= 500) return notPossible('down'); // nobody has looked at the password
    await refused(ctx, account, clientAddress);
    const said = (await answer.json().catch(() => ({}))) as { readonly message?: string };
    return answer.status === 403
      ? problem(403, 'deactivated', said.message ?? 'You may not sign in here')
      : problem(401, 'badSignIn', 'E-mail address or password is wrong');
  } catch (error) {
    const fault = databaseFaultOf(error);
    if (fault === null) throw error;
    return notPossible(fault);
  }
}

async function isClosed({ db, clock }: Pick<Ctx, 'db' | 'clock'>, account: string, address: string): Promise<boolean> {
  const [counted] = await db
    .select({
      account: sql<number>`count(*) filter (where ${signInRefused.account} = ${account})`,
      address: sql<number>`count(*) filter (where ${signInRefused.address} = ${address})`,
    })
    .from(signInRefused)
    .where(
      and(
        gt(signInRefused.at, new Date(clock.now().getTime() - REFUSED_COUNT_MS)),
        or(eq(signInRefused.account, account), eq(signInRefused.address, address)),
      ),
    );
  return counted!.account >= MOST_FOR_ACCOUNT || counted!.address >= MOST_FROM_ADDRESS;
}

async function refused(ctx: Pick<Ctx, 'db' | 'clock'>, account: string, address: string): Promise<void> {
  const { db, clock } = ctx;
  await db.insert(signInRefused).values({ account, address, at: clock.now() });
  const known = await personBy(ctx, account);
  // of somebody who is not there nothing is written down: what was typed may be a password in the wrong field
  if (known) await recordFor(ctx, known, { id: 'nobody', name: 'somebody' }, 'sign-in refused', `from ${address}`);
}

async function signedIn(ctx: Pick<Ctx, 'db' | 'clock'>, account: string): Promise<void> {
  await ctx.db.delete(signInRefused).where(eq(signInRefused.account, account));
  const person = await personBy(ctx, account);
  if (person) await recordFor(ctx, person, person, 'signed in', null);
}

/** Says in the log that somebody has signed out. */
export const signedOut = (person: { readonly id: string; readonly name: string }): Promise<void> =>
  recordFor({ db: database().db, clock: systemClock }, person, person, 'signed out', null);

interface Named {
  readonly id: string;
  readonly name: string;
}
const recordFor = (
  { db, clock }: Pick<Ctx, 'db' | 'clock'>,
  person: Named,
  by: Named,
  what: string,
  why: string | null,
): Promise<void> =>
  recordEvent(
    { db, clock, user: { ...by, role: 'viewer' }, newId: () => '' },
    { subjectKind: 'person', subjectId: person.id, subjectName: person.name, what, why },
  );

async function personBy({ db }: Pick<Ctx, 'db'>, account: string): Promise<Named | null> {
  const [found] = await db
    .select({ id: user.id, name: user.name })
    .from(user)
    .where(eq(sql`lower(${user.email})`, account));
  return found ?? null;
}
