import { and, desc, eq } from 'drizzle-orm';
import { METER_PLACES } from '../../../core/resin/lightMap.ts';
import { listMaintenance } from '../../machines/server/index.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { listCurrentReadings } from './rows.ts';
import { trial } from './tables.ts';

/** Light at each place of the grid by the last accepted light map of a machine; null where there is none, a hole in it, or another
 *  screen since. */
export async function lastLight(ctx: Pick<Ctx, 'db'>, machineId: string): Promise<readonly number[] | null> {
  const [last] = await ctx.db
    .select({ id: trial.id, at: trial.decidedAt })
    .from(trial)
    .where(and(eq(trial.machineId, machineId), eq(trial.kind, 'light-map'), eq(trial.state, 'accepted')))
    .orderBy(desc(trial.decidedAt))
    .limit(1);
  if (!last) return null;
  if ((await listMaintenance(ctx, machineId, last.at!)).some((e) => e.kind === 'screen')) return null;
  const readings = await listCurrentReadings(ctx, last.id);
  return lightOf(readings);
}

/** Light at each place of the grid by what was read there; null where there is a hole in it. */
export function lightOf(
  readings: readonly { readonly feature: string; readonly value: number }[],
): readonly number[] | null {
  const light = METER_PLACES.map((_, i) => {
    const of = readings.filter((r) => r.feature === `place ${i + 1}`).map((r) => r.value);
    return of.reduce((s, v) => s + v, 0) / of.length;
  });
  return light.every(Number.isFinite) ? light : null;
}
