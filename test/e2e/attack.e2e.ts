import { readFileSync, readdirSync } from 'node:fs';
import http from 'node:http';
import { syntheticProgram } from '../../bench/synthetic.ts';
import { headersOf, hold, lines, list, pick, sentJob } from './asked.ts';
import { expect, farmHere, openMachine, signIn, takeOff, test } from './fixtures.ts';

// What somebody may try on purpose. Each gets one clear answer, and everything else goes on.
const MB = 1e6;
const pids = (): Record<string, number> => JSON.parse(readFileSync(farmHere().pids, 'utf8')) as Record<string, number>;
const residentBytes = (pid: number): number =>
  Number(/^VmRSS:\s+(\d+) kB/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) * 1024;
/** Processes that one has started. */
const childrenOf = (parent: number): number[] =>
  readdirSync('/proc').flatMap((name) => {
    try {
      const stat = /^\d+$/.test(name) ? readFileSync(`/proc/${name}/stat`, 'utf8') : '';
      return Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]) === parent ? [Number(name)] : [];
    } catch {
      return []; // it has ended meanwhile
    }
  });

/** Sends pieces without saying how many, until an answer comes: its status, and what was sent until then. */
const flood = (
  path: string,
  headers: Record<string, string>,
  mostBytes: number,
): Promise<[status: number, sent: number]> =>
  new Promise((resolve, reject) => {
    const piece = Buffer.alloc(65_536, 'a');
    const url = new URL(path, farmHere().url);
    let sent = 0;
    let isAnswered = false;
    const request = http.request(url, { method: 'POST', headers: { origin: url.origin, ...headers } }, (answer) => {
      isAnswered = true;
      answer.resume();
      resolve([answer.statusCode!, sent]);
      request.destroy();
    });
    request.on('error', (error) => {
      if (!isAnswered) reject(error);
    });
    const more = (): void => {
      while (!isAnswered && sent < mostBytes) {
        sent += piece.length;
        if (!request.write(piece)) return void request.once('drain', more);
      }
      if (!isAnswered) request.end();
    };
    more();
  });

test.describe('bodies', () => {
  test('one of 400 MB that says not how long it is is answered at once, signed in or not, and takes no memory', async ({
    page,
  }) => {
    const web = pids()['web']!;
    const json = { 'content-type': 'application/json' };
    await signIn(page, 'viewer');
    const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
    const before = residentBytes(web);
    for (const [path, headers, status] of [
      ['/api/auth/sign-in/email', json, 413],
      ['/api/sign-in/link', json, 413],
      ['/api/jobs', json, 401],
      ['/api/jobs', { ...json, cookie }, 413],
    ] as const) {
      const [answered, sent] = await flood(path, headers, 400 * MB);
      expect(answered, path).toBe(status);
      expect(sent, path).toBeLessThan(40 * MB); // what the sockets hold
    }
    expect(residentBytes(web) - before).toBeLessThan(100 * MB);
  });

  test('a hundred thousand wrong values get one answer of twenty lines at most, and nothing is nested without end', async ({
    page,
  }) => {
    await signIn(page, 'viewer');
    const post = async (body: string): Promise<[number, { title: string; fields?: unknown[] }]> => {
      const answer = await page.request.post('/api/requests', {
        headers: { ...headersOf(page), 'content-type': 'application/json' },
        data: Buffer.from(body),
      });
      return [answer.status(), (await answer.json()) as { title: string; fields?: unknown[] }];
    };
    const files = (n: number): string =>
      JSON.stringify({ title: 'x', wanted: 'y', quantity: 1, due: null, files: Array.from({ length: n }, () => 0) });
    const [many, says] = await post(files(100_000));
    expect([many, says.title]).toEqual([413, expect.stringContaining('values; send it in parts')]);
    const [some, named] = await post(files(900));
    expect([some, named.fields!.length, named.title]).toEqual([400, 20, expect.stringMatching(/; and 8\d\d more$/)]);
    const [deep] = await post('['.repeat(100_000) + ']'.repeat(100_000));
    expect(deep).toBe(400);
    const [later] = await post('{"due":"not a date"}');
    expect(later).toBe(400);
  });
});

