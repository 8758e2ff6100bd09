import type { RowOf } from '../../../platform/db/rowOf.ts';
import { sql } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvents, type NewEvent } from '../../../platform/events/record.ts';
import {
  addressOf,
  FORMAT,
  FORMAT_VERSION,
  planImport,
  readLibraryFile,
  type ExchangeRecord,
  type ImportRow,
  type Known,
  type LibraryFile,
} from '../model/exchange.ts';
import type { LibraryFailure } from '../model/failures.ts';
import { resolveValues, valuesOf, type Level } from '../model/resolve.ts';
import { CATALOGUE_VERSION } from '../settings/catalogue.ts';
import { stateFor } from './saveRevision.ts';
import { profile, revision, revisionEvent } from './tables.ts';

const ROWS_AT_ONCE = 500;
export interface Stored extends Known {
  readonly kind: string;
  readonly key: string;
  readonly tags: readonly string[];
  readonly notes: string;
  readonly headId: string;
  readonly last: number;
}

/** Every profile with its released revision, by kind and key. */
export async function listStored(ctx: Pick<Ctx, 'db'>): Promise<Map<string, Stored>> {
  const rows = await ctx.db.execute<RowOf<Stored>>(sql`
    select p.id, p.kind, p.key, p.name, p.technology, p.stock, p.tags, p.notes, parent.key as "parentKey", r.number as revision, r.id as "headId", r.own, r.reasons,
           (select max(n.number) from ${revision} n where n.profile_id = p.id) as last
    from ${profile} p left join ${profile} parent on parent.id = p.parent_id
    cross join lateral (select x.id, x.number, x.own, x.reasons from ${revision} x where x.profile_id = p.id and (select e.state from ${revisionEvent} e where e.revision_id = x.id order by e.seq desc limit 1) = 'released' order by x.number desc limit 1) r
    order by p.kind, p.key`);
  return new Map(rows.rows.map((r) => [addressOf(r.kind, r.key), r]));
}

