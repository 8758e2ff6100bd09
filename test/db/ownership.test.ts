import { eq } from 'drizzle-orm';
import type { APIContext, APIRoute } from 'astro';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { job } from '../../src/areas/checks/server/tables.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { asChecked } from '../../src/core/result/checked.ts';
import { makeProfile } from '../../src/areas/library/server/index.ts';
import type { Notices } from '../../src/areas/today/model/notices.ts';
import { recordEvent } from '../../src/platform/events/record.ts';
import { addPerson, chooseByLink, makeLink } from '../../src/areas/people/server/index.ts';
import { auth } from '../../src/platform/auth/auth.ts';
import type { Ctx, PersonRole } from '../../src/platform/db/context.ts';
import { routeFiles } from '../../src/pages/api/_routes.ts';
import { benchFarm } from './benchFarm.ts';
import { freshFarm, joins, keepBytes, unwrap, type Farm } from './setup.ts';

/** What belongs to one person: what comes when another of the same role asks for it, by route. */
const OWN: Readonly<Record<string, string>> = {
  'GET me/index': 'one’s own',
  'POST jobs/[id]/check': '403',
  'PUT me/index': 'one’s own',
  'POST me/password': 'one’s own',
  'GET me/sessions/index': 'one’s own',
  'POST me/sessions/[id]/end': '404',
  'GET notices/index': 'one’s own',
  'POST notices/seen': 'one’s own',
  'GET profiles/[id]/index': 'one’s own draft',
  'PUT profiles/[id]/draft': 'one’s own draft',
  'POST profiles/[id]/take-back': '409',
  'POST library/take-back': '409',
  'POST requests/[id]/withdraw': '403',
};
/** All else is the farm's: whoever has the role may. */
const OF_THE_FARM = [
  'care', 'compare', 'containers', 'events', 'files', 'floor', 'jobs', 'library', 'limits', 'live', 'machines', 'metrics',
  'pairings', 'people', 'policy', 'profiles', 'recipes', 'references', 'requests', 'status', 'today', 'tokens', 'trials',
]; // prettier-ignore

const PASSWORD = 'four words make one';
let farm: Farm;
let lead: Ctx;
const cookies = new Map<string, string>();

beforeAll(async () => {
  process.env['CANTIERE_SECRET'] = 'a secret of this test alone, long enough';
  farm = await freshFarm('ownership');
  lead = await joins(farm, 'lead');
  const people: readonly (readonly [string, PersonRole])[] = [
    ['Ilse Brandt', 'viewer'],
    ['Tadeo Ruiz', 'viewer'],
    ['Noor Haddad', 'technician'],
    ['Pavel Sykora', 'technician'],
  ];
  for (const [name, role] of people) {
    const email = `${name.split(' ')[0]!.toLowerCase()}@quelmora.example`;
    const { id } = unwrap(await addPerson(lead, { name, email, role }));
    unwrap(await chooseByLink(lead, unwrap(await makeLink(lead, id)).path.split('=')[1]!, PASSWORD));
    const answer = await auth(lead.db).api.signInEmail({ body: { email, password: PASSWORD }, asResponse: true });
    cookies.set(name, answer.headers.getSetCookie().map((c) => c.split(';')[0]).join('; ')); // prettier-ignore
  }
});
afterAll(() => farm.close());

let keys = 0;
/** What a route says to somebody who is signed in. */
async function asked(
  who: string,
  route: string,
  { body, id }: { readonly body?: object; readonly id?: string } = {},
): Promise<{ readonly status: number; readonly says: Record<string, unknown> }> {
  const [method, name] = route.split(' ') as [string, string];
  const handlers = asChecked<Record<string, Record<string, APIRoute>>>(routeFiles);
  const url = new URL(`http://127.0.0.1/api/${name}`);
  const request = new Request(url, {
    method,
    headers: {
      cookie: cookies.get(who)!,
      origin: url.origin,
      'idempotency-key': `ownership-of-records-${++keys}`,
      'content-type': 'application/json',
    },
    ...(method !== 'GET' && { body: JSON.stringify(body ?? {}) }),
  });
  const answer = await handlers[`./${name}.ts`]![method]!(
    asChecked<APIContext>({ request, url, params: id === undefined ? {} : { id } }),
  );
  const text = await answer.text();
  return { status: answer.status, says: text === '' ? {} : (JSON.parse(text) as Record<string, unknown>) };
}

