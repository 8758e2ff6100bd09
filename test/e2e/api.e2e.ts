import { execFileSync } from 'node:child_process';
import { contextOfFile } from '../../src/areas/rules/contextFile.ts';
import { readFileSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from './fixtures.ts';

const filesIn = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const at = path.join(folder, name);
    return statSync(at).isDirectory() ? filesIn(at) : [at];
  });
/** Routes that nobody needs to be signed in for. */
const OPEN = ['health.ts', 'demo.ts', 'first.ts', 'sign-in/link.ts', '[...all].ts', '_routes.ts'];
/** A body of bytes, not of JSON. */
const RAW = new Set(['PUT /api/files', 'PUT /api/trials/{id}/pictures']);
interface Route {
  readonly method: string;
  readonly address: string;
  readonly role: string;
  readonly file: string;
}
const routes: Route[] = filesIn('src/pages/api')
  .filter((f) => !OPEN.some((open) => f.endsWith(`/${open}`)))
  .flatMap((file) => {
    const text = readFileSync(file, 'utf8');
    const address = `/${path.relative('src/pages', file)}`
      .replace(/\.ts$/, '')
      .replace(/\/index$/, '')
      .replace(/\[(\w+)\]/g, '{$1}');
    const exported = [...text.matchAll(/export const (\w+) = /g)]
      .map(([, name]) => name!)
      .filter((name) => /^(GET|POST|PUT|DELETE|PATCH)$/.test(name));
    return exported.map((method) => ({
      method,
      address,
      file,
      role:
        new RegExp(
          `export const ${method} = (?:reading|command|upload|listOf|tableOf)\\(\\{\\s*role: '(viewer|technician|lead)'`,
        ).exec(text)?.[1] ?? 'none',
    }));
  });
const RANK = ['signed out', 'viewer', 'technician', 'lead'];

const STREAMS: readonly string[] = ['/api/live', '/api/floor/live'];

test('every route file declares a role for every method', () => {
  expect(routes.length).toBeGreaterThan(30);
  expect(routes.filter((r) => r.role === 'none')).toEqual([]);
});

test('every route answers each role as it declares', async ({ playwright, baseURL }) => {
  const people = await Promise.all(
    RANK.map(async (role) => {
      const context = await playwright.request.newContext({
        baseURL: baseURL!,
        extraHTTPHeaders: { origin: baseURL! },
      });
      if (role !== 'signed out') await context.post('/api/sign-in/demo', { data: { role } });
      return { role, context };
    }),
  );
  for (const { method, address, role } of routes) {
    if (STREAMS.includes(address)) continue; // they do not end; their role is asked for signed out below
    for (const person of people) {
      const response = await person.context.fetch(address.replace(/\{\w+\}/g, 'none'), {
        method,
        ...(method !== 'GET' && { data: {} }),
      });
      const status = response.status();
      const said = `${method} ${address} as ${person.role}: ${status}`;
      if (person.role === 'signed out') expect(status, said).toBe(401);
      else if (RANK.indexOf(person.role) < RANK.indexOf(role)) expect(status, said).toBe(403);
      else {
        expect([401, 403], said).not.toContain(status);
        expect(status, said).toBeLessThan(500);
      }
    }
  }
  for (const stream of STREAMS) expect((await people[0]!.context.get(stream)).status()).toBe(401);
  const foreign = await playwright.request.newContext({
    baseURL: baseURL!,
    extraHTTPHeaders: { origin: 'http://elsewhere.example' },
  });
  expect(
    (
      await foreign.post('/api/sign-in/demo', { data: 'role=lead', headers: { 'content-type': 'text/plain' } })
    ).status(),
  ).toBe(403);
  await Promise.all(people.map((p) => p.context.dispose()));
});

interface Described {
  readonly 'x-role': string;
  readonly requestBody?: object;
  readonly parameters: readonly { readonly name: string; readonly in: string; readonly required: boolean }[];
  readonly responses: Readonly<Record<string, { readonly description: string }>>;
}
test('the served description names exactly the routes there are, with their roles, and a schema for every command', async ({
  playwright,
  baseURL,
}) => {
  const context = await playwright.request.newContext({ baseURL: baseURL!, extraHTTPHeaders: { origin: baseURL! } });
  await context.post('/api/sign-in/demo', { data: { role: 'viewer' } });
  const { openapi, paths } = (await (await context.get('/api')).json()) as {
    openapi: string;
    paths: Record<string, Record<string, Described>>;
  };
  expect(openapi).toBe('3.1.0');
  const served = Object.entries(paths)
    .flatMap(([address, methods]) =>
      Object.entries(methods).map(([method, m]) => `${method.toUpperCase()} ${address} ${m['x-role']}`),
    )
    .sort();
  expect(served).toEqual(
    routes
      .filter((r) => r.address !== '/api')
      .map((r) => `${r.method} ${r.address} ${r.role}`)
      .sort(),
  );
  for (const { method, address } of routes)
    if (method !== 'GET' && !RAW.has(`${method} ${address}`))
      expect(paths[address]![method.toLowerCase()]!.requestBody, `${method} ${address}`).toBeDefined();
  const history = paths['/api/profiles/{id}/history']!['get']!;
  expect(history.parameters.map((p) => [p.name, p.in, p.required])).toEqual([
    ['id', 'path', true],
    ['setting', 'query', true],
    ['machine', 'query', false],
  ]);
  expect(history.responses['404']!.description).toBe('noProfile; noSetting');
  await context.dispose();
});

