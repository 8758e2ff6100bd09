import { and, asc, eq } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { entryAt } from '../model/along.ts';
import type { LibraryFailure } from '../model/failures.ts';
import { valueHistory, type Release, type ValueSince } from '../model/valueHistory.ts';
import { findSetting } from '../settings/catalogue.ts';
import type { LedgerContext } from './profilePage.ts';
import { findPairing, listChain } from './queries.ts';
import { pairingRevision, revision, revisionEvent } from './tables.ts';

/** Which value of a setting was in force since when: by the profile, its parents as they are now, and the pairing of the machine it is
 *  read beside. */
export async function getValueHistory(
  ctx: Pick<Ctx, 'db'>,
  profileId: string,
  key: string,
  beside: LedgerContext | null,
): Promise<Result<ValueSince[], LibraryFailure>> {
  const chain = await listChain(ctx, profileId);
  if (chain.length === 0) return fail({ code: 'noProfile' });
  if (!findSetting(key)) return fail({ code: 'noSetting' });
  const sources = [];
  if (beside && chain[0]!.profile.kind === 'material')
    sources.push({
      name: `pairing, ${beside.machine.name}`,
      releases: await provenValues(ctx, beside.machine, profileId, key),
    });
  for (const { profile } of chain)
    sources.push({
      name: profile.id === profileId ? 'own' : profile.name,
      releases: await releasedValues(ctx, profile.id, key),
    });
  return succeed(valueHistory(sources));
}

async function releasedValues(ctx: Pick<Ctx, 'db'>, profileId: string, key: string): Promise<Release[]> {
  const rows = await ctx.db
    .select({
      at: revisionEvent.at,
      own: revision.own,
      reasons: revision.reasons,
      by: revision.authorName,
      message: revision.message,
    })
    .from(revisionEvent)
    .innerJoin(revision, eq(revision.id, revisionEvent.revisionId))
    .where(and(eq(revision.profileId, profileId), eq(revisionEvent.state, 'released')))
    .orderBy(asc(revisionEvent.seq));
  return rows.map((r) => ({
    at: r.at.toISOString(),
    value: r.own[key] ?? null,
    by: r.by,
    why: r.reasons[key]?.text ?? r.message,
  }));
}

async function provenValues(
  ctx: Pick<Ctx, 'db'>,
  machine: LedgerContext['machine'],
  materialId: string,
  key: string,
): Promise<Release[]> {
  const found = await findPairing(ctx, 'machine', machine.id, machine.toolId, materialId);
  if (!found) return [];
  const rows = await ctx.db
    .select()
    .from(pairingRevision)
    .where(eq(pairingRevision.pairingId, found.id))
    .orderBy(asc(pairingRevision.number));
  return rows.flatMap((r): Release[] => {
    const entries = r.entries[key];
    if (!entries) return [];
    const entry = entries.length > 0 ? entryAt(key, entries, null) : null;
    return [
      {
        at: r.at.toISOString(),
        value: entry?.value ?? null,
        by: r.authorName,
        why: r.message,
        ...(entry && { trial: { id: entry.trialId, name: entry.trialName } }),
      },
    ];
  });
}
