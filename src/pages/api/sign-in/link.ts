import { randomUUID } from 'node:crypto';
import type { APIRoute } from 'astro';
import { linkText } from '../../../areas/people/model/person.ts';
import { linkSchema } from '../../../areas/people/model/schemas.ts';
import { chooseByLink, holderOf } from '../../../areas/people/server/index.ts';
import { signIn } from '../../../platform/auth/signIn.ts';
import { systemClock } from '../../../platform/clock.ts';
import { database } from '../../../platform/db/client.ts';
import { readBody } from '../../../platform/http/body.ts';
import { json, problem } from '../../../platform/http/problem.ts';

const LARGEST_BYTES = 4096;

/** Public: says whom a link lets in; with a password it lets them in, once. */
export const POST: APIRoute = async ({ request, clientAddress }) => {
  const read = await readBody(request, linkSchema, LARGEST_BYTES);
  if (read instanceof Response) return read;
  const { token, password } = read.body;
  const ctx = { db: database().db, clock: systemClock, newId: randomUUID };
  const holder = await (password === undefined ? holderOf(ctx, token) : chooseByLink(ctx, token, password));
  if (!holder.ok) return problem(409, holder.failure.code, linkText[holder.failure.code]());
  if (password === undefined) return json(holder.value);
  return signIn({ email: holder.value.email, password }, request, clientAddress);
};
