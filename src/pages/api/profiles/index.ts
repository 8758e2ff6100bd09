import { searchProfiles } from '../../../areas/library/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { endpoint } from '../../../platform/http/endpoint.ts';

export const GET = endpoint({ role: 'viewer', run: async ({ ctx, query }) => succeed(await searchProfiles(ctx, { text: query.get('text')?.slice(0, 200), kind: query.get('kind') ?? undefined, limit: 300 })) });
