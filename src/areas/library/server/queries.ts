import type { RowOf } from '../../../platform/db/rowOf.ts';
import { and, asc, desc, eq, or, sql } from 'drizzle-orm';
import { byIds, bySets } from '../../../platform/db/bySets.ts';
import { among } from '../../../platform/db/among.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { Level } from '../model/resolve.ts';
import type { RevisionState } from '../model/records.ts';
import { draft, pairing, pairingRevision, profile, revision, revisionEvent } from './tables.ts';

type Reader = Pick<Ctx, 'db' | 'reads'>;
export type Profile = typeof profile.$inferSelect;
export type Revision = typeof revision.$inferSelect;
const DEEPEST_CHAIN = 32;

export const { one: findProfile, many: findProfiles } = byIds(async (ctx: Reader, ids: readonly string[]) => {
  const rows = await ctx.db
    .select()
    .from(profile)
    .where(among(profile.id, new Set(ids)));
  return new Map(rows.map((row) => [row.id, row]));
});

export async function findProfileByKey(ctx: Reader, kind: Profile['kind'], key: string): Promise<Profile | null> {
  const [row] = await ctx.db
    .select()
    .from(profile)
    .where(and(eq(profile.kind, kind), or(eq(profile.key, key), eq(profile.name, key))));
  return row ?? null;
}

/** The state of a revision: its last event. The column is named in full: alone in a select it would be read as the event's. */
const stateOf = sql<RevisionState>`(select e.state from ${revisionEvent} e where e.revision_id = "revision"."id" order by e.seq desc limit 1)`;

const released = byIds(async (ctx: Reader, profileIds: readonly string[]) => {
  const rows = await ctx.db
    .selectDistinctOn([revision.profileId])
    .from(revision)
    .where(and(among(revision.profileId, new Set(profileIds)), sql`${stateOf} = 'released'`))
    .orderBy(revision.profileId, desc(revision.number));
  return new Map(rows.map((row) => [row.profileId, row]));
});
/** Of each profile the newest revision that is released. */
export const listReleasedRevisions = released.many;
/** The newest revision that is released; every profile has one from its making on. */
export async function getReleasedRevision(ctx: Reader, profileId: string): Promise<Revision> {
  const row = await released.one(ctx, profileId);
  if (!row) throw new RangeError(`profile ${profileId} has no revision`);
  return row;
}

/** The newest revision that was not returned, released or still in review: what the next edit starts from. */
export async function getNewestRevision(ctx: Reader, profileId: string): Promise<Revision> {
  const [row] = await ctx.db
    .select()
    .from(revision)
    .where(and(eq(revision.profileId, profileId), sql`${stateOf} in ('released', 'in review')`))
    .orderBy(desc(revision.number))
    .limit(1);
  if (!row) throw new RangeError(`profile ${profileId} has no revision`);
  return row;
}

export async function findRevisionState(ctx: Reader, revisionId: string): Promise<RevisionState | null> {
  const [row] = await ctx.db.select({ state: stateOf }).from(revision).where(eq(revision.id, revisionId));
  return row?.state ?? null;
}

export interface InReview {
  readonly profileId: string;
  readonly revisionId: string;
  readonly name: string;
  readonly kind: string;
  readonly number: number;
  readonly message: string;
  readonly authorName: string;
  readonly at: string;
}
/** Revisions that wait for a lead: the newest of each profile that was not returned, if it is in review. */
export async function listInReview(ctx: Reader): Promise<InReview[]> {
  const rows = await ctx.db.execute<RowOf<InReview>>(sql`
    select p.id as "profileId", r.id as "revisionId", p.name, p.kind, r.number, r.message, r.author_name as "authorName", r.at
    from ${revision} r join ${profile} p on p.id = r.profile_id
    where r.number = (select max(n.number) from ${revision} n where n.profile_id = p.id and (select e.state from ${revisionEvent} e where e.revision_id = n.id order by e.seq desc limit 1) <> 'returned')
      and (select e.state from ${revisionEvent} e where e.revision_id = r.id order by e.seq desc limit 1) = 'in review'
    order by r.at`);
  return rows.rows.map((r) => ({
    ...r,
    at: new Date(r.at).toISOString(),
  }));
}

