import pg from 'pg';
import { chromium } from '@playwright/test';
import { freePort } from '../scripts/cluster.mjs';
import { ensureBuild, ensureChromium, ensureDependencies } from '../scripts/prepare.mjs';
import { startFarm } from '../scripts/processes.mjs';
import { cookieOf } from './cookieOf.ts';
import { resolveValues, valuesOf, type Level } from '../src/areas/library/model/resolve.ts';
import { validRecipeFixture } from '../src/areas/rules/fixture.ts';
import { checkRecipe } from '../src/areas/rules/run.ts';
import { catalogue, settingsOf } from '../src/areas/library/settings/catalogue.ts';

// The library at size, through the running application: 10,000 profiles, 100,000 revisions, 50,000 pairing entries.
const PROFILES = 10_000;
const REVISIONS_EACH = 10;
const PAIRINGS = 5000;
const CLIENTS = 20;
const SECONDS = 10;
const sorted = (v: readonly number[]): number[] => [...v].sort((a, b) => a - b);
const median = (v: readonly number[]): number => sorted(v)[v.length >> 1]!;
const p95 = (v: readonly number[]): number => sorted(v)[Math.floor(v.length * 0.95)]!;
const say = (what: string, figure: string, wanted: string): void => {
  console.log(`${what.padEnd(62)} ${figure.padStart(10)}   (wanted: ${wanted})`);
};
const timed = async (work: () => unknown): Promise<number> => {
  const t = performance.now();
  await work();
  return performance.now() - t;
};

function core(): void {
  const numbers = catalogue.filter((s) => s.type === 'number' && s.technology === 'filament');
  const levels: Level[] = [...Array(4).keys()].flatMap((chain) =>
    [...Array(6).keys()].map((depth) => ({
      kind: 'process' as const,
      name: `c${chain}d${depth}`,
      profileId: `${chain}${depth}`,
      own: Object.fromEntries(
        numbers
          .filter((_, i) => (i + chain + depth) % 7 === 0)
          .map((s) => [s.key, 1 + (s as { range: readonly [number, number] }).range[0]]),
      ),
    })),
  );
  const resolve: number[] = [];
  const rules: number[] = [];
  const input = validRecipeFixture('filament');
  for (let i = 0; i < 3000; i++) {
    let t = performance.now();
    valuesOf(resolveValues(levels));
    resolve.push(performance.now() - t);
    t = performance.now();
    checkRecipe(input);
    rules.push(performance.now() - t);
  }
  say(
    `resolving a recipe, ${catalogue.length} settings, four chains of six, median`,
    `${median(resolve).toFixed(3)} ms`,
    '0.2 and less',
  );
  say('all recipe rules, median', `${median(rules).toFixed(3)} ms`, '2 and less');
}

async function fill(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const settings = JSON.stringify(
    settingsOf('material', 'filament')
      .filter((s) => s.type === 'number')
      .map((s) => [s.key, (s as { range: readonly [number, number] }).range[0]]),
  );
  await client.query(`insert into profile (id, kind, key, name, technology, parent_id, stock, tags, owner_id, created_at)
    select 'b' || i, (array['material','process','tool','printer'])[1 + i % 4], 'bench-' || i, 'Bench ' || (array['amber','birch','cedar','delta','ember','fjord','grove'])[1 + i % 7] || ' ' || i, 'filament', case when i > 40 and i / 4 % 6 <> 0 then 'b' || (i - 4) end, false, '[]', 'bench', now() from generate_series(1, ${PROFILES}) i`);
  await client.query(
    `insert into revision (id, profile_id, number, own, reasons, resolved, catalogue_version, message, author_id, author_name, at)
    select 'b' || i || 'r' || n, 'b' || i, n, case when i % 4 = 0 then (select jsonb_object_agg(x->>0, x->1) from (select x from jsonb_array_elements($1::jsonb) with ordinality a(x, o) where (o + i + n) % 4 = 0) y) else '{}' end, '{}', '{}', 2, 'bench', 'bench', 'bench', now() from generate_series(1, ${PROFILES}) i, generate_series(1, ${REVISIONS_EACH}) n`,
    [settings],
  );
  await client.query(
    `insert into revision_event (id, revision_id, state, by, at) select 'e' || id, id, 'released', 'bench', now() from revision where author_id = 'bench'`,
  );
  await client.query(
    `insert into pairing (id, scope, scope_id, mount, tool_id, material_id, created_at) select 'p' || i, 'machine', 'm' || (i % 50), 0, 'b' || (2 + 4 * (i % 90)), 'b' || (4 * (1 + i / 50 % 100)), now() from generate_series(0, ${PAIRINGS - 1}) i on conflict do nothing`,
  );
  await client.query(
    `insert into pairing_revision (id, pairing_id, number, entries, message, author_id, author_name, at) select id || 'r1', id, 1, (select jsonb_object_agg('k' || k, '[]'::jsonb) from generate_series(1, 10) k), 'bench', 'bench', 'bench', now() from pairing where id like 'p%' and scope_id like 'm%'`,
  );
  await client.query('analyze');
  await client.end();
}

