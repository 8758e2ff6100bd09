import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { auth } from '../../src/platform/auth/auth.ts';
import { DEMO_EMAILS } from '../../src/platform/auth/demo.ts';
import { firstLeadSchema } from '../../src/areas/people/model/schemas.ts';
import { makeFirstLead } from '../../src/areas/people/server/index.ts';
import { hasPeople, isFromHere } from '../../src/platform/auth/unclaimed.ts';
import { listEvents } from '../../src/platform/events/record.ts';
import { freshFarm, type Farm } from './setup.ts';

let farm: Farm;
beforeAll(async () => {
  process.env['CANTIERE_SECRET'] = 'a secret of this test alone, long enough';
  farm = await freshFarm('first_lead');
});
afterAll(() => farm.close());

const ada = { name: 'Irena Kovalik', email: 'irena@quelmora.example', password: 'four words make one' };
const made = (over: Partial<typeof ada> = {}) => {
  const { db, clock } = farm.as('viewer');
  return makeFirstLead({ db, clock, newId: randomUUID }, { ...ada, ...over });
};

describe('a farm that has nobody', () => {
  test('is not taken for one with people because of those of a demonstration', async () => {
    await farm.pool.query(`insert into "user" (id, name, email, role) values ('demo', 'Dario Kessel', $1, 'lead')`, [
      DEMO_EMAILS[0],
    ]);
    expect(await hasPeople(farm.as('viewer'))).toBe(false);
  });
  test.each([
    [{ password: 'too short' }, 'Take at least 12 characters'],
    [{ email: 'nobody' }, 'That is no e-mail address'],
    [{ name: 'I' }, 'Say the name'],
    [{ name: ' Irena' }, 'Leave no blanks round the name'],
    [{ role: 'lead' }, 'unspecified key'],
  ])('takes no lead of whom %j is said', async (over, why) => {
    await expect(firstLeadSchema.validate({ ...ada, ...over }, { strict: true })).rejects.toThrow(why);
  });
  test.each([
    ['127.0.0.1', {}, true],
    ['::1', {}, true],
    ['10.0.0.7', {}, false],
    ['127.0.0.1', { 'X-Forwarded-For': '10.0.0.7' }, false],
    ['127.0.0.1', { Forwarded: 'for=10.0.0.7' }, false],
  ])('from %s with %j may be asked for its first lead: %s', (address, headers, may) =>
    expect(isFromHere(address, new Headers(headers))).toBe(may),
  );
  test('gets one first lead, however many ask at once, and the log says who', async () => {
    const all = await Promise.all([1, 2, 3, 4].map((n) => made({ email: `Irena${n}@quelmora.example` })));
    expect(all.filter((r) => r.ok)).toHaveLength(1);
    expect(all.filter((r) => !r.ok).map((r) => !r.ok && r.failure.code)).toEqual([
      'hasPeople',
      'hasPeople',
      'hasPeople',
    ]);
    const { rows } = await farm.pool.query<{ email: string; role: string }>(
      `select email, role from "user" where id <> 'demo'`,
    );
    expect(rows).toEqual([{ email: expect.stringContaining('irena') as string, role: 'lead' }]);
    const [first] = await listEvents(farm.as('lead'), { subjectKind: 'person' });
    expect(first).toMatchObject({ what: 'first lead', whoName: 'Irena Kovalik' });
  });
  test('and they sign in with their password, and with no other', async () => {
    const { rows } = await farm.pool.query<{ email: string }>(`select email from "user" where id <> 'demo'`);
    const { api } = auth(farm.as('viewer').db);
    const signIn = (password: string) =>
      api.signInEmail({ body: { email: rows[0]!.email, password }, asResponse: true });
    expect((await signIn('four words make two')).status).toBe(401);
    const answer = await signIn(ada.password);
    expect(answer.status).toBe(200);
    const cookie = answer.headers.getSetCookie().map((c) => c.split(';')[0]).join('; '); // prettier-ignore
    const session = await api.getSession({ headers: new Headers({ cookie }) });
    expect(session?.user).toMatchObject({ name: 'Irena Kovalik', role: 'lead' });
  });
});
