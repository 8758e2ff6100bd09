import { mayMove, orOf } from '../../../core/states/moves.ts';
import { moveTrial } from './moveTrial.ts';
import { and, eq } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { kindOf } from '../kinds/index.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inStateFor } from '../../../platform/db/states.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import { canResume, whyNotFree } from '../../machines/model/occupancy.ts';
import { claim, findMachine, whyOtherSpool } from '../../machines/server/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import { progressOf } from '../../machines/model/print.ts';
import { trialMoves } from '../model/states.ts';
import { readingOf, WITHDRAWN } from '../model/readingOf.ts';
import type { PrintProgress } from '../model/trial.ts';
import type { Band } from '../kinds/define.ts';
import { checkCoupon } from './checkCoupon.ts';
import { moveMates } from './plateMates.ts';
import { trialName } from './planTrial.ts';
import { claimOf } from './runPrint.ts';
import { findTrial, listCurrentReadings } from './rows.ts';
import { wishText, type AskedWish } from '../../machines/model/print.ts';
import { reading, trial } from './tables.ts';

export interface NewReading {
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
  readonly typed: string;
  readonly instrument: string;
  readonly reason?: string | undefined;
  /** The reading of the same place that this one corrects; none where the place was not read yet. */
  readonly replaces?: string | null | undefined;
}

/** Bands that were whole when a print was interrupted at a height. */
export const bandsPrinted = (bands: readonly Band[], zMm: number): number =>
  bands.filter((b) => b.toMm <= zMm + 1e-6 && b.toMm > b.fromMm).length;

/** Keeps one reading as typed. A second reading of the same feature and repeat supersedes the first, which stays, if it names it: what was
 *  typed without knowledge of a newer one, or arrives late, supersedes nothing. Nothing typed withdraws what was read. */
export async function addReading(
  ctx: Ctx,
  trialId: string,
  input: NewReading,
): Promise<Result<{ id: string | null; value: number | null }, TrialFailure>> {
  const asked = await findTrial(ctx, trialId);
  if (!asked) return fail({ code: 'noTrial' });
  const feature = kindOf(asked.kind).features.find((f) => f.key === input.feature);
  const bands = Math.max(1, asked.plan.bands.length);
  const where =
    bands > 1
      ? `band ${input.band}, ${feature?.label ?? input.feature}`
      : `${feature?.label ?? input.feature} ${input.repeat}`;
  if (!feature || input.band > bands)
    return fail({
      code: 'badReading',
      detail: { code: 'noPlace', what: 'This coupon has no such place', where, todo: 'open the trial anew' },
    });
  const typed = input.typed.trim();
  const read = typed === WITHDRAWN ? succeed(null) : readingOf(feature, typed);
  if (!read.ok) return fail({ code: 'badReading', detail: { ...read.failure, where } });
  const value = read.value;
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    await db.select({ id: trial.id }).from(trial).where(eq(trial.id, trialId)).for('update');
    const row = await findTrial(inside, trialId);
    if (!row) return fail({ code: 'noTrial' });
    if (!['planned', 'measuring', 'interrupted'].includes(row.state))
      return fail({ code: 'wrongState', state: row.state, wanted: 'planned, measuring or interrupted' });
    const printed = row.state === 'interrupted' ? bandsPrinted(row.plan.bands, row.progress?.zMm ?? 0) : bands;
    if (input.band > printed)
      return fail({
        code: 'badReading',
        detail: {
          code: 'notPrinted',
          what: `The print ended at ${(row.progress?.zMm ?? 0).toFixed(2)} mm, before this band was whole`,
          where,
          todo: `bands 1 to ${printed} can be read`,
        },
      });
    const before = (await listCurrentReadings(inside, trialId)).find(
      (r) => r.band === input.band && r.feature === input.feature && r.repeat === input.repeat,
    );
    if (before && before.typed === typed) return succeed({ id: before.id, value: before.value });
    if (before && before.id !== input.replaces)
      return fail({ code: 'readMeanwhile', where, typed: before.typed, byName: before.personName, id: before.id });
    if (!before && value === null) return succeed({ id: null, value });
    const reason = before ? (input.reason ?? (value === null ? 'withdrawn' : 'read again')) : null;
    const id = ctx.newId();
    await db.insert(reading).values({
      id,
      trialId,
      band: input.band,
      feature: input.feature,
      repeat: input.repeat,
      personId: ctx.user.id,
      personName: ctx.user.name,
      instrument: input.instrument,
      typed,
      value,
      supersedes: before?.id ?? null,
      reason,
      at: ctx.clock.now(),
    });
    if (row.state === 'planned') await moveTrial(inside, trialId, 'printElsewhere'); // held since it was read
    if (before)
      await recordEvent(inside, {
        subjectKind: 'trial',
        subjectId: trialId,
        subjectName: trialName(row.number),
        what: `reading ${value === null ? 'withdrawn' : 'corrected'}, ${where}`,
        from: before.typed,
        to: value === null ? null : typed,
        why: reason,
      });
    else await notify(inside, 'trial', trialId);
    return succeed({ id, value });
  });
}