export interface ExpiredWorkaround {
  readonly profileId: string;
  readonly name: string;
  readonly key: string;
  readonly text: string;
  readonly until: string;
}
/** Workarounds of released heads whose day to be looked at again has come. */
export async function listExpiredWorkarounds(ctx: Pick<Ctx, 'db' | 'clock'>): Promise<ExpiredWorkaround[]> {
  const today = ctx.clock.now().toISOString().slice(0, 10);
  const rows = await ctx.db.execute<RowOf<ExpiredWorkaround>>(sql`
    select p.id as "profileId", p.name, reason.key, reason.value->>'text' as text, reason.value->>'until' as until
    from ${profile} p
    cross join lateral (select x.reasons from ${revision} x where x.profile_id = p.id and (select e.state from ${revisionEvent} e where e.revision_id = x.id order by e.seq desc limit 1) = 'released' order by x.number desc limit 1) r
    cross join lateral jsonb_each(r.reasons) reason
    where r.reasons <> '{}' and p.retired_at is null and reason.value->>'until' <= ${today} order by reason.value->>'until' limit 200`);
  return rows.rows;
}

export async function findRevision(ctx: Reader, id: string): Promise<Revision | null> {
  const [row] = await ctx.db.select().from(revision).where(eq(revision.id, id));
  return row ?? null;
}

export async function listRevisions(ctx: Reader, profileId: string) {
  return ctx.db
    .select({
      id: revision.id,
      number: revision.number,
      message: revision.message,
      authorName: revision.authorName,
      at: revision.at,
      own: revision.own,
      reasons: revision.reasons,
      state: stateOf,
      comment: sql<
        string | null
      >`(select e.comment from ${revisionEvent} e where e.revision_id = "revision"."id" and e.state = 'returned' order by e.seq desc limit 1)`,
    })
    .from(revision)
    .where(eq(revision.profileId, profileId))
    .orderBy(desc(revision.number));
}

interface Link {
  readonly profile: Profile;
  readonly head: Revision;
}
/** Each profile with its parents, nearest first, each with its released head. Parents float. */
const chainsOf = byIds(async (ctx: Reader, profileIds: readonly string[]) => {
  const { rows } = await ctx.db.execute<{ start: string; id: string }>(sql`
    with recursive up as (
      select id as start, id, parent_id, 0 as depth from ${profile} where ${among(profile.id, profileIds)}
      union all select up.start, p.id, p.parent_id, up.depth + 1 from ${profile} p join up on p.id = up.parent_id where up.depth < ${DEEPEST_CHAIN - 1})
    select start, id from up order by start, depth`);
  const ids = rows.map((r) => r.id);
  const profiles = await findProfiles(ctx, ids);
  const heads = await listReleasedRevisions(ctx, ids);
  const chains = new Map<string, Link[]>();
  for (const { start, id } of rows) {
    const chain = chains.get(start) ?? [];
    chains.set(start, chain);
    chain.push({ profile: profiles.get(id)!, head: heads.get(id)! });
  }
  return chains;
});
export const listChain = async (ctx: Reader, profileId: string): Promise<readonly Link[]> =>
  (await chainsOf.one(ctx, profileId)) ?? [];

export async function listLevels(ctx: Reader, profileId: string): Promise<Level[]> {
  return (await listChain(ctx, profileId)).map(({ profile: p, head }) => ({
    kind: p.kind,
    name: p.name,
    profileId: p.id,
    own: head.own,
    reasons: head.reasons,
  }));
}

export async function listChildren(ctx: Reader, profileId: string) {
  return ctx.db
    .select({ id: profile.id, name: profile.name })
    .from(profile)
    .where(eq(profile.parentId, profileId))
    .orderBy(asc(profile.name));
}

