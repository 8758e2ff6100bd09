import { listRetired } from '../../../areas/machines/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** Machines that are no longer in use. */
export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await listRetired(ctx)) });
