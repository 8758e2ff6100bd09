import type { RowOf } from '../../../platform/db/rowOf.ts';
import { and, desc, inArray, or, sql, type SQL } from 'drizzle-orm';
import { trialsOpen, type TrialState } from '../model/states.ts';
import { succeed, fail, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { listOpenJobsOn } from '../../checks/server/index.ts';
import { findProfile, resolveCombination } from '../../library/server/index.ts';
import { showValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { canResume } from '../../machines/model/occupancy.ts';
import { silentS } from '../../machines/model/print.ts';
import { maintenanceKinds } from '../../machines/model/maintenance.ts';
import {
  findLoaded,
  findMachine,
  findMounted,
  getPolicy,
  listMaintenance,
  listProofs,
  type Machine,
} from '../../machines/server/index.ts';
import { fullSetOf, readingsThere, type Analysis, type ReadingOf, type SeriesPrint } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import type { EarlierValue, TrialPage, TrialRow } from '../model/pages.ts';
import type { Decision } from '../model/trial.ts';
import { trialName } from './planTrial.ts';
import { findTrial, listCurrentReadings, type Trial } from './rows.ts';
import { listPictures } from './pictures.ts';
import { conditionsOf, listSeries } from './series.ts';
import { trial } from './tables.ts';

/** The kind's own analysis on the readings that stand: the same today and years later. */
export function analyseTrial(
  row: Pick<Trial, 'kind' | 'plan' | 'progress'>,
  readings: readonly ReadingOf[],
  series: readonly SeriesPrint[] = [],
): Result<Analysis> {
  return kindOf(row.kind).analyse(readings, {
    ...conditionsOf(row),
    series,
  });
}

export async function getTrialPage(ctx: Ctx, id: string): Promise<Result<TrialPage, TrialFailure>> {
  const row = await findTrial(ctx, id);
  if (!row) return fail({ code: 'noTrial' });
  const m = (await findMachine(ctx, row.machineId))!;
  const kind = kindOf(row.kind);
  const name = async (profileId: string) => (await findProfile(ctx, profileId))!.name;
  const readings = await listCurrentReadings(ctx, id);
  const series = await listSeries(ctx, row);
  const analysis = analyseTrial(row, readings, series);
  const proofs = await listProofs(ctx, m, row.toolId, row.materialId, row.lot);
  const earlier = await listEarlier(ctx, row, m.printerId);
  const work = earlier[0] ? await listMaintenance(ctx, m.id, new Date(earlier[0].at)) : [];
  const isOpen = row.state !== 'accepted' && row.state !== 'set aside';
  const { gcode, ...rest } = row;
  return succeed({
    ...rest,
    name: trialName(row.number),
    createdAt: row.createdAt.toISOString(),
    decidedAt: row.decidedAt?.toISOString() ?? null,
    machineName: m.name,
    toolName: await name(row.toolId),
    materialName: await name(row.materialId),
    processName: await name(row.processId),
    readings: readings.map((r) => ({
      id: r.id,
      band: r.band,
      feature: r.feature,
      repeat: r.repeat,
      typed: r.typed,
      value: r.value,
      personId: r.personId,
      personName: r.personName,
      instrument: r.instrument,
      supersedes: r.supersedes,
      at: r.at.toISOString(),
    })),
    analysis: analysis.ok ? analysis.value : null,
    refusal: analysis.ok
      ? null
      : [analysis.failure.where, analysis.failure.what, analysis.failure.todo].filter(Boolean).join('; '),
    changed: isOpen ? await listChanged(ctx, row, m) : [],
    gcodeBytes: gcode.length,
    hasDevice: m.device !== null,
    stop: m.stop?.id === (row.plan.plate?.host ?? row.id) ? m.stop : null,
    silentS: row.state === 'printing' ? silentS(row.progress, ctx.clock.now()) : null,
    resumes: canResume(m, row.id, row.progress),
    proofs: kind.proves.flatMap((key) => proofs[key] ?? []),
    earlier,
    work: work.map((w) => ({ kind: w.kind, at: w.at.toISOString() })),
    validDays: (await getPolicy(ctx)).validDays[row.kind] ?? kind.validDays,
    openJobs: isOpen && kind.proves.length > 0 ? await listOpenJobsOn(ctx, row) : [],
    pictures: await listPictures(ctx, [id, ...series.slice(-1).map((p) => p.id)]),
    series: series.map((p) => ({
      id: p.id,
      name: p.name,
      at: p.at,
      changedSince: p.changedSince,
      readings: p.readings.map(({ band, feature, repeat, value }) => ({ band, feature, repeat, value })),
    })),
  });
}

/** What is not any more as it was when the trial was planned: mount, load, recipe values, maintenance that touches what it proves. */
async function listChanged(ctx: Ctx, row: Trial, m: Machine): Promise<string[]> {
  const out: string[] = [];
  const mounted = await findMounted(ctx, m.id);
  const loaded = await findLoaded(ctx, m.id);
  const kind = kindOf(row.kind);
  if (mounted && mounted.toolId !== row.toolId) out.push(`another tool is mounted: ${mounted.name}`);
  if (loaded && loaded.materialId !== row.materialId) out.push(`another material is loaded: ${loaded.name}`);
  else if (loaded && row.lot !== 'unknown' && loaded.lot !== row.lot)
    out.push(`another lot is loaded: ${loaded.lot} instead of ${row.lot}`);
  for (const e of await listMaintenance(ctx, m.id, row.createdAt))
    if (maintenanceKinds[e.kind].due.some((key) => kind.proves.includes(key)))
      out.push(`${maintenanceKinds[e.kind].label.toLowerCase()} since then`);
  const now = await resolveCombination(ctx, {
    machine: m,
    toolId: row.toolId,
    materialId: row.materialId,
    processId: row.processId,
    overrides: row.plan.overrides,
  });
  for (const [key, was] of Object.entries(row.plan.conditions)) {
    const is = now.get(key)?.value;
    const setting = findSetting(key);
    if (setting && typeof is === 'number' && is !== was && (kind.proves.includes(key) || kind.needs.includes(key)))
      out.push(`${setting.label.toLowerCase()} is ${showValue(setting, is)} now, ${showValue(setting, was)} then`);
  }
  return out;
}

const MOST_EARLIER = 200;
/** The last accepted values of this kind on this machine and its sisters with the same tool, the oldest first. */
async function listEarlier(ctx: Pick<Ctx, 'db'>, row: Trial, printerId: string): Promise<EarlierValue[]> {
  const rows = await ctx.db.execute<{
    id: string;
    number: number;
    at: string;
    decision: Decision;
    material: string;
    machine: string;
    sister: boolean;
  }>(sql`
    select t.id, t.number, t.decided_at as at, t.decision, mat.name as material, m.name as machine, t.machine_id <> ${row.machineId} as sister
    from trial t join machine m on m.id = t.machine_id join profile mat on mat.id = t.material_id
    where t.kind = ${row.kind} and t.state = 'accepted' and t.tool_id = ${row.toolId} and m.printer_id = ${printerId}
    order by t.decided_at desc limit ${MOST_EARLIER}`);
  return rows.rows.toReversed().flatMap((r) =>
    r.decision.written.map((w) => ({
      id: r.id,
      name: trialName(Number(r.number)),
      at: new Date(r.at).toISOString(),
      setting: w.setting,
      value: w.value,
      materialName: r.material,
      machineName: r.machine,
      isSister: r.sister,
    })),
  );
}

/** Trials of those states, the newest first. */
export const listTrials = (ctx: Pick<Ctx, 'db'>, states: readonly TrialState[]) =>
  trialRows(ctx, sql`t.state in ${[...states]}`);
/** Trials that a condition holds of, the newest first. */
export async function trialRows(ctx: Pick<Ctx, 'db'>, where: SQL): Promise<TrialRow[]> {
  type Row = RowOf<Omit<TrialRow, 'readings' | 'wanted'>> & {
    number: number;
    counts: readonly { feature: string; repeat: number; n: number }[] | null;
  };
  const rows = await ctx.db.execute<Row>(sql`
    select t.id, t.number, t.kind, t.state, t.lot, t.created_at as "createdAt", t.decided_at as "decidedAt", t.decision, t.progress, t.plan, m.name as "machineName", m.id as "machineId",
           tool.name as "toolName", mat.name as "materialName", t.created_by_name as "createdByName",
           (select jsonb_agg(c) from (select r.feature, r.repeat, count(*)::int n from reading r
             where r.trial_id = t.id and r.value is not null and not exists (select from reading s where s.supersedes = r.id) group by 1, 2) c) as counts
    from trial t join machine m on m.id = t.machine_id join profile tool on tool.id = t.tool_id join profile mat on mat.id = t.material_id
    where ${where} order by t.number desc`);
  return rows.rows.map(({ counts, ...r }) => ({
    ...r,
    name: trialName(Number(r.number)),
    readings: readingsThere(kindOf(r.kind), counts ?? []),
    wanted: fullSetOf(kindOf(r.kind), r.plan.bands.length).length,
  }));
}

/** Trials not yet decided that use any of these profiles. */
export async function listOpenTrialsUsing(
  ctx: Pick<Ctx, 'db'>,
  profileIds: readonly string[],
): Promise<{ id: string; name: string }[]> {
  const ids = [...profileIds];
  const rows = await ctx.db
    .select({ id: trial.id, number: trial.number })
    .from(trial)
    .where(
      and(
        inArray(trial.state, [...trialsOpen]),
        or(inArray(trial.toolId, ids), inArray(trial.materialId, ids), inArray(trial.processId, ids)),
      ),
    )
    .orderBy(desc(trial.number))
    .limit(200);
  return rows.map((r) => ({ id: r.id, name: trialName(r.number) }));
}
