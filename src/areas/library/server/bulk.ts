import { eq } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { holds, type ChangeRow, type Comparison, type FoundValue, type WishedChange } from '../model/bulk.ts';
import { addressOf } from '../model/exchange.ts';
import type { LibraryFailure } from '../model/failures.ts';
import type { ReasonKind } from '../model/records.ts';
import { resolveValues, type Level } from '../model/resolve.ts';
import { parseSetting, showValue } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';
import type { Setting, SettingValue } from '../settings/define.ts';
import { listStored, type Stored } from './exchange.ts';
import { findProfile, getReleasedRevision, getNewestRevision } from './queries.ts';
import { appendRevision, stateFor, takeBack } from './saveRevision.ts';
import { profile } from './tables.ts';

const mayStand = (setting: Setting, s: Stored): boolean =>
  setting.owners.includes(s.kind as 'process') &&
  (setting.technology === 'both' || setting.technology === s.technology);

/** Profiles that may own a setting and whose value in force, own or from a parent, compares as asked. */
export async function findByValue(
  ctx: Pick<Ctx, 'db'>,
  q: { readonly setting: string; readonly comparison: Comparison; readonly text: string },
): Promise<Result<FoundValue[], LibraryFailure>> {
  const setting = findSetting(q.setting);
  if (!setting)
    return fail({ code: 'badValue', detail: { code: 'unknownSetting', what: `No setting "${q.setting}"` } });
  let wanted: SettingValue | null = null;
  if (q.comparison === 'above' || q.comparison === 'below' || q.comparison === 'is') {
    const parsed = parseSetting(
      setting.type === 'range' && q.comparison !== 'is' ? { ...setting, type: 'number' } : setting,
      q.text,
    );
    if (!parsed.ok) return fail({ code: 'badValue', detail: parsed.failure });
    wanted = parsed.value;
  }
  const stored = await listStored(ctx);
  const found: FoundValue[] = [];
  for (const s of stored.values()) {
    if (!mayStand(setting, s)) continue;
    const chain = chainOf(stored, s);
    const given = chain.find((l) => l.own[setting.key] !== undefined);
    const e = given ? null : resolveValues(chain).get(setting.key)!;
    const value = given ? given.own[setting.key]! : e!.value; // only formulas and defaults need the whole
    if (holds(value, q.comparison, wanted))
      found.push({
        id: s.id,
        kind: s.kind,
        key: s.key,
        name: s.name,
        stock: s.stock,
        value,
        origin: given === chain[0] ? 'own' : (given?.name ?? e!.winner?.level ?? 'not set'),
      });
  }
  return succeed(found);
}

function chainOf(stored: ReadonlyMap<string, Stored>, s: Stored): Level[] {
  const levels: Level[] = [];
  for (
    let at: Stored | undefined = s;
    at && levels.length < 32;
    at = at.parentKey === null ? undefined : stored.get(addressOf(at.kind, at.parentKey))
  )
    levels.push({ kind: at.kind as 'process', name: at.name, profileId: at.id, own: at.own });
  return levels;
}

export interface BulkInput {
  readonly changes: readonly WishedChange[];
  readonly message: string;
  readonly reason: ReasonKind;
  readonly write: boolean;
}
type NewValues = Map<string, SettingValue | null>;

/** What many changes would do, or does them: one revision per profile, all in one transaction, none where one cannot be read. */
export async function changeMany(
  ctx: Ctx,
  input: BulkInput,
): Promise<Result<{ rows: ChangeRow[]; profiles: number; state: string; made: Made[] }, LibraryFailure>> {
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const stored = await listStored(inside);
    const perProfile = new Map<string, NewValues>();
    const rows = input.changes.map((c, index) => planOne(c, index, stored, perProfile));
    const bad = rows.filter((r) => r.problem !== null);
    if (!input.write) return succeed({ rows, profiles: perProfile.size, state: stateFor(ctx), made: [] });
    if (bad.length > 0)
      return fail({
        code: 'badRecord',
        count: bad.length,
        index: bad[0]!.index,
        why: `${bad[0]!.name}: ${bad[0]!.problem!}`,
      });
    let state: 'released' | 'in review' = stateFor(ctx);
    const made: Made[] = [];
    for (const [id, values] of perProfile) {
      const one = await writeOne(inside, id, values, input);
      if (one.state === 'in review') state = 'in review';
      made.push({ profileId: id, number: one.number });
    }
    return succeed({ rows, profiles: perProfile.size, state, made });
  });
}

function planOne(
  c: WishedChange,
  index: number,
  stored: ReadonlyMap<string, Stored>,
  perProfile: Map<string, NewValues>,
): ChangeRow {
  const s = stored.get(addressOf(c.kind, c.key));
  const setting = findSetting(c.setting);
  const head = {
    index,
    name: s?.name ?? c.key,
    kind: c.kind,
    setting: c.setting,
    label: setting?.label ?? c.setting,
    from: '',
    to: '',
    isSame: false,
  };
  if (!s) return { ...head, problem: `there is no ${c.kind} ${c.key}` };
  if (!setting) return { ...head, problem: `there is no setting ${c.setting}` };
  if (s.stock) return { ...head, problem: 'stock is read-only; copy it first' };
  if (!mayStand(setting, s))
    return { ...head, problem: `${setting.label} does not belong to a ${s.technology} ${s.kind}` };
  const own = s.own[c.setting];
  const from = own === undefined ? 'from parent' : showValue(setting, own);
  const parsed = c.text.trim() === '' ? null : parseSetting(setting, c.text.trim());
  if (parsed && !parsed.ok)
    return { ...head, from, problem: [parsed.failure.what, parsed.failure.todo].filter(Boolean).join('; ') };
  const to = parsed ? parsed.value : null;
  const isSame = JSON.stringify(own ?? null) === JSON.stringify(to);
  if (!isSame)
    perProfile.set(s.id, (perProfile.get(s.id) ?? new Map<string, SettingValue | null>()).set(c.setting, to));
  return { ...head, from, to: to === null ? 'from parent' : showValue(setting, to), isSame, problem: null };
}

async function writeOne(
  ctx: Ctx,
  id: string,
  values: NewValues,
  input: BulkInput,
): Promise<{ state: 'released' | 'in review'; number: number }> {
  await ctx.db.select({ id: profile.id }).from(profile).where(eq(profile.id, id)).for('update');
  const p = (await findProfile(ctx, id))!;
  const tip = await getNewestRevision(ctx, id);
  const own: Record<string, SettingValue> = { ...tip.own };
  const reasons = { ...tip.reasons };
  for (const [key, value] of values) {
    if (value === null) {
      delete own[key];
      delete reasons[key];
    } else {
      own[key] = value;
      reasons[key] = { kind: input.reason, text: input.message };
    }
  }
  const state = tip.id === (await getReleasedRevision(ctx, id)).id ? stateFor(ctx) : 'in review'; // upon what nobody has released yet, it waits with it
  return { state, number: (await appendRevision(ctx, p, tip, own, reasons, input.message, state)).number };
}

/** A revision that a change of many made. */
export interface Made {
  readonly profileId: string;
  readonly number: number;
}

/** Takes a change of many back: every revision of it while it is still the newest, or none of them. */
export const takeBackMany = (ctx: Ctx, made: readonly Made[]): Promise<Result<{ profiles: number }, LibraryFailure>> =>
  inTransaction(ctx, async (inside) => {
    for (const { profileId, number } of made) {
      const back = await takeBack(inside, profileId, number);
      if (!back.ok) return back;
    }
    return succeed({ profiles: made.length });
  });
