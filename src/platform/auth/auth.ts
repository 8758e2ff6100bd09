import { createHash } from 'node:crypto';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { admin } from 'better-auth/plugins/admin';
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from '../../core/formats/password.ts';
import { systemClock } from '../clock.ts';
import { database, type Db } from '../db/client.ts';
import type { Person, PersonRole } from '../db/context.ts';
import { account, session, user, verification } from './tables.ts';
import { DATABASE_SAYS_MS, inTime } from '../inTime.ts';
import { personOfToken } from './tokens.ts';

export { LONGEST_PASSWORD, SHORTEST_PASSWORD };
const DEACTIVATED = 'You are deactivated on this farm; a lead can let you in again';
const ADDRESS_HEADER = 'x-client-ip';
/** Headers of a request as the session library sees them: it knows the client's address by ours alone, whatever the client says. */
export function headersFrom(request: Request, clientAddress: string): Headers {
  const headers = new Headers(request.headers);
  headers.set(ADDRESS_HEADER, clientAddress);
  return headers;
}
/** Sign-in of people who are kept in one database. */
function makeAuth(db: Db) {
  const secret = process.env['CANTIERE_SECRET'];
  if (!secret) throw new Error('CANTIERE_SECRET is not set; start with npm start');
  return betterAuth({
    secret,
    baseURL: process.env['CANTIERE_URL'] ?? 'http://127.0.0.1:4321',
    telemetry: { enabled: false },
    database: drizzleAdapter(db as never, {
      provider: 'pg',
      schema: { user, session, account, verification },
    }),
    emailAndPassword: {
      enabled: true,
      minPasswordLength: SHORTEST_PASSWORD,
      maxPasswordLength: LONGEST_PASSWORD,
      disableSignUp: process.env['CANTIERE_SEEDING'] !== '1',
    },
    // keeps out whoever is deactivated; nobody has its role for more: what leads do to people is src/areas/people, written down as it is done
    plugins: [admin({ defaultRole: 'viewer', bannedUserMessage: DEACTIVATED })],
    advanced: { ipAddress: { ipAddressHeaders: [ADDRESS_HEADER] } },
    rateLimit: { enabled: false }, // tries are counted in the database: signIn.ts
  });
}

const made = new WeakMap<Db, ReturnType<typeof makeAuth>>();
/** Sign-in of the farm that is served here, or of another database. */
export function auth(db: Db = database().db): ReturnType<typeof makeAuth> {
  const known = made.get(db) ?? makeAuth(db);
  made.set(db, known);
  return known;
}

/** The signed-in person of a request, by session or by an automation's token, or null. */
export async function personOf(headers: Headers): Promise<Person | null> {
  const person = await lookUp(headers);
  remember(headers, person);
  return person;
}

async function lookUp(headers: Headers): Promise<Person | null> {
  const bearer = /^Bearer (\S+)$/.exec(headers.get('authorization') ?? '')?.[1];
  if (bearer) return personOfToken({ db: database().db, clock: systemClock }, bearer);
  const found = await auth().api.getSession({ headers });
  if (!found || found.user.banned) return null;
  return { id: found.user.id, name: found.user.name, role: (found.user as { role?: PersonRole }).role ?? 'viewer' };
}

/** The session of a request; a token has none. */
export const sessionIdOf = async (headers: Headers): Promise<string | null> =>
  headers.has('cookie') ? ((await auth().api.getSession({ headers }))?.session.id ?? null) : null;

/** People of requests that this process has let in, by the digest of what they showed: for what must not wait for the database. */
const remembered = new Map<string, { readonly person: Person; readonly at: number }>();
const REMEMBERED_MS = 12 * 3600_000;
const MOST_REMEMBERED = 1000;
const digestOf = (headers: Headers): string =>
  createHash('sha256')
    .update(`${headers.get('authorization') ?? ''}\n${headers.get('cookie') ?? ''}`)
    .digest('hex');

function remember(headers: Headers, person: Person | null): void {
  const key = digestOf(headers);
  remembered.delete(key); // the last one let in stands last
  if (!person) return;
  remembered.set(key, { person, at: Date.now() });
  if (remembered.size > MOST_REMEMBERED) remembered.delete(remembered.keys().next().value!);
}

/** The same for a request that stops a machine: where the database is silent, whoever was let in before is let in. */
export async function personWithoutDatabase(headers: Headers): Promise<Person | null> {
  const known = remembered.get(digestOf(headers));
  const asked = personOf(headers);
  if (!known || Date.now() - known.at > REMEMBERED_MS) return asked;
  const said = await inTime(asked, DATABASE_SAYS_MS);
  return said ? said.value : known.person;
}
