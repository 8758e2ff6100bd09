import type { APIRoute } from 'astro';
import { database } from '../../platform/db/client.ts';

/** Public: whether this process and its database answer. */
export const GET: APIRoute = async () => {
  try {
    await database().pool.query('select 1');
    return new Response('ok');
  } catch {
    return new Response('database', { status: 503 });
  }
};
