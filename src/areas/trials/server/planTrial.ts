import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { readEach } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { valuesOf } from '../../library/model/resolve.ts';
import { findProfile, resolveCombination } from '../../library/server/index.ts';
import type { Values } from '../../library/settings/define.ts';
import { findLoaded, findMachine } from '../../machines/server/index.ts';
import { findRecipe } from '../../recipes/server/index.ts';
import type { CouponSettings } from '../../../core/toolpath/couponSettings.ts';
import { couponSettingsOf } from '../kinds/couponSettings.ts';
import type { PlanLimits, TrialKind, TrialKindKey } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import { limitsOf, makeArtefact, missingFor } from '../model/artefact.ts';
import type { TrialFailure } from '../model/failures.ts';
import type { TrialPlan } from '../model/trial.ts';
import { lastLight } from './lastLight.ts';
import { trial } from './tables.ts';

/** What a trial is printed with. */
export interface PlanOn {
  readonly machineId: string;
  readonly toolId: string;
  readonly materialId: string;
  readonly processId: string;
  readonly recipeId?: string | null;
}
export interface PlanInput extends PlanOn {
  readonly kind: TrialKindKey;
  readonly bands?: readonly number[] | null;
  readonly options?: Readonly<Record<string, number>>;
}
export interface Preview {
  readonly plan: TrialPlan;
  readonly gcode: string;
  readonly lot: string;
  readonly names: Record<'machine' | 'tool' | 'material' | 'process', string>;
}

/** What plans of any kind are made of on a combination, as it is in force now. */
export async function readForPlan(ctx: Ctx, on: PlanOn) {
  const m = await findMachine(ctx, on.machineId);
  if (!m) return fail<TrialFailure>({ code: 'noMachine' });
  if (m.state === 'retired')
    return fail<TrialFailure>({ code: 'notReady', what: `${m.name} is retired; choose another machine` });
  const [tool, material, process] = await readEach(ctx, [on.toolId, on.materialId, on.processId], (id) =>
    findProfile(ctx, id),
  );
  if (tool?.kind !== 'tool' || material?.kind !== 'material' || process?.kind !== 'process')
    return fail<TrialFailure>({ code: 'notReady', what: 'Choose a tool, a material and a process' });
  const recipe = on.recipeId ? await findRecipe(ctx, on.recipeId) : null;
  if (on.recipeId && !recipe?.kept)
    return fail<TrialFailure>({
      code: 'notReady',
      what: 'That recipe is not there any more; choose another or none',
    });
  const values = valuesOf(
    await resolveCombination(ctx, {
      machine: m,
      toolId: tool.id,
      materialId: material.id,
      processId: process.id,
      overrides: recipe?.overrides ?? {},
    }),
  );
  const loaded = await findLoaded(ctx, m.id);
  return succeed({
    ...{ m, tool, material, process, recipe, values },
    lot: loaded?.materialId === material.id ? loaded.lot : 'unknown',
    light: tool.technology === 'resin' ? await lastLight(ctx, m.id) : null,
  });
}
type ReadForPlan = Extract<Awaited<ReturnType<typeof readForPlan>>, { ok: true }>['value'];

/** What a trial on this combination would print, take and cost, with its coupon. Nothing is stored. `also` changes how it is laid:
 *  beside others, or after another. */
