import { succeed, fail, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { LibraryFailure } from '../model/failures.ts';
import type { ProfilePage } from '../model/pages.ts';
import type { LedgerRow, Proof, RevisionRow } from '../model/records.ts';
import { resolveValues, valuesOf, type Level } from '../model/resolve.ts';
import { settingsOf } from '../settings/catalogue.ts';
import { numberOf, type Setting, type Values } from '../settings/define.ts';
import { findDraft, findProfile, getHead, listChain, listChildren, listLevels, listRevisions } from './queries.ts';

/** Evidence and hardware of a machine with its mounted tool, as the ledger shows them beside a profile. */
export interface LedgerContext { readonly machine: { id: string; name: string; tool: string }; readonly hardware: Values; readonly proofs: Readonly<Record<string, Proof>>; readonly levels: readonly Level[] }

export async function getProfilePage(ctx: Ctx, id: string, beside: LedgerContext | null): Promise<Result<ProfilePage, LibraryFailure>> {
  const found = await findProfile(ctx, id);
  if (!found) return fail({ code: 'noProfile' });
  const [levels, chain, revisions, children, draft, head] = [await listLevels(ctx, id), await listChain(ctx, id), await listRevisions(ctx, id), await listChildren(ctx, id), await findDraft(ctx, id, ctx.user.id), await getHead(ctx, id)];
  const resolved = resolveValues([...(beside?.levels ?? []), ...levels]);
  const alone = resolveValues(levels), inherited = resolveValues(levels.slice(1)), values = valuesOf(alone);
  const rows = settingsOf(found.kind).map((s): LedgerRow => {
    const e = resolved.get(s.key)!;
    return {
      key: s.key, value: e.value, profileValue: alone.get(s.key)!.value, parentValue: inherited.get(s.key)!.value, own: head.own[s.key] !== undefined, reason: e.winner?.profileId === id ? head.reasons[s.key] ?? null : null,
      origin: !e.winner ? 'not set' : e.winner.profileId === id ? 'own' : e.winner.kind === 'formula' || e.winner.kind === 'default' ? (e.winner.kind === 'default' ? 'default' : `= ${e.winner.level}`) : e.winner.level,
      beaten: e.beaten.map((b) => ({ level: b.profileId === id ? 'own' : b.level, value: b.value })), hardware: hardwareRange(s, beside?.hardware ?? {}), supplier: supplierRange(s, values), proof: beside?.proofs[s.key] ?? null,
    };
  });
  const asRow = (r: (typeof revisions)[number]): RevisionRow => ({ ...r, at: r.at.toISOString() });
  return succeed({
    id, kind: found.kind, key: found.key, name: found.name, stock: found.stock, tags: found.tags, head: asRow(revisions[0]!), revisions: revisions.map(asRow), children,
    parents: chain.slice(1).map((c) => ({ id: c.profile.id, name: c.profile.name, stock: c.profile.stock, revision: c.head.number })), rows,
    draft: draft && { baseRevisionId: draft.baseRevisionId, typed: draft.typed, updatedAt: draft.updatedAt.toISOString() }, machine: beside?.machine ?? null,
  });
}

function supplierRange(setting: Setting, values: Values): readonly [number, number] | null {
  for (const other of settingsOf('material')) if (other.type === 'range' && other.boundsOf === setting.key && Array.isArray(values[other.key])) return values[other.key] as unknown as readonly [number, number];
  return null;
}

/** What the hardware allows for a setting, from tool and printer values. */
function hardwareRange(setting: Setting, hardware: Values): readonly [number, number] | null {
  const upTo = (low: number, key: string): readonly [number, number] | null => { const high = numberOf(hardware, key); return high === null ? null : [low, high]; };
  switch (setting.key) {
    case 'nozzleC': case 'nozzleFirstC': return upTo(150, 'hotEndMaxC');
    case 'bedC': return upTo(20, 'bedMaxC');
    case 'highestFlowMm3PerS': return upTo(0, 'catalogueFlowMm3PerS');
    case 'retractionMmPerS': return upTo(0, 'maxFeedEMmPerS');
    case 'visibleWallSpeedMmPerS': case 'fillSpeedMmPerS': case 'travelSpeedMmPerS': case 'firstLayerSpeedMmPerS': return upTo(0, 'maxFeedXMmPerS');
    case 'layerHeightMm': case 'firstLayerHeightMm': { const low = numberOf(hardware, 'smallestLayerMm'), high = numberOf(hardware, 'largestLayerMm'); return low !== null && high !== null ? [low, high] : null; }
    default: return null;
  }
}