test('twelve who take nothing of a file of 40 MB cost no more memory than a few pieces of it each', async ({
  page,
}) => {
  await signIn(page, 'viewer');
  const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
  const headers = { ...headersOf(page), cookie };
  const { url } = farmHere();
  const kept = await fetch(`${url}/api/files`, {
    method: 'PUT',
    headers: { ...headers, 'content-type': 'application/octet-stream' },
    body: Buffer.alloc(40 * MB, 'G1 X1 Y1 E0.1\n'),
  });
  const { sha256, size } = (await kept.json()) as { sha256: string; size: number };
  const asked = {
    title: 'Long',
    wanted: 'all of it',
    quantity: 1,
    due: null,
    files: [{ sha256, size, name: 'long.gcode' }],
  };
  const made = await fetch(`${url}/api/requests`, {
    method: 'POST',
    headers: { ...headers, 'content-type': 'application/json' },
    body: JSON.stringify(asked),
  });
  const { id } = (await made.json()) as { id: string };
  const address = `${url}/api/requests/${id}/file?sha=${sha256}`;
  const whole = async (): Promise<number> => (await (await fetch(address, { headers })).arrayBuffer()).byteLength;
  expect(await whole()).toBe(40 * MB);
  const before = residentBytes(pids()['web']!);
  const idle = await Promise.all(
    Array.from(
      { length: 12 },
      () => new Promise<http.IncomingMessage>((resolve) => void http.get(address, { headers, agent: false }, resolve)),
    ),
  );
  // while others read all of it twice, they could have been sent it all
  for (let i = 0; i < 2; i++) expect(await whole()).toBe(40 * MB);
  expect(residentBytes(pids()['web']!) - before, 'bytes more').toBeLessThan(150 * MB);
  for (const each of idle) each.destroy();
});

test.describe('doors', () => {
  test('whose token is revoked hears no more: the stream of what happens ends', async ({ page }) => {
    await signIn(page, 'lead');
    const { url } = farmHere();
    const { id, token } = await (
      await page.request.post('/api/tokens', {
        headers: headersOf(page),
        data: { name: 'watcher', role: 'viewer', days: 1 },
      })
    ).json();
    const watch = (): Promise<Response> =>
      fetch(`${url}/api/floor/live`, { headers: { authorization: `Bearer ${token}` } });
    const reader = (await watch()).body!.getReader();
    expect((await reader.read()).done).toBe(false);
    expect((await page.request.post(`/api/tokens/${id}/revoke`, { headers: headersOf(page), data: {} })).ok()).toBe(
      true,
    );
    for (let part = await reader.read(); !part.done; part = await reader.read());
    expect((await watch()).status).toBe(401);
  });
  test('ten wrong passwords close an account, wherever they say they come from; nobody is told whether it is there', async ({
    page,
  }) => {
    const wrong = (email: string, from: string) =>
      page.request.post('/api/auth/sign-in/email', {
        data: { email, password: 'not this one at all' },
        headers: { origin: farmHere().url, 'x-forwarded-for': from, 'x-client-ip': from },
      });
    const answers: number[] = [];
    for (let i = 0; i < 12; i++) answers.push((await wrong('guessed@quelmora.example', `10.0.0.${i}`)).status());
    expect(answers).toEqual([...Array.from({ length: 10 }, () => 401), 429, 429]);
    expect((await wrong('other@quelmora.example', '10.0.0.1')).status()).toBe(401);
    await signIn(page, 'viewer'); // of everybody else nothing is closed
    const log = await list<{ rows: { what: string }[] }>(page, '/api/events?search=guessed');
    expect(log.rows).toEqual([]); // a password may have been typed into the wrong field
  });

  test('whoever signs in and out stands in the log, and no session is told to a script', async ({ page }) => {
    const answer = await page.request.post('/api/sign-in/demo', {
      data: { role: 'lead' },
      headers: { origin: farmHere().url },
    });
    expect(await answer.json()).toEqual({ signedIn: true });
    expect(answer.headers()['set-cookie']).toMatch(/HttpOnly/i);
    const said = async () =>
      (await list<{ rows: { what: string; whoName: string }[] }>(page, '/api/events')).rows.map(
        (e) => `${e.whoName} ${e.what}`,
      );
    expect(await said()).toContain('Dario Kessel signed in');
    await page.request.post('/api/auth/sign-out', { data: {}, headers: { origin: farmHere().url } });
    expect((await page.request.get('/api/events')).status()).toBe(401);
    await page.request.post('/api/sign-in/demo', { data: { role: 'lead' }, headers: { origin: farmHere().url } });
    expect(await said()).toContain('Dario Kessel signed out');
  });

  test('a name that is not ours is answered by nothing, an address that is not there by 404', async ({
    page,
    baseURL,
  }) => {
    const asked = (path: string, host?: string): Promise<number> =>
      new Promise((resolve, reject) => {
        http
          .get(new URL(path, baseURL), { ...(host && { headers: { host } }) }, (answer) => {
            answer.resume();
            resolve(answer.statusCode!);
          })
          .on('error', reject);
      });
    expect([
      await asked('/sign-in'),
      await asked('/sign-in', 'rebound.example'),
      await asked('/api/me', 'rebound.example'),
    ]).toEqual([200, 421, 421]);
    await signIn(page, 'viewer');
    expect((await page.request.get('/api/nothing')).status()).toBe(404);
    expect((await page.request.post('/api/auth/sign-up/email', { data: {}, headers: headersOf(page) })).status()).toBe(
      404,
    );
    expect((await page.request.get('/nothing/of/the/kind')).status()).toBe(404);
    await page.goto('/nothing/of/the/kind');
    await expect(page.getByText('Nothing has this address')).toBeVisible();
  });

  test('every answer says how it may be used, and no script runs that the build did not make', async ({
    page,
    browser,
    baseURL,
  }) => {
    await signIn(page, 'viewer');
    const page1 = (await page.request.get('/checks')).headers();
    const policy = page1['content-security-policy']!;
    expect(/script-src ([^;]*)/.exec(policy)![1]).toMatch(/^'self'( 'sha256-[\w+/=]+')+$/);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(page1['x-frame-options']).toBe('DENY');
    const built = /\/_astro\/[\w.-]+\.js/.exec(await (await page.request.get('/checks')).text())![0];
    for (const path of ['/checks', '/api/me', '/sign-in', built])
      expect((await page.request.get(path)).headers()['x-content-type-options'], path).toBe('nosniff');
    expect((await page.request.get(built)).headers()['cache-control']).toContain('immutable');
    const theirs = await browser.newPage({ baseURL: baseURL! }); // what is refused there stands in its console
    await theirs.goto('/sign-in');
    const ran = await theirs.evaluate(() => {
      const script = document.createElement('script');
      script.textContent = 'window.planted = true';
      document.body.append(script);
      return 'planted' in window;
    });
    await theirs.close();
    expect(ran).toBe(false);
  });
});

