import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { personMoves, personStates, type PersonRow, type PersonState } from '../../src/areas/people/model/person.ts';
import { linkSchema, passwordSchema, personSchema } from '../../src/areas/people/model/schemas.ts';
import {
  addPerson,
  changePassword,
  chooseByLink,
  deactivatePerson,
  endSession,
  holderOf,
  listPeople,
  listSessions,
  makeLink,
  reactivatePerson,
  setRole,
} from '../../src/areas/people/server/index.ts';
import { auth } from '../../src/platform/auth/auth.ts';
import { DEMO_EMAILS } from '../../src/platform/auth/demo.ts';
import { makeToken, personOfToken } from '../../src/platform/auth/tokens.ts';
import type { Ctx, PersonRole } from '../../src/platform/db/context.ts';
import { codeOf, freshFarm, joins, unwrap, type Farm } from './setup.ts';

const PASSWORD = 'four words make one';
const DAY_MS = 86_400_000;
let farm: Farm;
let lead: Ctx;
beforeAll(async () => {
  process.env['CANTIERE_SECRET'] = 'a secret of this test alone, long enough';
  farm = await freshFarm('people');
  lead = await joins(farm, 'lead');
});
afterAll(() => farm.close());

let count = 0;
async function added(role: PersonRole = 'technician'): Promise<{ id: string; email: string }> {
  const email = `person${++count}@quelmora.example`;
  const { id } = unwrap(await addPerson(lead, { name: `Person ${count}`, email, role }));
  return { id, email };
}
const tokenOf = async (id: string): Promise<string> => unwrap(await makeLink(lead, id)).path.split('=')[1]!;
async function joined(role: PersonRole = 'technician'): Promise<{ id: string; email: string }> {
  const person = await added(role);
  unwrap(await chooseByLink(lead, await tokenOf(person.id), PASSWORD));
  return person;
}
const inState: Record<PersonState, () => Promise<{ id: string }>> = {
  invited: () => added(),
  active: () => joined(),
  deactivated: async () => {
    const person = await joined();
    unwrap(await deactivatePerson(lead, person.id, 'left the farm'));
    return person;
  },
};
const rowOf = async (id: string): Promise<PersonRow> => (await listPeople(lead)).find((p) => p.id === id)!;
const signIn = async (email: string, password: string) => {
  const answer = await auth(lead.db).api.signInEmail({ body: { email, password }, asResponse: true });
  const cookie = answer.headers.getSetCookie().map((c) => c.split(';')[0]).join('; '); // prettier-ignore
  return { status: answer.status, headers: new Headers({ cookie }) };
};
const sessionOf = async (headers: Headers) => auth(lead.db).api.getSession({ headers });
/** What somebody does for themselves. */
const themselves = ({ id }: { id: string }): Ctx => ({ ...lead, user: { id, name: 'themselves', role: 'technician' } });

describe('somebody of the farm', () => {
  const acts: Record<keyof typeof personMoves, (id: string) => Promise<{ ok: boolean }>> = {
    choosePassword: async (id) => {
      const link = await makeLink(lead, id);
      return link.ok ? chooseByLink(lead, link.value.path.split('=')[1]!, PASSWORD) : link;
    },
    deactivate: (id) => deactivatePerson(lead, id, 'left the farm'),
    reactivate: (id) => reactivatePerson(lead, id),
  };
  const names = Object.keys(acts) as (keyof typeof acts)[];
  test.each(personStates.flatMap((state) => names.map((act) => [state, act] as const)))(
    'who is %s can be moved by %s exactly as the table says',
    async (state, act) => {
      const { id } = await inState[state]();
      expect((await rowOf(id)).state).toBe(state);
      const done = await acts[act](id);
      const may = (personMoves[act].from as readonly string[]).includes(state);
      expect(done.ok).toBe(may);
      expect((await rowOf(id)).state).toBe(may ? personMoves[act].to : state);
    },
  );
  test('has an e-mail address that nobody else has, however it is written', async () => {
    const { email } = await added();
    const again = { name: 'Somebody Else', email: email.toUpperCase(), role: 'viewer' } as const;
    expect(codeOf(await addPerson(lead, again))).toBe('knownEmail');
  });
  test.each([
    [personSchema, { name: 'I', email: 'i@quelmora.example', role: 'lead' }, 'Say the name'],
    [personSchema, { name: 'Ines', email: 'ines', role: 'lead' }, 'That is no e-mail address'],
    [personSchema, { name: 'Ines', email: 'i@quelmora.example', role: 'owner' }, 'one of the following'],
    [linkSchema, { token: 'x'.repeat(101) }, 'at most'],
    [linkSchema, { token: 'x', password: 'short' }, 'Take at least 12 characters'],
    [passwordSchema, { current: 'x', chosen: 'short' }, 'Take at least 12 characters'],
  ])('is refused where it is wrong: %#', async (schema, body, why) => {
    await expect(schema.validate(body, { strict: true })).rejects.toThrow(why);
  });
  test('is not changed where they are of the demonstration, or are not there', async () => {
    await farm.pool.query(`insert into "user" (id, name, email, role) values ('demo', 'Dario Kessel', $1, 'lead')`, [
      DEMO_EMAILS[0],
    ]);
    for (const [id, code] of [
      ['demo', 'ofDemo'],
      ['nobody', 'noPerson'],
    ] as const)
      // prettier-ignore
      for (const act of [setRole(lead, id, 'viewer'), deactivatePerson(lead, id, 'why'), makeLink(lead, id)])
        expect(codeOf(await act)).toBe(code);
    expect(codeOf(await reactivatePerson(lead, 'demo'))).toBe('ofDemo');
  });
});

