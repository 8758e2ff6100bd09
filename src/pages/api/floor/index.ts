import { getFloor } from '../../../areas/today/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** Every machine: what it does, what is on it, what a person has to do there next. */
export const GET = reading({ role: 'viewer', isAlike: true, run: async ({ ctx }) => succeed(await getFloor(ctx)) });