/** Profiles as one file; a chosen one brings its parents, so that the file stands by itself. */
export async function exportLibrary(ctx: Pick<Ctx, 'db'>, ids: readonly string[] | null): Promise<LibraryFile> {
  const stored = await listStored(ctx);
  const wanted = new Set<string>();
  for (const [address, s] of stored)
    if (!ids || ids.includes(s.id))
      for (let at: string | null = address; at !== null && !wanted.has(at);) {
        wanted.add(at);
        const row: Stored = stored.get(at)!;
        at = row.parentKey === null ? null : addressOf(row.kind, row.parentKey);
      }
  const sorted = <T>(map: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(Object.entries(map).sort(([a], [b]) => (a < b ? -1 : 1)));
  return {
    format: FORMAT,
    version: FORMAT_VERSION,
    catalogueVersion: CATALOGUE_VERSION,
    profiles: [...stored]
      .filter(([address]) => wanted.has(address))
      .map(([, s]) => ({
        kind: s.kind as ExchangeRecord['kind'],
        key: s.key,
        name: s.name,
        technology: s.technology as 'filament',
        parent: s.parentKey,
        stock: s.stock,
        tags: s.tags,
        notes: s.notes,
        own: sorted(s.own),
        reasons: sorted(s.reasons),
        revision: s.revision,
      })),
  };
}

export async function previewImport(
  ctx: Pick<Ctx, 'db'>,
  text: string,
): Promise<Result<{ rows: readonly ImportRow[] }, LibraryFailure>> {
  const read = readLibraryFile(text);
  return read.ok
    ? succeed({ rows: planImport(read.value.profiles, await listStored(ctx)).rows })
    : fail({ code: 'badFile', detail: read.failure });
}

/** Takes a file in, in one transaction. Invalid records stop it unless the person has chosen to leave them out; conflicting ones
 *  come in only where chosen, as the next revision. */
export async function importLibrary(
  ctx: Ctx,
  text: string,
  choice: { readonly leaveOutInvalid: boolean; readonly take: readonly string[] },
): Promise<Result<{ made: number; changed: number; left: number }, LibraryFailure>> {
  const read = readLibraryFile(text);
  if (!read.ok) return fail({ code: 'badFile', detail: read.failure });
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    await db.execute(sql`lock table ${profile} in share row exclusive mode`); // nobody makes a profile between plan and write
    const stored = await listStored(inside);
    const { rows, records } = planImport(read.value.profiles, stored);
    const invalid = rows.filter((r) => r.state === 'invalid');
    if (invalid.length > 0 && !choice.leaveOutInvalid)
      return fail({ code: 'badRecord', count: invalid.length, index: invalid[0]!.index, why: invalid[0]!.why });
    const comesIn = rows.filter(
      (r) =>
        r.state === 'new' ||
        r.state === 'changed' ||
        (r.state === 'conflicting' &&
          choice.take.includes(addressOf(r.kind, r.key)) &&
          !stored.get(addressOf(r.kind, r.key))!.stock),
    );
    const ids = new Map([...stored].map(([address, s]) => [address, s.id]));
    const state = stateFor(ctx);
    const at = ctx.clock.now();
    for (const r of comesIn) if (!ids.has(addressOf(r.kind, r.key))) ids.set(addressOf(r.kind, r.key), ctx.newId());
    const fresh = comesIn.filter((r) => r.state === 'new').map((r) => records[r.index]!);
    // parents first: foreign keys are checked row by row
    await inChunks(inOrder(fresh), (part) =>
      db.insert(profile).values(
        part.map((r) => ({
          id: ids.get(addressOf(r.kind, r.key))!,
          kind: r.kind,
          key: r.key,
          name: r.name,
          technology: r.technology,
          notes: r.notes,
          parentId: r.parent === null ? null : ids.get(addressOf(r.kind, r.parent))!,
          stock: false,
          tags: [...r.tags],
          ownerId: ctx.user.id,
          createdAt: at,
        })),
      ),
    );
    const inFile = new Map(comesIn.map((r) => [addressOf(r.kind, r.key), records[r.index]!]));
    const levels = (kind: string, key: string | null): Level[] => {
      const out: Level[] = [];
      for (let k = key; k !== null && out.length < 32;) {
        const address = addressOf(kind, k);
        const r = inFile.get(address);
        const s = stored.get(address);
        out.push({ kind: kind as 'process', name: k, profileId: null, own: r?.own ?? s?.own ?? {} });
        k = r ? r.parent : (s?.parentKey ?? null);
      }
      return out;
    };
    const revisions: (typeof revision.$inferInsert)[] = [];
    const states: (typeof revisionEvent.$inferInsert)[] = [];
    const events: NewEvent[] = [];
    const add = (
      r: ExchangeRecord,
      number: number,
      before: string | null,
      own: ExchangeRecord['own'],
      reasons: ExchangeRecord['reasons'],
      message: string,
      stateNow: 'released' | 'in review',
    ): string => {
      const id = ctx.newId();
      const profileId = ids.get(addressOf(r.kind, r.key))!;
      revisions.push({
        id,
        profileId,
        number,
        own,
        reasons,
        resolved: valuesOf(
          resolveValues([{ kind: r.kind, name: r.name, profileId, own }, ...levels(r.kind, r.parent)]),
        ),
        catalogueVersion: CATALOGUE_VERSION,
        parentRevisionId: before,
        message,
        authorId: ctx.user.id,
        authorName: ctx.user.name,
        at,
      });
      states.push({ id: ctx.newId(), revisionId: id, state: stateNow, by: ctx.user.id, at, comment: message });
      return id;
    };
    for (const row of comesIn) {
      const r = records[row.index]!;
      const here = stored.get(addressOf(r.kind, r.key));
      if (here) add(r, here.last + 1, here.headId, r.own, r.reasons, 'From a file', state);
      else if (state === 'released') add(r, 1, null, r.own, r.reasons, 'From a file', state);
      else
        add(r, 2, add(r, 1, null, {}, {}, 'Made, without values', 'released'), r.own, r.reasons, 'From a file', state);
      events.push({
        subjectKind: 'profile',
        subjectId: ids.get(addressOf(r.kind, r.key))!,
        subjectName: r.name,
        what: here ? 'changed from a file' : 'made from a file',
        from: Object.fromEntries(row.changes.map((c) => [c.key, c.from])),
        to: Object.fromEntries(row.changes.map((c) => [c.key, c.to])),
      });
    }
    await inChunks(revisions, (part) => db.insert(revision).values(part));
    await inChunks(states, (part) => db.insert(revisionEvent).values(part));
    await recordEvents(inside, events);
    return succeed({ made: fresh.length, changed: comesIn.length - fresh.length, left: rows.length - comesIn.length });
  });
}

/** Records with every parent before its children. */
function inOrder(records: readonly ExchangeRecord[]): ExchangeRecord[] {
  const byAddress = new Map(records.map((r) => [addressOf(r.kind, r.key), r]));
  const done = new Set<ExchangeRecord>();
  const order: ExchangeRecord[] = [];
  const visit = (r: ExchangeRecord): void => {
    if (done.has(r)) return;
    done.add(r);
    const p = r.parent === null ? undefined : byAddress.get(addressOf(r.kind, r.parent));
    if (p) visit(p);
    order.push(r);
  };
  records.forEach(visit);
  return order;
}

async function inChunks<T>(all: readonly T[], write: (part: T[]) => Promise<unknown>): Promise<void> {
  for (let i = 0; i < all.length; i += ROWS_AT_ONCE) await write(all.slice(i, i + ROWS_AT_ONCE));
}
