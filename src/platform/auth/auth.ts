import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { systemClock } from '../clock.ts';
import { database } from '../db/client.ts';
import type { Person, PersonRole } from '../db/context.ts';
import { account, session, user, verification } from './tables.ts';
import { personOfToken } from './tokens.ts';

function make() {
  const secret = process.env['CANTIERE_SECRET'];
  if (!secret) throw new Error('CANTIERE_SECRET is not set; start with npm start');
  return betterAuth({
    secret,
    baseURL: process.env['CANTIERE_URL'] ?? 'http://127.0.0.1:4321',
    telemetry: { enabled: false },
    database: drizzleAdapter(database().db as never, {
      provider: 'pg',
      schema: { user, session, account, verification },
    }),
    emailAndPassword: { enabled: true, minPasswordLength: 12, disableSignUp: process.env['CANTIERE_SEEDING'] !== '1' },
    user: { additionalFields: { role: { type: 'string', input: false, defaultValue: 'viewer' } } },
    advanced: { ipAddress: { ipAddressHeaders: ['x-client-ip'] } },
    rateLimit: { enabled: process.env['CANTIERE_SEEDING'] !== '1', window: 60, max: 300 },
  });
}

let made: ReturnType<typeof make> | undefined;
export const auth = (): ReturnType<typeof make> => (made ??= make());

/** The signed-in person of a request, by session or by an automation's token, or null. */
export async function personOf(headers: Headers): Promise<Person | null> {
  const bearer = /^Bearer (\S+)$/.exec(headers.get('authorization') ?? '')?.[1];
  if (bearer) return personOfToken({ db: database().db, clock: systemClock }, bearer);
  const found = await auth().api.getSession({ headers });
  if (!found) return null;
  return { id: found.user.id, name: found.user.name, role: (found.user as { role?: PersonRole }).role ?? 'viewer' };
}
