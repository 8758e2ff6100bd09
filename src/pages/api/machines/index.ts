import { machineText } from '../../../areas/machines/model/failures.ts';
import { newMachineSchema } from '../../../areas/machines/model/schemas.ts';
import { addMachine, listMachineCards } from '../../../areas/machines/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  isAlike: true,
  run: async ({ ctx }) => succeed(await listMachineCards(ctx)),
});
export const POST = command({
  role: 'lead',
  schema: newMachineSchema,
  text: machineText,
  statuses: { nameTaken: 409, addressTaken: 409 },
  run: async ({ ctx, body }) => {
    const made = await addMachine(ctx, body);
    return made.ok ? succeed({ id: made.value.id }) : made;
  },
});