describe('a link', () => {
  test('lets somebody in once, also where it is used twice at once, and then by their password', async () => {
    const { id, email } = await added('viewer');
    const token = await tokenOf(id);
    expect(unwrap(await holderOf(lead, token))).toEqual({ name: `Person ${count}`, email, purpose: 'invitation' });
    expect((await signIn(email, PASSWORD)).status).toBe(401);
    const until = new Date(farm.clock.now().getTime() + 7 * DAY_MS).toISOString();
    expect(await rowOf(id)).toMatchObject({ state: 'invited', linkUntil: until, seenAt: null });
    const used = await Promise.all([1, 2, 3].map(() => chooseByLink(lead, token, PASSWORD)));
    expect(used.map((u) => (u.ok ? 'in' : u.failure.code)).sort()).toEqual(['in', 'linkUsed', 'linkUsed']);
    expect(codeOf(await holderOf(lead, token))).toBe('linkUsed');
    const { status, headers } = await signIn(email, PASSWORD);
    expect(status).toBe(200);
    expect((await sessionOf(headers))?.user).toMatchObject({ id, role: 'viewer' });
    const { state, linkUntil, seenAt } = await rowOf(id);
    expect([state, linkUntil, seenAt === null]).toEqual(['active', null, false]);
  });
  test('holds no more once there is a newer one, it is too old, or whoever had it is deactivated', async () => {
    const { id } = await added();
    const [first, second] = [await tokenOf(id), await tokenOf(id)];
    expect(codeOf(await chooseByLink(lead, first, PASSWORD))).toBe('linkReplaced');
    const later = { ...lead, clock: { now: () => new Date(farm.clock.now().getTime() + 8 * DAY_MS) } };
    expect(codeOf(await chooseByLink(later, second, PASSWORD))).toBe('linkOver');
    expect((await holderOf(lead, second)).ok).toBe(true);
    unwrap(await deactivatePerson(lead, id, 'never came'));
    expect(codeOf(await chooseByLink(lead, second, PASSWORD))).toBe('linkReplaced');
    expect(codeOf(await chooseByLink(lead, 'guessed', PASSWORD))).toBe('noLink');
  });
  test('for another password ends the one before, and whoever is signed in by it', async () => {
    const person = await joined();
    const { headers } = await signIn(person.email, PASSWORD);
    expect(unwrap(await makeLink(lead, person.id)).purpose).toBe('reset');
    unwrap(await chooseByLink(lead, await tokenOf(person.id), 'another four words'));
    expect(await sessionOf(headers)).toBeNull();
    expect((await signIn(person.email, PASSWORD)).status).toBe(401);
    expect((await signIn(person.email, 'another four words')).status).toBe(200);
  });
});

