import { machineText } from '../../../areas/machines/model/failures.ts';
import { receiveSchema } from '../../../areas/machines/model/schemas.ts';
import { containerList, receiveContainers } from '../../../areas/machines/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';
import { listOf } from '../../../platform/lists/routes.ts';

export const GET = listOf({ role: 'viewer', list: containerList });
export const POST = command({
  role: 'technician',
  schema: receiveSchema,
  text: machineText,
  statuses: { codeTaken: 409 },
  run: ({ ctx, body }) => receiveContainers(ctx, body),
});
