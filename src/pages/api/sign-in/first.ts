import { randomUUID } from 'node:crypto';
import type { APIRoute } from 'astro';
import { signIn } from '../../../platform/auth/signIn.ts';
import { firstLeadSchema } from '../../../areas/people/model/schemas.ts';
import { makeFirstLead } from '../../../areas/people/server/index.ts';
import { isFromHere } from '../../../platform/auth/unclaimed.ts';
import { systemClock } from '../../../platform/clock.ts';
import { database } from '../../../platform/db/client.ts';
import { readBody } from '../../../platform/http/body.ts';
import { problem } from '../../../platform/http/problem.ts';

const LARGEST_BYTES = 4096;

/** Public on loopback while a farm has nobody: makes its first lead and signs them in. */
export const POST: APIRoute = async ({ request, clientAddress }) => {
  if (!isFromHere(clientAddress, request.headers))
    return problem(403, 'notHere', 'The first lead is made on the machine that serves the farm');
  const read = await readBody(request, firstLeadSchema, LARGEST_BYTES);
  if (read instanceof Response) return read;
  const made = await makeFirstLead({ db: database().db, clock: systemClock, newId: randomUUID }, read.body);
  if (!made.ok) return problem(409, made.failure.code, 'The farm has people already: sign in as one of them');
  return signIn(read.body, request, clientAddress);
};