/** States in which each may be wished. */
const allowed = {
  print: trialMoves.begin.from,
  pause: trialMoves.finish.from,
  cancel: trialMoves.finish.from,
  printed: trialMoves.finish.from,
} as const;

/** Says what is wanted of the print; the worker, which owns the device, brings it about. */
export async function requestPrint(ctx: Ctx, trialId: string, wish: AskedWish): Promise<Result<null, TrialFailure>> {
  const row = await findTrial(ctx, trialId);
  if (!row) return fail({ code: 'noTrial' });
  const host = row.plan.plate?.host ? await findTrial(ctx, row.plan.plate.host) : null;
  if (host && ['planned', 'printing', 'interrupted'].includes(host.state))
    return fail({
      code: 'notReady',
      what: `It lies on the plate that ${trialName(host.number)} prints: print, pause or cancel that one`,
    });
  const now = ctx.clock.now();
  if (wish === 'printed' && row.progress?.phase !== 'handed over')
    return fail({ code: 'notReady', what: 'Its machine says itself how far it is' });
  const begins = wish === 'print' && mayMove(trialMoves.begin, row.state);
  const m = (await findMachine(ctx, row.machineId))!;
  let progress: PrintProgress | null = null;
  if (begins) {
    const goesOn = row.state === 'printing' || canResume(m, row.id, row.progress);
    const why = goesOn ? null : (whyNotFree(m) ?? (await whyOtherSpool(ctx, m)));
    if (why !== null) return fail({ code: 'notReady', what: why });
    // what was taken off the plate is not gone on with
    const isAnew = row.state === 'interrupted' && m.state === 'ready' && row.progress?.phase !== 'next plate';
    const begun = progressOf('connecting', row.plan.lines, now);
    if (isAnew) progress = { ...begun, ...(row.progress?.plate !== undefined && { plate: row.progress.plate }) };
    else if (row.state !== 'printing') progress = row.progress ? { ...row.progress, at: begun.at } : begun;
    const passes = await checkCoupon(ctx, row);
    if (!passes.ok) return passes;
  }
  return inTransaction<null, TrialFailure>(ctx, async (inside) => {
    if (begins) {
      const taken = await claim(inside, m, claimOf(row));
      if (!taken.ok) return fail({ code: 'notReady', what: taken.failure.what });
    }
    const isDone =
      wish === 'print'
        ? await moveTrial(inside, trialId, 'begin', { wish, ...(progress && { progress }) })
        : await wishOf(inside, trialId, wish);
    if (wish === 'print' && isDone) await moveMates(inside, row, 'begin', null);
    if (!isDone)
      return fail({
        code: 'wrongState',
        state: (await findTrial(inside, trialId))!.state,
        wanted: orOf(allowed[wish]),
      });
    await recordEvent(inside, {
      subjectKind: 'trial',
      subjectId: trialId,
      subjectName: trialName(row.number),
      what: wishText[wish],
    });
    return succeed(null);
  });
}

/** Keeps what is wished of a print that is under way; false where it is not any more. */
async function wishOf({ db }: Pick<Ctx, 'db'>, trialId: string, wish: Exclude<AskedWish, 'print'>): Promise<boolean> {
  const done = await db
    .update(trial)
    .set({ wish })
    .where(and(eq(trial.id, trialId), inStateFor(trial.state, trialMoves.finish)))
    .returning({ id: trial.id });
  return done.length > 0;
}
