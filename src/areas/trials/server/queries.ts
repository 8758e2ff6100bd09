import { and, asc, desc, eq, inArray, or, sql } from 'drizzle-orm';
import { succeed, fail, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfile } from '../../library/server/index.ts';
import { findMachine, listProofs } from '../../machines/server/index.ts';
import { analyseFlow } from '../kinds/flow/analysis.ts';
import type { TrialFailure } from '../model/failures.ts';
import type { TrialPage, TrialRow } from '../model/pages.ts';
import type { TrialPlan } from '../model/trial.ts';
import { trialName } from './planTrial.ts';
import { reading, trial } from './tables.ts';

export type Trial = typeof trial.$inferSelect;
export type Reading = typeof reading.$inferSelect;
/** Standard uncertainty of a calliper zeroed and checked on a gauge pin before the trial, mm. Common practice, no source. */
export const CALLIPER_U_MM = 0.005, CALLIPER_RESOLUTION_MM = 0.01;

export async function findTrial(ctx: Pick<Ctx, 'db'>, id: string): Promise<Trial | null> {
  const [row] = await ctx.db.select().from(trial).where(eq(trial.id, id));
  return row ?? null;
}

/** Readings that stand: those that no later one supersedes. */
export async function listStanding(ctx: Pick<Ctx, 'db'>, trialId: string): Promise<Reading[]> {
  const all = await ctx.db.select().from(reading).where(eq(reading.trialId, trialId)).orderBy(asc(reading.at));
  const gone = new Set(all.map((r) => r.supersedes));
  return all.filter((r) => !gone.has(r.id));
}

export function analyseTrial(plan: TrialPlan, readings: readonly { readonly feature: string; readonly value: number }[]) {
  return analyseFlow(readings.map((r) => ({ side: r.feature, thicknessMm: r.value })), {
    targetWidthMm: plan.lineWidthMm, layerHeightMm: plan.layerHeightMm, flow: plan.flow, walls: plan.walls, lineDistanceMm: plan.lineDistanceMm, resolutionMm: CALLIPER_RESOLUTION_MM, calibrationUMm: CALLIPER_U_MM,
  });
}

export async function getTrialPage(ctx: Ctx, id: string): Promise<Result<TrialPage, TrialFailure>> {
  const row = await findTrial(ctx, id);
  if (!row) return fail({ code: 'noTrial' });
  const m = (await findMachine(ctx, row.machineId))!;
  const name = async (profileId: string) => (await findProfile(ctx, profileId))!.name;
  const readings = await listStanding(ctx, id);
  const analysis = analyseTrial(row.plan, readings);
  const proofs = await listProofs(ctx, m, row.toolId, row.materialId, row.lot);
  const { gcode, ...rest } = row;
  return succeed({
    ...rest, name: trialName(row.number!), createdAt: row.createdAt.toISOString(), decidedAt: row.decidedAt?.toISOString() ?? null,
    machineName: m.name, toolName: await name(row.toolId), materialName: await name(row.materialId), processName: await name(row.processId),
    readings: readings.map((r) => ({ id: r.id, feature: r.feature, repeat: r.repeat, typed: r.typed, value: r.value, personName: r.personName, instrument: r.instrument, supersedes: r.supersedes, at: r.at.toISOString() })),
    analysis: analysis.ok ? analysis.value : null, refusal: analysis.ok ? null : analysis.failure.what, gcodeBytes: gcode.length, hasDevice: m.device !== null, proof: proofs['flow'] ?? null,
  });
}

export async function listTrials(ctx: Pick<Ctx, 'db'>, limit = 200) {
  const rows = await ctx.db.execute(sql`
    select t.id, t.number, t.kind, t.state, t.lot, t.created_at as "createdAt", t.decided_at as "decidedAt", t.decision, t.progress, t.plan, m.name as "machineName", m.id as "machineId",
           tool.name as "toolName", mat.name as "materialName", t.created_by_name as "createdByName",
           (select count(*)::int from reading r where r.trial_id = t.id and not exists (select from reading s where s.supersedes = r.id)) as readings
    from trial t join machine m on m.id = t.machine_id join profile tool on tool.id = t.tool_id join profile mat on mat.id = t.material_id
    order by t.number desc limit ${limit}`);
  return rows.rows.map((r) => ({ ...r, name: trialName(Number(r['number'])) })) as unknown as TrialRow[];
}

/** Trials not yet decided that use any of these profiles. */
export async function listOpenTrialsUsing(ctx: Pick<Ctx, 'db'>, profileIds: readonly string[]): Promise<{ id: string; name: string }[]> {
  const ids = [...profileIds];
  const rows = await ctx.db.select({ id: trial.id, number: trial.number }).from(trial).where(and(inArray(trial.state, ['planned', 'printing', 'interrupted', 'measuring']), or(inArray(trial.toolId, ids), inArray(trial.materialId, ids), inArray(trial.processId, ids)))).orderBy(desc(trial.number)).limit(200);
  return rows.map((r) => ({ id: r.id, name: trialName(r.number!) }));
}
