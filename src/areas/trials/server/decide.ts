import { moveTrial } from './moveTrial.ts';
import { eq } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { PairingEntry } from '../../library/model/records.ts';
import { findProfile, writePairing } from '../../library/server/index.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { findMachine, getPolicy, listMaintenance } from '../../machines/server/index.ts';
import { maintenanceKinds } from '../../machines/model/maintenance.ts';
import type { Proven } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import type { Decision, TrialPlan } from '../model/trial.ts';
import { trialName } from './planTrial.ts';
import { analyseTrial } from './queries.ts';
import { findTrial, listCurrentReadings } from './rows.ts';
import { listSeries } from './series.ts';
import { lightOf } from './lastLight.ts';
import { trial } from './tables.ts';

/** Usual range of flow; a value outside needs a lead. Common practice, no source. */
const USUAL: Readonly<Record<string, readonly [number, number]>> = { flow: [0.85, 1.15] };
const DAY_MS = 86_400_000;

/** Accepts (writes every value with range and evidence to the pairing as one new revision) or sets aside. Where nothing measurable
 *  changed, the old value is kept and proven. One transaction: trial, pairing, log stand or fall together. */
export async function decideTrial(
  ctx: Ctx,
  trialId: string,
  outcome: 'accepted' | 'set aside',
  why: string,
): Promise<Result<{ pairingRevision: number | null; written: Decision['written'] }, TrialFailure>> {
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    await db.select({ id: trial.id }).from(trial).where(eq(trial.id, trialId)).for('update');
    const row = await findTrial(inside, trialId);
    if (!row) return fail({ code: 'noTrial' });
    if (row.state === 'accepted' || row.state === 'set aside')
      return fail({ code: 'wrongState', state: row.state, wanted: 'still open' });
    if (row.state === 'printing')
      return fail({ code: 'notReady', what: 'The trial prints: cancel the print first, or wait for its end' });
    const name = trialName(row.number);
    const now = ctx.clock.now();
    const kind = kindOf(row.kind);
    const analysis = analyseTrial(row, await listCurrentReadings(inside, trialId), await listSeries(inside, row));
    let pairingRevision: number | null = null;
    let written: Decision['written'] = [];
    if (outcome === 'accepted') {
      if (!analysis.ok) return fail({ code: 'tooFew', detail: analysis.failure });
    }
    if (outcome === 'accepted' && analysis.ok && !kind.isSeries) {
      const { proven, sentence } = analysis.value;
      const m = (await findMachine(inside, row.machineId))!;
      if (proven.length === 0)
        return fail({
          code: 'tooFew',
          detail: {
            code: 'nothingToKeep',
            what: sentence.replace(/\.$/, ''),
            todo: 'nothing is kept from this trial; set it aside',
          },
        });
      const printedAt = row.progress ? new Date(row.progress.at) : row.createdAt;
      const changed = (await listMaintenance(inside, row.machineId, printedAt)).find((e) =>
        maintenanceKinds[e.kind].due.some((key) => kind.proves.includes(key)),
      );
      if (changed && why.trim().length < 5)
        return fail({
          code: 'machineChanged',
          what: `${maintenanceKinds[changed.kind].label} since the coupon was printed: what it proved may not hold any more. Set it aside and print again, or say in the remark why it still holds`,
        });
      const policy = await getPolicy(inside);
      const beyond =
        ctx.user.role === 'lead'
          ? null
          : policy.technicianAccepts
            ? leadNeeded(proven, row.plan)
            : 'the farm’s policy leaves accepting to a lead';
      if (beyond) return fail({ code: 'needsLead', why: beyond });
      const [tool, material] = [await findProfile(inside, row.toolId), await findProfile(inside, row.materialId)];
      const light = kind.key === 'light-map' ? lightOf(await listCurrentReadings(inside, trialId)) : null;
      const conditions: PairingEntry['conditions'] = {
        ...(kind.technology === 'filament'
          ? { nozzleC: row.plan.conditions['nozzleC']!, layerHeightMm: row.plan.conditions['layerHeightMm']! }
          : {
              layerHeightMm: row.plan.conditions['resinLayerMm']!,
              ...(row.progress?.resinC !== undefined && { resinC: row.progress.resinC }),
              ...(light && { light }),
              ...(kind.areaMm2 !== undefined && { areaMm2: kind.areaMm2 }),
            }),
        ...(row.lot !== 'unknown' && { lot: row.lot }),
      };
      const entries = Object.fromEntries(
        proven.map((p): [string, PairingEntry] => [
          p.setting,
          {
            value: p.value,
            uncertainty: (p.interval[1] - p.interval[0]) / 2,
            range: p.range,
            trialId,
            trialName: name,
            machineId: m.id,
            conditions,
            provenOn: now.toISOString(),
            validUntil: new Date(now.getTime() + (policy.validDays[kind.key] ?? kind.validDays) * DAY_MS).toISOString(),
          },
        ]),
      );
      pairingRevision = (
        await writePairing(
          inside,
          {
            machineId: m.id,
            toolId: row.toolId,
            materialId: row.materialId,
            label: `${m.name} · ${tool!.name} · ${material!.name}`,
          },
          entries,
          `${name}: ${sentence}${why ? ` ${why}` : ''}`,
        )
      ).number;
      written = proven.map((p) => ({
        setting: p.setting,
        before: row.plan.conditions[p.setting] ?? null,
        value: p.value,
        interval: p.interval,
        range: [p.range.min, p.range.max],
      }));
    }
    const decision: Decision = {
      outcome,
      why,
      by: ctx.user.id,
      byName: ctx.user.name,
      written,
      pairingRevision,
      ...(analysis.ok && {
        analysis: {
          method: analysis.value.method.name,
          version: analysis.value.method.version,
          sentence: analysis.value.sentence,
        },
      }),
    };
    const act = outcome === 'accepted' ? 'accept' : 'setAside';
    await moveTrial(inside, trialId, act, { decision, decidedAt: now, wish: 'idle', version: row.version + 1 }); // held since it was read
    await recordEvent(inside, {
      subjectKind: 'trial',
      subjectId: trialId,
      subjectName: name,
      what: `trial ${outcome}`,
      from: Object.fromEntries(written.map((w) => [w.setting, w.before])),
      to: outcome === 'accepted' ? Object.fromEntries(written.map((w) => [w.setting, w.value])) : null,
      why: why || (analysis.ok ? analysis.value.sentence : null),
    });
    return succeed({ pairingRevision, written });
  });
}

/** Why only a lead may accept these values, or null: outside hardware, the supplier's range or what is usual. */
function leadNeeded(proven: readonly Proven[], plan: TrialPlan): string | null {
  for (const p of proven) {
    const usual = USUAL[p.setting];
    for (const [range, of] of [
      [plan.limits?.hardware[p.setting] ?? null, 'the hardware allows'],
      [plan.limits?.supplier[p.setting] ?? null, 'the supplier allows'],
      [usual ?? null, 'is usual'],
    ] as const)
      if (range && (p.value < range[0] - 1e-9 || p.value > range[1] + 1e-9))
        return `${findSetting(p.setting)!.label.toLowerCase()} ${p.value} lies outside the ${range[0]} to ${range[1]} that ${of}`;
  }
  return null;
}