core();
ensureDependencies();
ensureChromium();
ensureBuild();
const farm = await startFarm({ name: 'pg-bench', port: await freePort(), fresh: true, fast: true, quiet: true });
try {
  await fill(farm.cluster.ownerUrl);
  const cookie = await cookieOf(farm.url, 'lead');
  const headers = { cookie, origin: farm.url, 'content-type': 'application/json' };
  const get = async (path: string): Promise<unknown> => {
    const r = await fetch(farm.url + path, { headers });
    if (!r.ok) throw new Error(`${path} answered ${r.status}`);
    return r.json();
  };
  for (let i = 0; i < 5; i++) await get('/api/profiles?search=birch');
  const times: number[] = [];
  const words = ['amber', 'birch 12', 'cedar', 'ember 9', 'grove 777', 'bench', 'PLA', 'Torba'];
  await Promise.all(
    [...Array(CLIENTS).keys()].map(async (c) => {
      await new Promise((r) => {
        setTimeout(r, (c * 1000) / CLIENTS);
      });
      for (let s = 0; s < SECONDS; s++) {
        const spent = await timed(() =>
          get(
            `/api/profiles?search=${encodeURIComponent(words[(c + s) % words.length]!)}&kind=${s % 2 === 0 ? '' : 'material'}`,
          ),
        );
        times.push(spent);
        await new Promise((r) => {
          setTimeout(r, Math.max(0, 1000 - spent));
        });
      }
    }),
  );
  say('search, 20 clients of one request a second, p95 over HTTP', `${p95(times).toFixed(0)} ms`, '80 and less');
  const compare: number[] = [];
  for (let i = 0; i < 20; i++)
    compare.push(
      await timed(() =>
        get(`/api/compare?refs=${[4, 8, 12, 16].map((k) => `profile:b${9000 + k + 4 * i}`).join(',')}`),
      ),
    );
  say('comparison of four, median over HTTP', `${median(compare).toFixed(0)} ms`, '100 and less');
  const file = (await get('/api/library/export?ids=b9000')) as { profiles: object[] };
  const many = {
    ...file,
    profiles: Array.from({ length: 5000 }, (_, i) => ({
      ...file.profiles.at(-1)!,
      key: `brought-${i}`,
      name: `Brought ${i}`,
      parent: null,
    })),
  };
  const taken = await timed(async () => {
    const r = await fetch(`${farm.url}/api/library/import`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ text: JSON.stringify(many), write: true, leaveOutInvalid: false, take: [] }),
    });
    if (!r.ok) throw new Error(await r.text());
  });
  say('5,000 records taken in', `${(taken / 1000).toFixed(1)} s`, '10 and less');
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  });
  const context = await browser.newContext({ baseURL: farm.url });
  await context.request.post('/api/sign-in/demo', { headers: { origin: farm.url }, data: { role: 'lead' } });
  const page = await context.newPage();
  const ledger: number[] = [];
  await page.goto('/library');
  for (let i = 0; i < 22; i++) {
    await page.goto('/library');
    await page.waitForFunction(() => document.body.dataset['ready'] === '/library');
    const spent = await page.evaluate(
      async (address) => {
        const link = document.createElement('a');
        link.href = address;
        document.querySelector('main')!.append(link);
        const t = performance.now();
        link.click();
        while (!document.querySelector('svg.gauge'))
          await new Promise((r) => {
            requestAnimationFrame(r);
          });
        return performance.now() - t;
      },
      `/library/b${9000 + 4 * (i + 1)}`,
    );
    if (i >= 2) ledger.push(spent);
  }
  say(
    'a ledger opened inside the application, to its first gauge, median',
    `${median(ledger).toFixed(0)} ms`,
    '300 and less',
  );
  await browser.close();
} finally {
  await farm.stop();
}
process.exit(0);