/** Profiles that start from this one, however far down. */
export async function listDescendants(
  ctx: Reader,
  profileId: string,
): Promise<{ id: string; name: string; kind: string }[]> {
  const rows = await ctx.db.execute<{ id: string; name: string; kind: string }>(
    sql`with recursive below as (select id, name, kind from ${profile} where parent_id = ${profileId} union select p.id, p.name, p.kind from ${profile} p join below b on p.parent_id = b.id) select id, name, kind from below order by name limit 2000`,
  );
  return rows.rows;
}

export async function findDraft(ctx: Reader, profileId: string, authorId: string) {
  const [row] = await ctx.db
    .select()
    .from(draft)
    .where(and(eq(draft.profileId, profileId), eq(draft.authorId, authorId)));
  return row ?? null;
}

export async function findPairing(
  ctx: Reader,
  scope: 'machine' | 'printer',
  scopeId: string,
  toolId: string,
  materialId: string,
) {
  const [row] = await ctx.db
    .select()
    .from(pairing)
    .where(
      and(
        eq(pairing.scope, scope),
        eq(pairing.scopeId, scopeId),
        eq(pairing.toolId, toolId),
        eq(pairing.materialId, materialId),
      ),
    );
  return row ?? null;
}

export async function findPairingHead(ctx: Reader, pairingId: string) {
  const [row] = await ctx.db
    .select()
    .from(pairingRevision)
    .where(eq(pairingRevision.pairingId, pairingId))
    .orderBy(desc(pairingRevision.number))
    .limit(1);
  return row ?? null;
}

/** The last revision of each pairing, found without reading those before it. */
const isHead = sql`${pairingRevision.number} = (select max(r.number) from pairing_revision r where r.pairing_id = ${pairing.id})`;

export interface PairingKey {
  readonly scope: 'machine' | 'printer';
  readonly scopeId: string;
  readonly toolId: string;
  readonly materialId: string;
}
const nameOfPairing = (k: PairingKey): string => `${k.scope} ${k.scopeId} ${k.toolId} ${k.materialId}`;
const pairingsWithHead = bySets(async (ctx: Reader, keys: readonly PairingKey[]) => {
  const rows = await ctx.db
    .select({
      ...{ id: pairing.id, scope: pairing.scope, scopeId: pairing.scopeId },
      ...{ toolId: pairing.toolId, materialId: pairing.materialId, entries: pairingRevision.entries },
    })
    .from(pairing)
    .innerJoin(pairingRevision, eq(pairingRevision.pairingId, pairing.id))
    .where(
      and(
        among(pairing.scopeId, new Set(keys.map((k) => k.scopeId))),
        among(pairing.toolId, new Set(keys.map((k) => k.toolId))),
        among(pairing.materialId, new Set(keys.map((k) => k.materialId))),
        isHead,
      ),
    );
  return new Map(rows.map((row) => [nameOfPairing(row), row]));
}, nameOfPairing);
/** A pairing with the entries of its head. */
export const findPairingWithHead = pairingsWithHead.one;

/** Pairings with head entries on any of the machines, for one tool and material (or any). */
export async function listPairingHeads(
  ctx: Reader,
  machineIds: readonly string[],
  of?: { readonly toolIds: readonly string[]; readonly materialIds: readonly string[] },
) {
  if (machineIds.length === 0) return [];
  return ctx.db
    .select({
      ...{ machineId: pairing.scopeId, toolId: pairing.toolId, materialId: pairing.materialId },
      ...{ entries: pairingRevision.entries, number: pairingRevision.number },
    })
    .from(pairing)
    .innerJoin(pairingRevision, eq(pairingRevision.pairingId, pairing.id))
    .where(
      and(
        eq(pairing.scope, 'machine'),
        among(pairing.scopeId, machineIds),
        of && among(pairing.toolId, of.toolIds),
        of && among(pairing.materialId, of.materialIds),
        isHead,
      ),
    )
    .orderBy(pairing.id);
}
