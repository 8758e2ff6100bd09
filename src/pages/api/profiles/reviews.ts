import { listInReview } from '../../../areas/library/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** Revisions that wait for a lead. */
export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await listInReview(ctx)) });
