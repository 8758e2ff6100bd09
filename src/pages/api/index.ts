import { endpoint } from '../../platform/http/endpoint.ts';
import { describeApi } from '../../platform/http/openapi.ts';

/** The API describes itself: every route file but this one, as it is loaded. */
const modules = import.meta.glob<Record<string, unknown>>(['./**/*.ts', '!./index.ts', '!./auth/**', '!./health.ts', '!./sign-in/**'], { eager: true });

export const GET = endpoint({ role: 'viewer', run: async () => new Response(`${JSON.stringify(describeApi(modules), null, 1)}\n`, { headers: { 'content-type': 'application/json' } }) });
