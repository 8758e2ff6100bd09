import { and, asc, desc, eq, inArray, or, sql } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import type { Level } from '../model/resolve.ts';
import type { Entries, ProfileRow } from '../model/records.ts';
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
  const [row] = await ctx.db.select().from(profile).where(and(eq(profile.kind, kind), or(eq(profile.key, key), eq(profile.name, key))));
  return row ?? null;
}

/** The newest revision that is released; every profile has one from its making on. */
export async function getHead(ctx: Reader, profileId: string): Promise<Revision> {
  const [row] = await ctx.db.select().from(revision).where(eq(revision.profileId, profileId)).orderBy(desc(revision.number)).limit(1);
  if (!row) throw new RangeError(`profile ${profileId} has no revision`);
  return row;
}

export async function findRevision(ctx: Reader, id: string): Promise<Revision | null> {
  const [row] = await ctx.db.select().from(revision).where(eq(revision.id, id));
  return row ?? null;
}

export async function listRevisions(ctx: Reader, profileId: string) {
  return ctx.db.select({ id: revision.id, number: revision.number, message: revision.message, authorName: revision.authorName, at: revision.at, own: revision.own, reasons: revision.reasons, state: sql<string>`(select e.state from ${revisionEvent} e where e.revision_id = ${revision.id} order by e.at desc, e.id desc limit 1)` })
    .from(revision).where(eq(revision.profileId, profileId)).orderBy(desc(revision.number));
}

/** The profile and its parents, nearest first, each with its released head. Parents float. */
export async function listChain(ctx: Reader, profileId: string): Promise<{ profile: Profile; head: Revision }[]> {
  const chain: { profile: Profile; head: Revision }[] = [];
  for (let id: string | null = profileId; id !== null && chain.length < DEEPEST_CHAIN;) {
    const found: Profile | null = await findProfile(ctx, id);
    if (!found) break;
    chain.push({ profile: found, head: await getHead(ctx, found.id) });
    id = found.parentId;
  }
  return chain;
}

export async function listLevels(ctx: Reader, profileId: string): Promise<Level[]> {
  return (await listChain(ctx, profileId)).map(({ profile: p, head }) => ({ kind: p.kind, name: p.name, profileId: p.id, own: head.own, reasons: head.reasons }));
}

export async function listChildren(ctx: Reader, profileId: string) {
  return ctx.db.select({ id: profile.id, name: profile.name }).from(profile).where(eq(profile.parentId, profileId)).orderBy(asc(profile.name));
}

/** Profiles whose name, key, tags or family hold every word asked for. */
export async function searchProfiles(ctx: Reader, q: { text?: string | undefined; kind?: string | undefined; limit?: number }): Promise<ProfileRow[]> {
  const words = (q.text ?? '').trim().split(/\s+/).filter(Boolean).slice(0, 8);
  const like = (word: string) => `%${word.replace(/[\\%_]/g, '\\$&')}%`;
  const rows = await ctx.db.execute(sql`
    select p.id, p.kind, p.key, p.name, p.stock, p.tags, parent.name as "parentName", r.number as revision, r.at,
           (select count(*)::int from jsonb_object_keys(r.own)) as "ownCount", coalesce(r.own->>'family', r.resolved->>'family') as family
    from ${profile} p
    left join ${profile} parent on parent.id = p.parent_id
    cross join lateral (select number, at, own, resolved from ${revision} where profile_id = p.id order by number desc limit 1) r
    where ${q.kind ? sql`p.kind = ${q.kind}` : sql`true`}
    ${words.length > 0 ? sql`and ${sql.join(words.map((w) => sql`(p.name || ' ' || p.key || ' ' || p.tags::text) ilike ${like(w)}`), sql` and `)}` : sql``}
    order by p.stock, p.name limit ${q.limit ?? 200}`);
  return rows.rows.map((r) => ({ ...(r as unknown as ProfileRow), at: new Date(r['at'] as string).toISOString() }));
}

export async function findDraft(ctx: Reader, profileId: string, authorId: string) {
  const [row] = await ctx.db.select().from(draft).where(and(eq(draft.profileId, profileId), eq(draft.authorId, authorId)));
  return row ?? null;
}

export async function findPairing(ctx: Reader, scope: 'machine' | 'printer', scopeId: string, toolId: string, materialId: string) {
  const [row] = await ctx.db.select().from(pairing).where(and(eq(pairing.scope, scope), eq(pairing.scopeId, scopeId), eq(pairing.toolId, toolId), eq(pairing.materialId, materialId)));
  return row ?? null;
}

export async function findPairingHead(ctx: Reader, pairingId: string) {
  const [row] = await ctx.db.select().from(pairingRevision).where(eq(pairingRevision.pairingId, pairingId)).orderBy(desc(pairingRevision.number)).limit(1);
  return row ?? null;
}

/** Pairings with head entries on any of the machines, for one tool and material (or any). */
export async function listPairingHeads(ctx: Reader, machineIds: readonly string[], toolId?: string, materialId?: string) {
  if (machineIds.length === 0) return [];
  const rows = await ctx.db.select().from(pairing).where(and(eq(pairing.scope, 'machine'), inArray(pairing.scopeId, [...machineIds]), toolId ? eq(pairing.toolId, toolId) : undefined, materialId ? eq(pairing.materialId, materialId) : undefined));
  const heads: { machineId: string; toolId: string; materialId: string; entries: Entries; number: number }[] = [];
  for (const row of rows) {
    const head = await findPairingHead(ctx, row.id);
    if (head) heads.push({ machineId: row.scopeId, toolId: row.toolId, materialId: row.materialId, entries: head.entries, number: head.number });
  }
  return heads;
}
