import { getRuleRecord } from '../../../areas/checks/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** What every rule foretold against what became of the jobs. */
export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await getRuleRecord(ctx)) });