describe('a lead', () => {
  test('is always there: of two who make each other technicians at once, one stays', async () => {
    await farm.pool.query(`update "user" set role = 'viewer' where role = 'lead' and id <> $1`, [lead.user.id]);
    expect(codeOf(await setRole(lead, lead.user.id, 'technician'))).toBe('lastLead');
    expect(codeOf(await deactivatePerson(lead, lead.user.id, 'leaves'))).toBe('lastLead');
    const invited = await added('lead'); // cannot sign in yet
    expect(codeOf(await setRole(lead, lead.user.id, 'technician'))).toBe('lastLead');
    unwrap(await chooseByLink(lead, await tokenOf(invited.id), PASSWORD));
    const both = await Promise.all([lead.user.id, invited.id].map((id) => setRole(lead, id, 'technician')));
    expect(both.map((b) => (b.ok ? 'done' : b.failure.code)).sort()).toEqual(['done', 'lastLead']);
    await farm.pool.query(`update "user" set role = 'lead' where id = $1`, [lead.user.id]);
  });
  test('changes what somebody may do from their next request on', async () => {
    const person = await joined();
    const { headers } = await signIn(person.email, PASSWORD);
    unwrap(await setRole(lead, person.id, 'lead'));
    expect((await sessionOf(headers))?.user).toMatchObject({ role: 'lead' });
  });
  test('who deactivates somebody ends their sessions and tokens, and their records go on naming them', async () => {
    const person = await joined();
    const { headers } = await signIn(person.email, PASSWORD);
    const { token } = unwrap(await makeToken(themselves(person), { name: 'report', role: 'viewer', days: 9 }));
    expect(await personOfToken(lead, token)).toMatchObject({ role: 'viewer' });
    unwrap(await deactivatePerson(lead, person.id, 'left the farm'));
    expect(await sessionOf(headers)).toBeNull();
    expect(await personOfToken(lead, token)).toBeNull();
    expect((await signIn(person.email, PASSWORD)).status).toBe(401);
    expect(await rowOf(person.id)).toMatchObject({ state: 'deactivated', why: 'left the farm' });
    await expect(farm.pool.query('delete from "user"')).rejects.toThrow('permission denied');
    unwrap(await reactivatePerson(lead, person.id));
    expect(await personOfToken(lead, token), 'what was revoked stays so').toBeNull();
  });
});

test('whoever is deactivated gets no session, even with a password that was left to them', async () => {
  const person = await joined();
  await farm.pool.query('update "user" set banned = true where id = $1', [person.id]);
  expect((await signIn(person.email, PASSWORD)).status).toBe(403);
});
test('a token makes no tokens', async () => {
  const automation = { ...lead, user: { id: 'token:1', name: 'report (token)', role: 'lead' as const } };
  expect(codeOf(await makeToken(automation, { name: 'another', role: 'viewer', days: 1 }))).toBe('byToken');
});
test('a token may no more than whoever made it may now', async () => {
  const person = await joined('lead');
  const { token } = unwrap(await makeToken(themselves(person), { name: 'report', role: 'lead', days: 9 }));
  expect((await personOfToken(lead, token))?.role).toBe('lead');
  unwrap(await setRole(lead, person.id, 'viewer'));
  expect((await personOfToken(lead, token))?.role).toBe('viewer');
});

describe('somebody signed in twice', () => {
  test('sees both and ends the other, and nobody ends one of somebody else', async () => {
    const [one, other] = [await joined(), await joined()];
    const [here, there] = [await signIn(one.email, PASSWORD), await signIn(one.email, PASSWORD)];
    const [mine, away] = [(await sessionOf(here.headers))!.session.id, (await sessionOf(there.headers))!.session.id];
    const now = { ...themselves(one), clock: { now: () => new Date() } }; // sessions are dated by the session library
    expect((await listSessions(now, mine)).map((s) => [s.id, s.isThis])).toEqual(
      expect.arrayContaining([[mine, true], [away, false]]), // prettier-ignore
    );
    expect(codeOf(await endSession(themselves(other), away))).toBe('noSession');
    unwrap(await endSession(now, away));
    expect(await sessionOf(there.headers)).toBeNull();
    expect((await sessionOf(here.headers))?.user.id).toBe(one.id);
  });
  test('chooses another password with the one they have, and is signed in nowhere else', async () => {
    const one = await joined();
    const [here, there] = [await signIn(one.email, PASSWORD), await signIn(one.email, PASSWORD)];
    const mine = (await sessionOf(here.headers))!.session.id;
    const to = (current: string) => changePassword(themselves(one), { current, chosen: 'another four words' }, mine);
    expect(codeOf(await to('a guess at random'))).toBe('wrongPassword');
    unwrap(await to(PASSWORD));
    expect((await sessionOf(here.headers))?.user.id).toBe(one.id);
    expect(await sessionOf(there.headers)).toBeNull();
    expect((await signIn(one.email, PASSWORD)).status).toBe(401);
    expect((await signIn(one.email, 'another four words')).status).toBe(200);
  });
});

test('the log says who did what to whom, and holds no password and no link', async () => {
  const person = await added();
  const token = await tokenOf(person.id);
  unwrap(await chooseByLink(lead, token, 'a password of my own'));
  const { rows } = await farm.pool.query<{ what: string; all: string }>(
    `select what, event::text as all from event where subject_id = $1 order by id`,
    [person.id],
  );
  expect(rows.map((r) => r.what)).toEqual(['person added', 'sign-in link made', 'joined']);
  expect(rows.map((r) => r.all).join('\n')).not.toMatch(new RegExp(`${token}|a password of my own`));
  const { rows: kept } = await farm.pool.query<{ all: string }>('select sign_in_link::text as all from sign_in_link');
  expect(kept.map((k) => k.all).join('\n')).not.toContain(token);
});
