import { and, desc, eq, inArray, lt } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfile } from '../../library/server/index.ts';
import { listMaintenance } from '../../machines/server/index.ts';
import { changedSince, type LaidWith } from '../../machines/model/changedSince.ts';
import type { Conditions, SeriesPrint } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import { trialName } from './planTrial.ts';
import { listCurrentReadings, type Trial } from './rows.ts';
import { trial } from './tables.ts';

const MOST_PRINTS = 40;

/** What a kind knows of how a trial was printed: its plan, and how warm the printer said the resin was. */
export const conditionsOf = ({ plan, progress }: Pick<Trial, 'plan' | 'progress'>): Omit<Conditions, 'series'> => ({
  values: { ...plan.conditions, ...(progress?.resinC !== undefined && { resinC: progress.resinC }) },
  params: plan.params,
  bands: plan.bands,
});

/** Prints of the same series on the same machine that were kept before this one, the oldest first, each with what was changed after it:
 *  of the same part whatever the material, or of the kinds it is set against with the same material. */
export async function listSeries(ctx: Pick<Ctx, 'db'>, row: Trial): Promise<SeriesPrint[]> {
  const { isSeries, comparesWith } = kindOf(row.kind);
  if (!isSeries && !comparesWith) return [];
  const before = (
    await ctx.db
      .select()
      .from(trial)
      .where(
        and(
          inArray(trial.kind, [...(comparesWith ?? [row.kind])]),
          ...(comparesWith ? [eq(trial.materialId, row.materialId), eq(trial.toolId, row.toolId)] : []),
          eq(trial.machineId, row.machineId),
          eq(trial.state, 'accepted'),
          lt(trial.number, row.number),
        ),
      )
      .orderBy(desc(trial.number))
      .limit(MOST_PRINTS)
  ).reverse();
  const first = before[0];
  const work = first ? await listMaintenance(ctx, row.machineId, first.createdAt) : [];
  const names = new Map<string, string>();
  const nameOf = async (id: string): Promise<string> => {
    const known = names.get(id) ?? (await findProfile(ctx, id))!.name;
    names.set(id, known);
    return known;
  };
  const laidWith = async (t: Trial): Promise<LaidWith> => ({
    at: t.createdAt,
    values: t.plan.conditions,
    names: {
      tool: await nameOf(t.toolId),
      material: await nameOf(t.materialId),
      process: await nameOf(t.processId),
    },
    lot: t.lot,
  });
  const out: SeriesPrint[] = [];
  for (const [i, b] of before.entries()) {
    const next = before[i + 1] ?? row;
    out.push({
      id: b.id,
      name: trialName(b.number),
      at: (b.decidedAt ?? b.createdAt).toISOString(),
      readings: await listCurrentReadings(ctx, b.id),
      ...conditionsOf(b),
      changedSince: changedSince(await laidWith(b), await laidWith(next), work),
    });
  }
  return out;
}