test('a token does what its role may until it is revoked, and only a lead makes one', async ({
  playwright,
  baseURL,
}) => {
  const lead = await playwright.request.newContext({ baseURL: baseURL!, extraHTTPHeaders: { origin: baseURL! } });
  await lead.post('/api/sign-in/demo', { data: { role: 'lead' } });
  const { id, token } = (await (
    await lead.post('/api/tokens', { data: { name: 'night report', role: 'viewer', days: 30 } })
  ).json()) as { id: string; token: string };
  const machine = await playwright.request.newContext({
    baseURL: baseURL!,
    extraHTTPHeaders: { authorization: `Bearer ${token}` },
  });
  expect((await machine.get('/api/profiles')).status()).toBe(200);
  expect((await machine.post('/api/profiles', { data: {} })).status()).toBe(403);
  const written = execFileSync(
    'node',
    [
      ...['--import', 'tsx', 'src/cli/main.ts', 'context'],
      ...['--machine', 'Rifugio Vodice', '--material', 'torba-asa-natural', '--process', 'fine-0.20'],
    ],
    { encoding: 'utf8', env: { ...process.env, CANTIERE_URL: baseURL!, CANTIERE_TOKEN: token } },
  );
  expect(contextOfFile(JSON.parse(written)), 'the command line writes surroundings that it can read').toMatchObject({
    ok: true,
    value: { machine: { name: 'Rifugio Vodice' }, recipe: { lay: { nozzleC: 248 } } },
  });
  expect((await machine.post('/api/tokens', { data: { name: 'another', role: 'lead', days: 1 } })).status()).toBe(403);
  expect(JSON.stringify(await (await lead.get('/api/tokens')).json())).not.toContain(token);
  expect((await lead.post(`/api/tokens/${id}/revoke`, { data: {} })).status()).toBe(200);
  expect((await machine.get('/api/profiles')).status()).toBe(401);
  const guess = await playwright.request.newContext({
    baseURL: baseURL!,
    extraHTTPHeaders: { authorization: 'Bearer cantiere_guess' },
  });
  expect((await guess.get('/api/profiles')).status()).toBe(401);
});

test('figures of the service are read by a token of the least right, in the text format that watchers gather', async ({
  baseURL,
  playwright,
}) => {
  const lead = await playwright.request.newContext({ baseURL: baseURL!, extraHTTPHeaders: { origin: baseURL! } });
  await lead.post('/api/sign-in/demo', { data: { role: 'lead' } });
  await lead.get('/api/jobs/nowhere');
  const made = await lead.post('/api/tokens', { data: { name: 'watcher', role: 'viewer', days: 30 } });
  const { id, token } = (await made.json()) as { id: string; token: string };
  const watcher = await playwright.request.newContext({
    baseURL: baseURL!,
    extraHTTPHeaders: { authorization: `Bearer ${token}` },
  });
  const answer = await watcher.get('/api/metrics');
  expect(answer.headers()['content-type']).toContain('text/plain; version=0.0.4');
  const text = await answer.text();
  expect(text).toMatch(/cantiere_request_seconds_count\{method="GET",route="\/api\/jobs\/\[id\]",status="404"\} [1-9]/);
  expect(text).toMatch(/cantiere_silent_seconds\{process="devices"\} [\d.]+\n/);
  expect(text).toMatch(/cantiere_database_bytes [1-9]\d+/);
  expect(text).toMatch(/nodejs_eventloop_lag_seconds [\d.e-]+/);
  expect((await lead.post(`/api/tokens/${id}/revoke`, { data: {} })).status()).toBe(200);
});

test('each answer names its request, another one each time', async ({ baseURL, playwright }) => {
  const anybody = await playwright.request.newContext({ baseURL: baseURL! });
  const names = await Promise.all(
    ['/sign-in', '/api/health', '/api/jobs', '/api/nowhere'].map(
      async (address) => (await anybody.get(address)).headers()['x-request-id'],
    ),
  );
  for (const name of names) expect(name).toMatch(/^[\da-f]{12}$/);
  expect(new Set(names).size).toBe(names.length);
});
