import { succeed, fail, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { LibraryFailure } from '../model/failures.ts';
import type { ProfilePage } from '../model/pages.ts';
import type { LedgerRow, Proof, RevisionRow } from '../model/records.ts';
import { resolveValues, valuesOf, type Level } from '../model/resolve.ts';
import { hardwareRange, supplierRange } from '../model/limits.ts';
import { settingsOf } from '../settings/catalogue.ts';
import type { Values } from '../settings/define.ts';
import {
  findDraft,
  findProfile,
  getReleasedRevision,
  getNewestRevision,
  listChain,
  listChildren,
  listLevels,
  listRevisions,
} from './queries.ts';

/** Evidence and hardware of a machine with its mounted tool, as the ledger shows them beside a profile. */
export interface LedgerContext {
  readonly machine: { id: string; name: string; tool: string; toolId: string };
  readonly hardware: Values;
  readonly proofs: Readonly<Record<string, Proof>>;
  readonly levels: readonly Level[];
}

export async function getProfilePage(
  ctx: Ctx,
  id: string,
  beside: LedgerContext | null,
): Promise<Result<ProfilePage, LibraryFailure>> {
  const found = await findProfile(ctx, id);
  if (!found) return fail({ code: 'noProfile' });
  const [levels, chain, revisions, children, draft, head, tip] = [
    await listLevels(ctx, id),
    await listChain(ctx, id),
    await listRevisions(ctx, id),
    await listChildren(ctx, id),
    await findDraft(ctx, id, ctx.user.id),
    await getReleasedRevision(ctx, id),
    await getNewestRevision(ctx, id),
  ];
  const resolved = resolveValues([...(beside?.levels ?? []), ...levels]);
  const alone = resolveValues(levels);
  const inherited = resolveValues(levels.slice(1));
  const values = valuesOf(alone);
  const rows = settingsOf(found.kind, found.technology).map((s): LedgerRow => {
    const e = resolved.get(s.key)!;
    return {
      key: s.key,
      value: e.value,
      profileValue: alone.get(s.key)!.value,
      parentValue: inherited.get(s.key)!.value,
      own: head.own[s.key] !== undefined,
      reason: e.winner?.profileId === id ? (head.reasons[s.key] ?? null) : null,
      origin: !e.winner
        ? 'not set'
        : e.winner.profileId === id
          ? 'own'
          : e.winner.kind === 'formula' || e.winner.kind === 'default'
            ? e.winner.kind === 'default'
              ? 'default'
              : `= ${e.winner.level}`
            : e.winner.level,
      beaten: e.beaten.map((b) => ({ level: b.profileId === id ? 'own' : b.level, value: b.value })),
      hardware: hardwareRange(s, beside?.hardware ?? {}),
      supplier: supplierRange(s, values),
      proof: beside?.proofs[s.key] ?? null,
    };
  });
  const asRow = (r: (typeof revisions)[number]): RevisionRow => ({ ...r, at: r.at.toISOString() });
  const rowOf = (revisionId: string): RevisionRow => asRow(revisions.find((r) => r.id === revisionId)!);
  return succeed({
    id,
    kind: found.kind,
    key: found.key,
    name: found.name,
    technology: found.technology,
    stock: found.stock,
    retired: found.retiredAt !== null,
    tags: found.tags,
    notes: found.notes,
    head: rowOf(head.id),
    tip: rowOf(tip.id),
    revisions: revisions.map(asRow),
    children,
    parents: chain
      .slice(1)
      .map((c) => ({ id: c.profile.id, name: c.profile.name, stock: c.profile.stock, revision: c.head.number })),
    rows,
    draft: draft && {
      baseRevisionId: draft.baseRevisionId,
      typed: draft.typed,
      updatedAt: draft.updatedAt.toISOString(),
    },
    machine: beside && { id: beside.machine.id, name: beside.machine.name, tool: beside.machine.tool },
  });
}
