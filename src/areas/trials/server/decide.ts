import { eq } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { findProfile, writePairing } from '../../library/server/index.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { findMachine } from '../../machines/server/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import { FLOW_TOLERANCE, VALID_DAYS, type Decision } from '../model/trial.ts';
import { trialName } from './planTrial.ts';
import { analyseTrial, findTrial, listStanding } from './queries.ts';
import { trial } from './tables.ts';

/** Usual range of flow; a value outside needs a lead. Common practice, no source. */
const USUAL_FLOW = [0.85, 1.15] as const;
const DAY_MS = 86_400_000;

/** Accepts (writes value, range and evidence to the pairing as a new revision) or sets aside. Where nothing measurable
 *  changed, the old value is kept and proven. One transaction: trial, pairing, log stand or fall together. */
export async function decideTrial(ctx: Ctx, trialId: string, outcome: 'accepted' | 'set aside', why: string): Promise<Result<{ pairingRevision: number | null; value: number }, TrialFailure>> {
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    await db.select({ id: trial.id }).from(trial).where(eq(trial.id, trialId)).for('update');
    const row = await findTrial(inside, trialId);
    if (!row) return fail({ code: 'noTrial' });
    if (row.state === 'accepted' || row.state === 'set aside') return fail({ code: 'wrongState', state: row.state, wanted: 'still open' });
    const name = trialName(row.number!), now = ctx.clock.now();
    const analysis = analyseTrial(row.plan, await listStanding(inside, trialId));
    if (outcome === 'accepted' && !analysis.ok) return fail({ code: 'tooFew', detail: analysis.failure });
    const value = analysis.ok ? (analysis.value.measurableChange ? Number(analysis.value.flow.toFixed(4)) : row.plan.flow) : row.plan.flow;
    if (outcome === 'accepted' && ctx.user.role !== 'lead' && (value < USUAL_FLOW[0] || value > USUAL_FLOW[1])) return fail({ code: 'needsLead', why: `flow ${value.toFixed(3)} lies outside the usual ${USUAL_FLOW[0]} to ${USUAL_FLOW[1]}` });
    const guard = findSetting('flow');
    const clamp = (x: number) => (guard?.type === 'number' ? Math.min(Math.max(x, guard.range[0]), guard.range[1]) : x);
    const range = [clamp(value - FLOW_TOLERANCE), clamp(value + FLOW_TOLERANCE)] as const;
    let pairingRevision: number | null = null;
    if (outcome === 'accepted' && analysis.ok) {
      const m = (await findMachine(inside, row.machineId))!;
      const [tool, material] = [await findProfile(inside, row.toolId), await findProfile(inside, row.materialId)];
      const written = await writePairing(inside, { machineId: m.id, toolId: row.toolId, materialId: row.materialId, label: `${m.name} · ${tool!.name} · ${material!.name}` }, 'flow', {
        value, uncertainty: (analysis.value.interval[1] - analysis.value.interval[0]) / 2,
        range: { min: Number(range[0].toFixed(4)), max: Number(range[1].toFixed(4)), minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' },
        trialId, trialName: name, machineId: m.id, conditions: { nozzleC: row.plan.nozzleC, layerHeightMm: row.plan.layerHeightMm, ...(row.lot !== 'unknown' ? { lot: row.lot } : {}) },
        provenOn: now.toISOString(), validUntil: new Date(now.getTime() + VALID_DAYS * DAY_MS).toISOString(),
      }, `${name}: ${analysis.value.sentence}${why ? ` ${why}` : ''}`);
      pairingRevision = written.number;
    }
    const decision: Decision = { outcome, why, by: ctx.user.id, byName: ctx.user.name, before: row.plan.flow, value, interval: analysis.ok ? analysis.value.interval : [0, 0], range, pairingRevision };
    await db.update(trial).set({ state: outcome, decision, decidedAt: now, wish: 'idle', version: row.version + 1 }).where(eq(trial.id, trialId));
    await recordEvent(inside, { subjectKind: 'trial', subjectId: trialId, subjectName: name, what: `trial ${outcome}`, from: { flow: row.plan.flow }, to: outcome === 'accepted' ? { flow: value, range } : null, why: why || (analysis.ok ? analysis.value.sentence : null) });
    return succeed({ pairingRevision, value });
  });
}