export async function previewTrial(
  ctx: Ctx,
  input: PlanInput,
  also?: (settings: CouponSettings) => Partial<CouponSettings>,
): Promise<Result<Preview, TrialFailure>> {
  const read = await readForPlan(ctx, input);
  return read.ok ? previewFrom(read.value, input, also) : read;
}
/** The same of what has been read. */
export function previewFrom(
  { m, tool, material, process, recipe, values: v, lot, light }: ReadForPlan,
  input: Pick<PlanInput, 'kind' | 'bands' | 'options'>,
  also: (settings: CouponSettings) => Partial<CouponSettings> = () => ({}),
): Result<Preview, TrialFailure> {
  const kind = kindOf(input.kind);
  const other = [tool, material, process].find((p) => p.technology !== kind.technology);
  if (other)
    return fail({
      code: 'notReady',
      what: `${kind.label} is a trial for ${kind.technology}; ${other.name} is for ${other.technology}`,
    });
  const wanting = missingFor(kind, v, m.name);
  if (wanting) return fail({ code: 'notReady', what: wanting });
  const options = Object.fromEntries((kind.options ?? []).map((o) => [o.key, input.options?.[o.key] ?? o.default]));
  const limits = limitsOf(kind, v);
  const bands = bandsOf(kind, v, limits, input.bands ?? null);
  if (!bands.ok) return fail({ code: 'badPlan', detail: bands.failure });
  const title = `${kind.label} coupon, ${m.name}, ${tool.name}, ${material.name}, ${process.name}`;
  const more = kind.technology === 'filament' ? also(couponSettingsOf(v, title)) : {};
  const artefact = makeArtefact(kind, v, title, bands.value, options, light, more);
  if (!artefact.ok) return fail({ code: 'badPlan', detail: artefact.failure });
  const { text, made } = artefact.value;
  return succeed({
    gcode: text,
    lot,
    names: { machine: m.name, tool: tool.name, material: material.name, process: process.name },
    plan: {
      ...made,
      conditions: Object.fromEntries(Object.entries(v).filter((e): e is [string, number] => typeof e[1] === 'number')),
      limits,
      recipeId: recipe?.id ?? null,
      overrides: recipe?.overrides ?? {},
    },
  });
}

/** The kind's own bands, or the ones a person wishes, inside hardware and what the axis can mean. */
function bandsOf(
  kind: TrialKind,
  v: Values,
  limits: PlanLimits,
  wished: readonly number[] | null,
): Result<readonly number[]> {
  if (!wished || !kind.axis) return kind.bandsFor(v, limits);
  const { axis } = kind;
  const limit = kind.proves.map((key) => limits.hardware[key]).find((r) => r) ?? null;
  const low = Math.max(axis.lowest, limit?.[0] ?? -Infinity);
  const high = Math.min(axis.highest, limit?.[1] ?? Infinity);
  const beyond = wished.find((b) => b < low || b > high);
  if (beyond !== undefined)
    return fail({
      code: 'beyond',
      what: `${beyond} lies beyond ${low} to ${high}`,
      where: 'bands',
      todo: limit ? 'bands never go beyond the hardware' : 'check the unit',
    });
  if (new Set(wished).size !== wished.length)
    return fail({
      code: 'twice',
      what: 'A band stands there twice',
      where: 'bands',
      todo: 'give each band its own figure',
    });
  if (wished.length < axis.fewest || wished.length > axis.most)
    return fail({
      code: 'count',
      what: `${wished.length} bands; this trial takes ${axis.fewest} to ${axis.most}`,
      where: 'bands',
      todo: 'add or take away bands',
    });
  const rising = wished.every((b, i) => i === 0 || b > wished[i - 1]!);
  const falling = wished.every((b, i) => i === 0 || b < wished[i - 1]!);
  return rising || falling
    ? succeed(wished)
    : fail({ code: 'order', what: 'The bands go up and down', where: 'bands', todo: 'put them in order' });
}

export async function planTrial(
  ctx: Ctx,
  input: PlanInput,
): Promise<Result<{ id: string; name: string }, TrialFailure>> {
  const preview = await previewTrial(ctx, input);
  return preview.ok ? succeed(await keepPlan(ctx, input, preview.value)) : preview;
}

/** Keeps a trial as it was previewed. */
export async function keepPlan(
  ctx: Ctx,
  input: PlanInput,
  { plan, gcode, lot, names }: Preview,
  id = ctx.newId(),
): Promise<{ id: string; name: string }> {
  const { kind, machineId, toolId, materialId, processId } = input;
  return ctx.db.transaction(async (db) => {
    const [row] = await db
      .insert(trial)
      .values({
        id,
        kind,
        machineId,
        toolId,
        materialId,
        processId,
        lot,
        plan,
        gcode,
        state: 'planned',
        createdBy: ctx.user.id,
        createdByName: ctx.user.name,
        createdAt: ctx.clock.now(),
      })
      .returning();
    const name = trialName(row!.number);
    await recordEvent(
      { ...ctx, db },
      {
        subjectKind: 'trial',
        subjectId: row!.id,
        subjectName: name,
        what: `${kindOf(kind).label.toLowerCase()} trial planned`,
        to: names,
      },
    );
    return { id: row!.id, name };
  });
}
export const trialName = (number: number): string => `T-${String(number).padStart(4, '0')}`;
