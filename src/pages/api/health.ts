import type { APIRoute } from 'astro';
import { getStatus } from '../../areas/today/server/index.ts';
import { isSilent } from '../../areas/today/model/status.ts';
import { database } from '../../platform/db/client.ts';

const answer = (body: object, status = 200): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });

/** Public, and no more than whether: this process and its database answer, what serves machines and does checks is alive, machines answer. 503 where no page can be
 *  read at all. */
export const GET: APIRoute = async () => {
  try {
    const { database: db, silentForS, machines, roomBytes, watermarkBytes } = await getStatus(database());
    return answer({
      database: db.isReadOnly ? 'read only' : 'takes records',
      devices: isSilent(silentForS.devices) ? 'silent' : 'at work',
      checks: isSilent(silentForS.checks) ? 'silent' : 'at work',
      machines: { connected: machines.connected, silent: machines.silent.length },
      disk: roomBytes !== null && roomBytes < watermarkBytes ? 'full' : 'has room',
    });
  } catch {
    return answer({ database: 'silent' }, 503);
  }
};
