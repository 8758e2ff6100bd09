import { and, eq, inArray } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { parseQuantity } from '../../../core/units/parse.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import type { TrialFailure } from '../model/failures.ts';
import type { TrialState } from '../model/trial.ts';
import { trialName } from './planTrial.ts';
import { findTrial, listStanding } from './queries.ts';
import { reading, trial } from './tables.ts';

export interface NewReading { readonly feature: string; readonly repeat: number; readonly typed: string; readonly instrument: string; readonly reason?: string | undefined }
const THICKEST_MM = 20;

/** Keeps one reading as typed. A second reading of the same feature and repeat supersedes the first, which stays. */
export async function addReading(ctx: Ctx, trialId: string, input: NewReading): Promise<Result<{ id: string; value: number }, TrialFailure>> {
  const parsed = parseQuantity(input.typed, 'length');
  const where = `${input.feature} ${input.repeat}`;
  if (!parsed.ok) return fail({ code: 'badReading', detail: { ...parsed.failure, where } });
  const value = parsed.value.canonical;
  if (!(value > 0.05 && value < THICKEST_MM)) return fail({ code: 'badReading', detail: { code: 'guard', what: `A wall of ${value} mm cannot be`, where, todo: 'check the unit and read again' } });
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    await db.select({ id: trial.id }).from(trial).where(eq(trial.id, trialId)).for('update');
    const row = await findTrial(inside, trialId);
    if (!row) return fail({ code: 'noTrial' });
    if (!['planned', 'measuring'].includes(row.state)) return fail({ code: 'wrongState', state: row.state, wanted: 'planned or measuring' });
    const before = (await listStanding(inside, trialId)).find((r) => r.feature === input.feature && r.repeat === input.repeat);
    if (before && before.typed === input.typed.trim()) return succeed({ id: before.id, value: before.value });
    const id = ctx.newId();
    await db.insert(reading).values({ id, trialId, band: 1, feature: input.feature, repeat: input.repeat, personId: ctx.user.id, personName: ctx.user.name, instrument: input.instrument, typed: input.typed.trim(), value, supersedes: before?.id ?? null, reason: before ? input.reason ?? 'read again' : null, at: ctx.clock.now() });
    if (row.state === 'planned') await db.update(trial).set({ state: 'measuring' }).where(eq(trial.id, trialId));
    if (before) await recordEvent(inside, { subjectKind: 'trial', subjectId: trialId, subjectName: trialName(row.number!), what: `reading corrected, ${where}`, from: before.typed, to: input.typed, why: input.reason ?? 'read again' });
    else await notify(inside, 'trial', trialId);
    return succeed({ id, value });
  });
}

const allowed: Record<'print' | 'pause' | 'cancel', readonly TrialState[]> = { print: ['planned', 'interrupted', 'printing'], pause: ['printing'], cancel: ['printing', 'interrupted'] };

/** Says what is wanted of the print; the worker, which owns the device, brings it about. */
export async function wishPrint(ctx: Ctx, trialId: string, wish: 'print' | 'pause' | 'cancel'): Promise<Result<null, TrialFailure>> {
  const row = await findTrial(ctx, trialId);
  if (!row) return fail({ code: 'noTrial' });
  return ctx.db.transaction(async (db) => {
    const done = await db.update(trial).set({ wish, ...(wish === 'print' ? { state: 'printing' as const } : {}) }).where(and(eq(trial.id, trialId), inArray(trial.state, [...allowed[wish]]))).returning({ id: trial.id });
    if (done.length === 0) return fail({ code: 'wrongState', state: row.state, wanted: allowed[wish].join(' or ') });
    await recordEvent({ ...ctx, db }, { subjectKind: 'trial', subjectId: trialId, subjectName: trialName(row.number!), what: { print: 'print asked for', pause: 'pause asked for', cancel: 'cancel asked for' }[wish] });
    return succeed(null);
  });
}
