import { getStatus, gaugesOf } from '../../areas/today/server/index.ts';
import { database } from '../../platform/db/client.ts';
import { reading } from '../../platform/http/endpoint.ts';
import { registry } from '../../platform/http/served.ts';

/** Figures of this process and of the service for whatever gathers and watches them, in the text format of Prometheus. */
export const GET = reading({
  role: 'viewer',
  run: async ({ ctx }) => {
    const service = gaugesOf(await getStatus(ctx), database().pool);
    return new Response(`${await registry.metrics()}\n${await service.metrics()}`, {
      headers: { 'content-type': registry.contentType, 'cache-control': 'no-store' },
    });
  },
});