test('a secret stands where it is used: no process but the one that needs it is told', () => {
  const told = (label: string): string => readFileSync(`/proc/${pids()[label]!}/environ`, 'utf8');
  for (const label of ['web', 'devices', 'checks', 'stand-ins'])
    expect(told(label), label).not.toContain('DATABASE_OWNER_URL');
  for (const label of ['devices', 'checks', 'stand-ins'])
    expect(told(label), label).not.toMatch(/CANTIERE_SECRET|DEMO_PASSWORD/);
  expect(told('stand-ins')).not.toContain('DATABASE_URL');
});

test('a check that ends its process twice is set aside with its reason; the print beside it and the next check go on', async ({
  page,
}) => {
  const program = (what: string): Buffer => Buffer.concat([Buffer.from(`; ${what}\n`), syntheticProgram(120e6)]);
  const deadly = program('attack, deadly');
  await signIn(page);
  const runOf = async (id: string) =>
    (await list<{ run: { state: string; bytesRead: number; refusal: string | null } }>(page, `/api/jobs/${id}`)).run;
  await openMachine(page, 'Rifugio Pelmo');
  await page.getByRole('link', { name: 'Start a trial here' }).click();
  await pick(page, 'Process', 'Fine 0.20');
  await page.getByRole('button', { name: 'Plan this trial' }).click();
  await hold('rifugio-pelmo', 60);
  await page.getByRole('button', { name: 'Print on Rifugio Pelmo' }).click();
  const id = await sentJob(page, 'deadly one', deadly);
  const short = '; short\nG28\nG1 Z0.2 F600\nG1 X10 Y10 F6000\nG1 X60 E3 F1200\nM104 S0\n';
  const next = await sentJob(page, 'the next one', Buffer.from(short));
  const killed = new Set<number>();
  await expect
    .poll(
      async () => {
        const run = await runOf(id);
        const [runner] = childrenOf(pids()['checks']!);
        // twice and no more: the one after does the next check already
        if (run.state === 'running' && runner && killed.size < 2 && !killed.has(runner)) {
          // it is told no secret either
          expect(readFileSync(`/proc/${runner}/environ`, 'utf8')).not.toMatch(/SECRET|OWNER|PASSWORD/);
          killed.add(runner);
          process.kill(runner, 'SIGKILL');
        }
        return run.state;
      },
      { timeout: 60_000, intervals: [100] },
    )
    .toBe('gave up');
  expect(killed.size).toBe(2);
  expect((await runOf(id)).refusal).toBe(
    'The file could not be judged: its process ended by itself (SIGKILL). Nothing else was held up by it. Coarsen the mesh, or split the job',
  );
  await expect.poll(async () => (await runOf(next)).state, { timeout: 30_000 }).toBe('done');
  await lines(page, 57); // the print has gone on meanwhile, by a process of its own
  await hold('rifugio-pelmo');
  await expect(page.locator('[data-phase=done]')).toBeVisible({ timeout: 90_000 });
  await takeOff(page);
});
