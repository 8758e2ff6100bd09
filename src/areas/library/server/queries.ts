import type { RowOf } from '../../../platform/db/rowOf.ts';
import { and, asc, desc, eq, inArray, or, sql, type SQL } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import type { Level } from '../model/resolve.ts';
import type { Facets, Entries, ProfileRow, RevisionState } from '../model/records.ts';
import { draft, pairing, pairingRevision, profile, revision, revisionEvent } from './tables.ts';

type Reader = Pick<Ctx, 'db'>;
export type Profile = typeof profile.$inferSelect;
export type Revision = typeof revision.$inferSelect;
const DEEPEST_CHAIN = 32;

export async function findProfile(ctx: Reader, id: string): Promise<Profile | null> {
  const [row] = await ctx.db.select().from(profile).where(eq(profile.id, id));
  return row ?? null;
}

export async function findProfileByKey(ctx: Reader, kind: Profile['kind'], key: string): Promise<Profile | null> {
  const [row] = await ctx.db
    .select()
    .from(profile)
    .where(and(eq(profile.kind, kind), or(eq(profile.key, key), eq(profile.name, key))));
  return row ?? null;
}

/** The state of a revision: its last event. The column is named in full: alone in a select it would be read as the event's. */
const stateOf = sql<RevisionState>`(select e.state from ${revisionEvent} e where e.revision_id = "revision"."id" order by e.seq desc limit 1)`;

/** The newest revision that is released; every profile has one from its making on. */
export async function getReleasedRevision(ctx: Reader, profileId: string): Promise<Revision> {
  const [row] = await ctx.db
    .select()
    .from(revision)
    .where(and(eq(revision.profileId, profileId), sql`${stateOf} = 'released'`))
    .orderBy(desc(revision.number))
    .limit(1);
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

/** The profile and its parents, nearest first, each with its released head. Parents float. */
export async function listChain(ctx: Reader, profileId: string): Promise<{ profile: Profile; head: Revision }[]> {
  const chain: { profile: Profile; head: Revision }[] = [];
  for (let id: string | null = profileId; id !== null && chain.length < DEEPEST_CHAIN;) {
    const found: Profile | null = await findProfile(ctx, id);
    if (!found) break;
    chain.push({ profile: found, head: await getReleasedRevision(ctx, found.id) });
    id = found.parentId;
  }
  return chain;
}

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

/** Profiles whose name, key, tags or family hold every word asked for. */
export interface ProfileQuery {
  readonly text?: string | undefined;
  readonly kind?: string | undefined;
  readonly technology?: string | undefined;
  readonly tag?: string | undefined;
  readonly retired?: boolean;
  readonly limit?: number;
}
/** What a search asks of a profile, as SQL on p; a facet leaves its own question out. */
function asked(q: ProfileQuery): SQL {
  const words = (q.text ?? '').trim().split(/\s+/).filter(Boolean).slice(0, 8);
  const like = (word: string) => `%${word.replace(/[\\%_]/g, '\\$&')}%`;
  return sql.join(
    [
      q.kind ? sql`p.kind = ${q.kind}` : sql`true`,
      q.retired ? sql`true` : sql`p.retired_at is null`,
      q.technology ? sql`p.technology = ${q.technology}` : sql`true`,
      q.tag ? sql`p.tags @> ${JSON.stringify([q.tag])}::jsonb` : sql`true`,
      ...words.map((w) => sql`p.search like ${like(w.toLowerCase())}`),
    ],
    sql` and `,
  );
}

export async function searchProfiles(ctx: Reader, q: ProfileQuery): Promise<ProfileRow[]> {
  const rows = await ctx.db.execute<RowOf<ProfileRow>>(sql`
    select p.id, p.kind, p.key, p.name, p.technology, p.stock, p.tags, p.retired_at is not null as retired, parent.name as "parentName", r.number as revision, r.at,
           (select count(*)::int from jsonb_object_keys(r.own)) as "ownCount", coalesce(r.own->>'family', r.resolved->>'family') as family
    from (select id, kind, key, name, technology, stock, tags, retired_at, parent_id from ${profile} p
      where ${asked(q)}
      order by p.stock, p.name limit ${q.limit ?? 200}) p
    left join ${profile} parent on parent.id = p.parent_id
    cross join lateral (select x.number, x.at, x.own, x.resolved from ${revision} x where x.profile_id = p.id and (select e.state from ${revisionEvent} e where e.revision_id = x.id order by e.seq desc limit 1) = 'released' order by x.number desc limit 1) r
    order by p.stock, p.name`);
  return rows.rows.map((r) => ({ ...r, at: new Date(r.at).toISOString() }));
}

const MOST_TAGS = 24;
/** How many profiles a search would leave under each kind, technology and tag, each facet counted without its own choice. */
export async function countFacets(ctx: Reader, q: ProfileQuery): Promise<Facets> {
  const { kind: _k, ...noKind } = q;
  const { technology: _t, ...noTechnology } = q;
  const { tag: _g, ...noTag } = q;
  const rows = await ctx.db.execute<{ facet: keyof Facets; value: string; n: number }>(sql`
    select 'kind' as facet, p.kind as value, count(*)::int as n from ${profile} p where ${asked(noKind)} group by p.kind
    union all select 'technology', p.technology, count(*)::int from ${profile} p where ${asked(noTechnology)} group by p.technology
    union all (select 'tag', t.tag, count(*)::int as n from ${profile} p, jsonb_array_elements_text(p.tags) as t(tag) where ${asked(noTag)} group by t.tag order by n desc, t.tag limit ${MOST_TAGS})`);
  const of = (facet: keyof Facets): Facets['kind'] =>
    rows.rows.filter((r) => r.facet === facet).map(({ value, n }) => ({ value, n }));
  return { kind: of('kind'), technology: of('technology'), tag: of('tag') };
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

/** Pairings with head entries on any of the machines, for one tool and material (or any). */
export async function listPairingHeads(
  ctx: Reader,
  machineIds: readonly string[],
  toolId?: string,
  materialId?: string,
) {
  if (machineIds.length === 0) return [];
  const rows = await ctx.db
    .select()
    .from(pairing)
    .where(
      and(
        eq(pairing.scope, 'machine'),
        inArray(pairing.scopeId, [...machineIds]),
        toolId ? eq(pairing.toolId, toolId) : undefined,
        materialId ? eq(pairing.materialId, materialId) : undefined,
      ),
    );
  const heads: { machineId: string; toolId: string; materialId: string; entries: Entries; number: number }[] = [];
  for (const row of rows) {
    const head = await findPairingHead(ctx, row.id);
    if (head)
      heads.push({
        machineId: row.scopeId,
        toolId: row.toolId,
        materialId: row.materialId,
        entries: head.entries,
        number: head.number,
      });
  }
  return heads;
}
