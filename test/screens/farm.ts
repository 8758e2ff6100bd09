import { randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { createServer, type IncomingMessage } from 'node:http';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { APIContext, APIRoute } from 'astro';
import type { TestProject } from 'vitest/node';
import { asChecked } from '../../src/core/result/checked.ts';
import { routeFiles } from '../../src/pages/api/_routes.ts';
import { makeToken } from '../../src/platform/auth/tokens.ts';
import { steppedClock } from '../../src/platform/clock.ts';
import type { Ctx, PersonRole } from '../../src/platform/db/context.ts';
import type { RouteFile } from '../../src/platform/http/endpoint.ts';
import { seedFarm } from '../../src/workers/demo/farm.ts';
import { freshFarm, joins, unwrap } from '../db/setup.ts';

declare module 'vitest' {
  interface ProvidedContext {
    readonly farmUrl: string;
    readonly tokens: Readonly<Record<PersonRole, string>>;
  }
}
const roles: readonly PersonRole[] = ['viewer', 'technician', 'lead'];

/** Routes by the address they answer, those without a gap in it first. */
const routes = Object.entries(routeFiles as Readonly<Record<string, RouteFile>>)
  .map(([file, methods]) => {
    const address = `/api/${file.replace(/^\.\//, '').replace(/\.ts$/, '')}`.replace(/\/index$/, '');
    return { methods, pattern: new RegExp(`^${address.replace(/\[(\w+)\]/g, '(?<$1>[^/]+)')}$`), address };
  })
  .sort((a, b) => a.address.split('[').length - b.address.split('[').length);

/** The document of these tests has an address of its own. */
const FROM_ANYWHERE = {
  'access-control-allow-origin': '*',
  'access-control-allow-headers': '*, authorization, content-type',
  'access-control-allow-methods': 'GET, POST, PUT',
};
async function bytesOf(request: IncomingMessage): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  return Buffer.concat(parts);
}

/** The farm of the demonstration in a database of its own, and its routes as they are, over HTTP: what screens without a browser ask. */
export default async function serveDemo({ provide }: TestProject): Promise<() => Promise<void>> {
  process.env['CANTIERE_DATA'] = mkdtempSync(path.join(tmpdir(), 'cantiere-'));
  const farm = await freshFarm('screens');
  const clock = steppedClock(new Date());
  const db = drizzle(farm.pool);
  const as = (role: PersonRole): Ctx => ({
    db,
    user: { id: `u-${role}`, name: role, role },
    clock,
    newId: randomUUID,
  });
  await db.transaction((whole) => seedFarm((role) => ({ ...as(role), db: whole }), clock, 0));
  clock.set(new Date());
  await joins(farm, 'lead');
  const tokens = await Promise.all(
    roles.map(
      async (role) => [role, unwrap(await makeToken(as('lead'), { name: role, role, days: 1 })).token] as const,
    ),
  );
  const server = createServer((request, response) => {
    void (async () => {
      const url = new URL(request.url!, 'http://127.0.0.1');
      const route = routes.find((r) => r.pattern.test(url.pathname));
      const method = request.method as 'GET' | 'POST' | 'PUT';
      const handler = route?.methods[method] as APIRoute | undefined;
      const body = await bytesOf(request);
      const answer: Response = handler
        ? await handler(
            asChecked<APIContext>({
              url,
              params: { ...route!.pattern.exec(url.pathname)!.groups },
              request: new Request(url, {
                method,
                headers: request.headers as Record<string, string>,
                ...(method !== 'GET' && { body: new Uint8Array(body) }),
              }),
            }),
          )
        : new Response(null, { status: request.method === 'OPTIONS' ? 204 : 404 });
      response.writeHead(answer.status, { ...Object.fromEntries(answer.headers), ...FROM_ANYWHERE });
      response.end(Buffer.from(await answer.arrayBuffer()));
    })();
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as { port: number };
  provide('farmUrl', `http://127.0.0.1:${port}`);
  provide('tokens', Object.fromEntries(tokens) as Record<PersonRole, string>);
  return async () => {
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
    await farm.close();
  };
}