describe('every route', () => {
  const routes = Object.entries(routeFiles).flatMap(([file, of]) =>
    Object.keys(of)
      .filter((name) => /^(GET|POST|PUT|PATCH|DELETE)$/.test(name))
      .map((method) => `${method} ${file.slice(2, -3)}`),
  );
  test('is of what belongs to one person, or of what is the farm’s', () => {
    const known = routes.filter((r) => r in OWN || OF_THE_FARM.includes(r.split(' ')[1]!.split('/')[0]!));
    expect(routes.filter((r) => !known.includes(r))).toEqual([]);
    expect(Object.keys(OWN).filter((r) => !routes.includes(r))).toEqual([]);
  });
});

describe('what belongs to one person', () => {
  const [ilse, tadeo, noor, pavel] = ['Ilse Brandt', 'Tadeo Ruiz', 'Noor Haddad', 'Pavel Sykora'] as const;

  test('who they are and how they read figures', async () => {
    const figures = { speed: 'mm/min', smallLength: 'µm', temperature: '°F', decimal: 'comma', money: null };
    expect((await asked(ilse, 'PUT me/index', { body: figures })).status).toBe(200);
    expect((await asked(ilse, 'GET me/index')).says).toMatchObject({ figures: { decimal: 'comma' } });
    expect((await asked(tadeo, 'GET me/index')).says).toMatchObject({ figures: { decimal: 'point' } });
  });
  test('where they are signed in: nobody else sees or ends it', async () => {
    const sessions = (await asked(ilse, 'GET me/sessions/index')).says as unknown as readonly { id: string }[];
    const others = (await asked(tadeo, 'GET me/sessions/index')).says as unknown as readonly { id: string }[];
    expect([sessions.length, others.length]).toEqual([1, 1]);
    expect((await asked(tadeo, 'POST me/sessions/[id]/end', { id: sessions[0]!.id })).status).toBe(404);
    expect((await asked(ilse, 'GET me/index')).status).toBe(200);
  });
  test('their password: who changes theirs changes nobody else’s', async () => {
    const chosen = 'five words make one more';
    const says = (current: string) => asked(tadeo, 'POST me/password', { body: { current, chosen } });
    expect((await says('not the one they have')).status).toBe(422);
    expect((await says(PASSWORD)).status).toBe(200);
    const by = (password: string) =>
      auth(lead.db).api.signInEmail({ body: { email: 'ilse@quelmora.example', password }, asResponse: true });
    expect([(await by(PASSWORD)).status, (await by(chosen)).status]).toEqual([200, 401]);
  });
  test('what their bell holds, and that they have looked', async () => {
    await recordEvent(lead, {
      subjectKind: 'machine',
      subjectId: 'm',
      subjectName: 'Hut',
      what: 'care due',
      why: 'x',
    });
    await asked(tadeo, 'POST notices/seen', { body: { upTo: 0 } });
    const bell = async (who: string) => (await asked(who, 'GET notices/index')).says as unknown as Notices;
    const [{ id }] = (await bell(ilse)).rows as [Notices['rows'][number]];
    expect((await asked(ilse, 'POST notices/seen', { body: { upTo: id } })).status).toBe(200);
    expect([(await bell(ilse)).unseen, (await bell(tadeo)).unseen]).toEqual([0, 1]);
  });
  test('a request: another viewer, a technician and a lead do not withdraw it', async () => {
    const stl = await keepBytes(lead, new TextEncoder().encode('solid bracket\nendsolid bracket\n'));
    const made = await asked(ilse, 'POST requests/index', {
      body: {
        title: 'Brackets',
        wanted: 'two brackets for the drying rack',
        quantity: 2,
        due: null,
        files: [{ name: 'bracket.stl', ...stl }],
      },
    });
    expect(made.status).toBe(200);
    const id = String(made.says['id']);
    for (const who of [tadeo, noor])
      expect((await asked(who, 'POST requests/[id]/withdraw', { id })).status, who).toBe(403);
    expect((await asked(ilse, 'POST requests/[id]/withdraw', { id })).status).toBe(200);
  });
  test('a draft: two technicians type into one profile, and each finds what they typed', async () => {
    const made = await asked(noor, 'POST profiles/index', {
      body: { kind: 'process', technology: 'filament', name: 'Typed by two', parentId: null, own: { walls: 2 } },
    });
    expect(made.status).toBe(200);
    const id = String(made.says['id']);
    const draftOf = async (who: string) => (await asked(who, 'GET profiles/[id]/index', { id })).says['draft'];
    const base = ((await asked(noor, 'GET profiles/[id]/index', { id })).says['tip'] as { id: string }).id;
    const types = (who: string, walls: string) =>
      asked(who, 'PUT profiles/[id]/draft', { id, body: { baseRevisionId: base, typed: { walls } } });
    expect((await types(noor, '3')).status).toBe(200);
    expect(await draftOf(pavel)).toBeNull();
    expect((await types(pavel, '5')).status).toBe(200);
    expect([await draftOf(noor), await draftOf(pavel)]).toMatchObject([
      { typed: { walls: '3' } },
      { typed: { walls: '5' } },
    ]);
  });
  test('a save: nobody takes back what somebody else saved, one by one or many at once', async () => {
    const { id } = unwrap(
      await makeProfile(lead, {
        kind: 'process',
        technology: 'filament',
        name: 'Saved by one',
        own: { walls: 2 },
        message: 'first',
      }),
    );
    const base = ((await asked(noor, 'GET profiles/[id]/index', { id })).says['tip'] as { id: string }).id;
    const saved = await asked(noor, 'POST profiles/[id]/revisions', {
      id,
      body: { baseRevisionId: base, own: { walls: 4 }, reasons: {}, message: 'thicker', decided: [] },
    });
    expect(saved.status).toBe(200);
    expect((await asked(pavel, 'POST profiles/[id]/take-back', { id, body: { number: 2 } })).status).toBe(409);
    expect(
      (await asked(pavel, 'POST library/take-back', { body: { made: [{ profileId: id, number: 2 }] } })).status,
    ).toBe(409);
    expect((await asked(noor, 'POST profiles/[id]/take-back', { id, body: { number: 2 } })).status).toBe(200);
  });
  test('a check: a viewer checks again what they sent until it is approved, and never takes back somebody’s approval', async () => {
    const stl = await keepBytes(lead, writeStl(boxMesh([0, 0, 0], [9, 9, 2])));
    const { m, ...profiles } = await benchFarm(farm);
    const mesh = { unit: null, placement: asDrawn(110, 105) };
    const of = { title: 'Block', class: 'in-house', quantity: 1, machineId: m.id, ...profiles, mesh };
    const made = await asked(ilse, 'POST jobs/index', { body: { ...of, fileSha: stl.sha256, fileName: 'block.stl' } });
    expect(made.status).toBe(200);
    const id = String(made.says['id']);
    const again = async (who: string) => (await asked(who, 'POST jobs/[id]/check', { id })).status;
    expect([await again(ilse), await again(tadeo), await again(noor)]).toEqual([200, 403, 200]);
    await lead.db.update(job).set({ state: 'cleared' }).where(eq(job.id, id));
    expect([await again(ilse), await again(noor)]).toEqual([403, 200]);
  });
});
