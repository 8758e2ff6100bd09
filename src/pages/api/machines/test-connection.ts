import { machineText } from '../../../areas/machines/model/failures.ts';
import { connectionSchema } from '../../../areas/machines/model/schemas.ts';
import { testConnection } from '../../../areas/machines/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';

/** Looks at a device and changes nothing. */
export const POST = command({
  role: 'lead',
  database: 'outside',
  schema: connectionSchema,
  text: machineText,
  statuses: { inUse: 409 },
  run: ({ ctx, body }) => testConnection(ctx, body.technology, body.device),
});
