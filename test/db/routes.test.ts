import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { APIContext, APIRoute } from 'astro';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { asChecked } from '../../src/core/result/checked.ts';
import { getReleasedRevision, makeProfile, saveRevision } from '../../src/areas/library/server/index.ts';
import { GET as getProfile } from '../../src/pages/api/profiles/[id]/index.ts';
import { succeed } from '../../src/core/result/result.ts';
import { makeToken } from '../../src/platform/auth/tokens.ts';
import { writeDownKept } from '../../src/platform/events/later.ts';
import { listEvents, recordEvent } from '../../src/platform/events/record.ts';
import { command, emptySchema, reading } from '../../src/platform/http/endpoint.ts';
import { eventStream } from '../../src/platform/http/live.ts';
import { asks, digits, words } from '../../src/platform/http/query.ts';
import { GET as getMachine } from '../../src/pages/api/machines/[id]/index.ts';
import { POST as postStop } from '../../src/pages/api/machines/[id]/stop.ts';
import { approved, ask, bench, closePrintBench, farm, openPrintBench, print, standins, tech } from './printBench.ts';
import { joins, unwrap, whileHeld } from './setup.ts';

let token = '';
beforeAll(async () => {
  process.env['CANTIERE_DATA'] = mkdtempSync(path.join(tmpdir(), 'cantiere-'));
  await openPrintBench('routes');
  token = unwrap(await makeToken(await joins(farm, 'lead'), { name: 'test', role: 'technician', days: 1 })).token;
  // tokens are looked at by the clock of the house, not by that of the bench
  await farm.pool.query(`update api_token set expires_at = now() + interval '1 day'`);
});
afterAll(closePrintBench);

async function fetchRoute(
  route: APIRoute,
  address: string,
  body?: object,
  params: Record<string, string> = {},
): Promise<Response> {
  const url = new URL(address, 'http://127.0.0.1');
  const headers = { authorization: `Bearer ${token}` };
  const request = new Request(url, { headers, ...(body && { method: 'POST', body: JSON.stringify(body) }) });
  return route(asChecked<APIContext>({ request, url, params }));
}
const countEvents = sql`select count(*)::int n from event`;

describe('an address', () => {
  const page = reading({
    role: 'viewer',
    query: asks({ machine: words.required(), plate: digits }),
    run: async ({ query }) => succeed(query),
  });
  test('gives what it is asked', async () => {
    expect(await (await fetchRoute(page, '/api/x?machine=r%26d&plate=2')).json()).toEqual({
      machine: 'r&d',
      plate: '2',
    });
  });
  test.each([
    ['without what it needs', '/api/x?plate=2', 'machine is a required field'],
    ['with a word it does not know', '/api/x?machine=a&plates=2', 'This address takes no "plates"'],
    ['with no count where one belongs', '/api/x?machine=a&plate=-1', 'plate is a whole number'],
    ['too long', `/api/x?machine=${'a'.repeat(201)}`, 'machine must be at most 200 characters'],
  ])('%s is refused with the reason', async (_, address, why) => {
    const answer = await fetchRoute(page, address);
    expect(answer.status).toBe(400);
    expect(await answer.json()).toMatchObject({ code: 'badField', title: why });
  });
});

test('a stream lets go of a watcher who takes nothing', () => {
  let tell: (text: string) => void = () => undefined;
  let left = 0;
  const watcher = { personId: 'x', signal: new AbortController().signal, isSignedIn: () => Promise.resolve(true) };
  eventStream(watcher, (send) => {
    tell = send;
    return () => left++;
  });
  for (let i = 0; i < 150; i++) tell('something');
  expect(left).toBe(0);
  for (let i = 0; i < 150; i++) tell('something');
  expect(left).toBe(1);
});

describe('a page', () => {
  test('is of one moment, whoever saves while it is read', async () => {
    const page = reading({
      role: 'viewer',
      run: async ({ ctx }) => {
        const count = async () => (await ctx.db.execute<{ n: number }>(countEvents)).rows[0]!.n;
        const before = await count();
        await recordEvent(tech(), { subjectKind: 'test', subjectId: 'x', subjectName: 'x', what: 'saved meanwhile' });
        return succeed([before, await count()]);
      },
    });
    const [before, after] = (await (await fetchRoute(page, '/api/x')).json()) as number[];
    expect(after).toBe(before);
    const next = (await (await fetchRoute(page, '/api/x')).json()) as number[];
    expect(next[0]).toBe(before! + 1);
  });
  test('that says the same to everybody is read for all who ask meanwhile at once, and holds what came before they asked', async () => {
    let times = 0;
    const page = reading({
      role: 'viewer',
      isAlike: true,
      run: async ({ ctx }) => {
        times++;
        return succeed((await ctx.db.execute<{ n: number }>(countEvents)).rows[0]!.n);
      },
    });
    const ask = async (): Promise<number> => (await (await fetchRoute(page, '/api/x')).json()) as number;
    const before = await ask();
    const first = ask();
    await recordEvent(tech(), { subjectKind: 'test', subjectId: 'x', subjectName: 'x', what: 'while it is asked' });
    const seen = await Promise.all(Array.from({ length: 20 }, ask));
    expect(seen).toEqual(Array.from({ length: 20 }, () => before + 1));
    await first;
    expect(times).toBeLessThan(22 / 2);
  });
  test('of a profile stands while somebody saves it over and over', async () => {
    const p = unwrap(
      await makeProfile(farm.as('lead'), {
        kind: 'process',
        technology: 'filament',
        name: 'Saved and saved',
        own: { walls: 2 },
        message: 'first',
      }),
    );
    let isOver = false;
    const saver = (async () => {
      for (let walls = 3; !isOver; walls = 3 + (walls % 6)) {
        const base = await getReleasedRevision(farm.as('lead'), p.id);
        const own = { walls };
        await saveRevision(farm.as('lead'), {
          profileId: p.id,
          baseRevisionId: base.id,
          own,
          reasons: {},
          message: 'again',
        });
      }
    })();
    const answers = [];
    for (let n = 0; n < 40; n++)
      answers.push(await fetchRoute(getProfile, `/api/profiles/${p.id}`, undefined, { id: p.id }));
    isOver = true;
    await saver;
    expect(new Set(answers.map((r) => r.status))).toEqual(new Set([200]));
    const numbers = (await Promise.all(answers.map((r) => r.json()))) as { tip: { number: number } }[];
    expect(numbers.at(-1)!.tip.number).toBeGreaterThan(numbers[0]!.tip.number); // it was really saved meanwhile
  });
  test('cannot change anything', async () => {
    const page = reading({
      role: 'viewer',
      run: async ({ ctx }) => {
        await recordEvent(ctx, { subjectKind: 'test', subjectId: 'y', subjectName: 'y', what: 'from a page' });
        return succeed(null);
      },
    });
    expect((await fetchRoute(page, '/api/x')).status).toBe(500); // it is a fault of ours, and does not come back by itself
    expect(await listEvents(tech(), { subjectId: 'y' })).toEqual([]);
  });
});

describe('a table that somebody holds', () => {
  test('makes its own page wait and say so, and no other', async () => {
    const other = reading({
      role: 'viewer',
      run: async ({ ctx }) => succeed((await ctx.db.execute(countEvents)).rows),
    });
    await whileHeld(farm, 'maintenance', async () => {
      const held = Array.from({ length: 40 }, () =>
        fetchRoute(getMachine, `/api/machines/${bench.m.id}`, undefined, { id: bench.m.id }),
      );
      const others = await Promise.all(Array.from({ length: 10 }, () => fetchRoute(other, '/api/x')));
      expect(others.map((r) => r.status)).toEqual(others.map(() => 200));
      const answers = await Promise.all(held);
      expect(new Set(answers.map((r) => r.status))).toEqual(new Set([503]));
      const [first] = answers;
      expect(first!.headers.get('retry-after')).toBe('2');
      expect(await first!.json()).toMatchObject({ code: 'busy', retry: true });
    });
    const again = await fetchRoute(getMachine, `/api/machines/${bench.m.id}`, undefined, { id: bench.m.id });
    expect(again.status).toBe(200);
  });
  test('a command that meets it leaves nothing behind', async () => {
    const act = command({
      role: 'technician',
      schema: emptySchema,
      run: async ({ ctx }) => {
        await recordEvent(ctx, { subjectKind: 'test', subjectId: 'z', subjectName: 'z', what: 'half' });
        await ctx.db.execute(sql`update machine set place = place`);
        return succeed(null);
      },
    });
    await whileHeld(farm, 'machine', async () => expect((await fetchRoute(act, '/api/x', {})).status).toBe(503));
    expect(await listEvents(tech(), { subjectId: 'z' })).toEqual([]);
    expect((await fetchRoute(act, '/api/x', {})).status).toBe(200);
    expect(await listEvents(tech(), { subjectId: 'z' })).toHaveLength(1);
  });
});

test('a stop reaches its machine while the database says nothing, and is written down with its own time when it is back', async () => {
  const controller = standins.controllers[0]!;
  const params = { id: bench.m.id };
  expect((await fetchRoute(getMachine, `/api/machines/${bench.m.id}`, undefined, params)).status).toBe(200); // somebody has its page open
  const id = await approved();
  await ask(id);
  controller.holdAt = 60;
  const printing = print(id).catch(() => undefined); // its own writing meets the lock, too: another run writes its end down
  while (controller.lastLine !== 59) await new Promise((again) => setTimeout(again, 10));
  const kept = path.join(process.env['CANTIERE_DATA']!, 'events-unwritten');
  const keptAt = await whileHeld(farm, 'api_token, machine, event, job', async () => {
    const answer = await fetchRoute(postStop, `/api/machines/${bench.m.id}/stop`, {}, params);
    expect([answer.status, await answer.json()]).toEqual([200, { isWrittenDown: false }]);
    expect([controller.nozzleTargetC, controller.bedTargetC]).toEqual([0, 0]);
    const [name] = readdirSync(kept);
    return (JSON.parse(readFileSync(path.join(kept, name!), 'utf8')) as { at: string }).at;
  });
  await writeDownKept(tech());
  await writeDownKept(tech());
  expect(readdirSync(kept)).toEqual([]);
  const stops = (await listEvents(tech(), { subjectId: bench.m.id })).filter((e) => e.what === 'emergency stop');
  expect(stops.map((e) => e.at)).toEqual([keptAt]);
  await printing;
});
