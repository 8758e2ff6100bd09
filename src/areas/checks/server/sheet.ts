import { createHash } from 'node:crypto';
import { unpackedName } from '../../../core/gcode/unpack.ts';
import { fail, sentenceOf, type Result } from '../../../core/result/result.ts';
import { readEach } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfile } from '../../library/server/index.ts';
import type { Values } from '../../library/settings/define.ts';
import { asRulesRead, findHeadsFor, findMachine, getPolicy, paceOfMachine } from '../../machines/server/index.ts';
import type { CheckFailure } from '../model/failures.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { printsWanted } from '../model/prints.ts';
import { addingTrialTimes } from '../model/trialTimes.ts';
import { contextFrom, type CheckContext, type HeadSources, type Purpose } from '../../rules/context.ts';
import type { JobClass } from '../../machines/model/policy.ts';
import { otherHeadRoles, type OtherHeadRole } from '../../rules/recipeInput.ts';
import { RULES_VERSION } from '../../rules/version.ts';
import { canonicalJson } from '../../../core/formats/canonicalJson.ts';
import { findRecipe, makeRecipeSheet } from '../../recipes/server/index.ts';
import type { RecipeFailure } from '../../recipes/model/failures.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { pairsOf, workOut, type RoleChoice } from '../../recipes/model/recipe.ts';
import type { job } from './tables.ts';

export interface RecipeSources {
  readonly machineId: string;
  readonly toolId: string;
  readonly materialId: string;
  readonly processId: string;
  readonly class: JobClass;
  readonly fileName: string;
  readonly quantity: number;
  /** Prints they take, where it is known what lies on a plate. */
  readonly prints?: number;
  readonly overrides: Values;
  /** What a kept recipe prints further roles with; the part body alone where left out. */
  readonly roles?: readonly RoleChoice[];
  readonly purpose?: Purpose | null;
}

/** What a job's recipe is worked out from. */
export async function sheetInputOf(ctx: Pick<Ctx, 'db'>, row: typeof job.$inferSelect) {
  const r = (await findRecipe(ctx, row.recipeId))!;
  const body = r.roles.find((x) => x.role === 'part body')!;
  return {
    machineId: r.machineId!,
    processId: r.processId,
    toolId: body.toolId!,
    materialId: body.materialId,
    class: row.class,
    fileName: unpackedName(row.fileName),
    quantity: row.quantity,
    prints: printsWanted(row),
    overrides: r.overrides,
    roles: r.roles,
    purpose: row.purpose,
  };
}

/** Limits of a machine for a recipe as the rules read them, from what is in force now. */
export async function makeSheet(
  ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>,
  input: RecipeSources,
): Promise<Result<CheckContext, CheckFailure>> {
  const m = await findMachine(ctx, input.machineId);
  if (!m) return fail({ code: 'noMachine' });
  const [tool, material, process, printer] = await readEach(
    ctx,
    [input.toolId, input.materialId, input.processId, m.printerId],
    (id) => findProfile(ctx, id),
  );
  if (!tool || !material || !process)
    return fail({ code: 'noRecipe', what: 'Choose a tool, a material and a process' });
  const roles: readonly RoleChoice[] = [
    { role: 'part body', toolId: tool.id, materialId: material.id },
    ...(input.roles ?? []).filter((r) => r.role !== 'part body'),
  ];
  const pairs = pairsOf(roles.filter((r) => r.role !== 'purge'));
  const [on, ...more] = await findHeadsFor(ctx, m, pairs);
  const bodyTool = on?.tool ?? 0;
  const choice = { machineId: m.id, printerId: null, processId: process.id };
  const recipe = await makeRecipeSheet(ctx, { ...choice, roles }, bodyTool);
  if (!recipe.ok) return notThere(recipe.failure);
  const heads: HeadSources[] = [];
  for (const [i, head] of more.entries()) {
    const pair = pairs[i + 1]!;
    const own = roles
      .filter((r) => r.toolId === pair.toolId && r.materialId === pair.materialId)
      .map((r) => r.role)
      .filter(isOtherHeadRole);
    if (!head || own.length === 0) continue;
    const sub = await makeRecipeSheet(ctx, { ...choice, roles: [{ ...pair, role: 'part body' }] }, head.tool);
    if (!sub.ok) return notThere(sub.failure);
    const named = async (id: string) => ({ id, name: (await findProfile(ctx, id))?.name ?? id });
    heads.push({
      tool: head.tool,
      roles: own,
      toolProfile: await named(pair.toolId ?? ''),
      material: await named(pair.materialId),
      values: workOut(sub.value, ofProcess(input.overrides)).input.values,
      proofs: sub.value.proofs,
      ...asRulesRead(head),
    });
  }
  const context = contextFrom({
    ...(printer?.technology === 'resin' && { technology: 'resin' }),
    machine: {
      id: m.id,
      name: m.name,
      isConnected: m.device !== null,
      model: printer?.name ?? '',
      pace: await paceOfMachine(ctx, m.id),
    },
    tool: { id: tool.id, name: tool.name },
    material: { id: material.id, name: material.name },
    process: { id: process.id, name: process.name },
    values: workOut(recipe.value, input.overrides).input.values,
    roles: recipe.value.roles,
    proofs: recipe.value.proofs,
    asKnown: recipe.value.machine,
    ...asRulesRead(on ?? { mounted: null, loaded: null }),
    bodyTool,
    heads,
    policy: await getPolicy(ctx),
    job: {
      class: input.class,
      fileName: input.fileName,
      quantity: input.quantity,
      ...(input.prints !== undefined && { prints: input.prints }),
      purpose: input.purpose ?? null,
    },
  });
  return context.ok ? context : fail({ code: 'noRecipe', what: sentenceOf(context.failure) });
}

const notThere = (failure: RecipeFailure): Result<never, CheckFailure> =>
  fail({ code: 'noRecipe', what: failure.code === 'incomplete' ? failure.what : 'The recipe is gone' });
const isOtherHeadRole = (role: RoleChoice['role']): role is OtherHeadRole =>
  (otherHeadRoles as readonly string[]).includes(role);
/** A job's own values that are of the process are the same for every head; those of a material are the part body's. */
const ofProcess = (own: Values): Values =>
  Object.fromEntries(Object.entries(own).filter(([key]) => findSetting(key)?.owners.includes('process')));
/** The same with how long the trials take that it wants; between their coupons this process serves whoever else asks. */
export async function withTrialTimes(sheet: CheckContext): Promise<CheckContext> {
  const work = addingTrialTimes(sheet);
  let step = work.next();
  for (; !step.done; step = work.next()) await new Promise(setImmediate);
  return step.value;
}

const pinnedProofs = (proofs: CheckContext['proofs']) =>
  Object.fromEntries(
    Object.entries(proofs).map(([key, p]) => [
      key,
      { state: p.state, value: p.value, range: p.range, trial: p.trialId },
    ]),
  );

/** SHA-256 of what the verdict depends on. Ages, the weight left on the spool and the pace of the machine change with every hour or print and
 *  are left out. */
export function pinOf(sheet: CheckContext, mesh: MeshChoice | null = null): string {
  const proofs = pinnedProofs(sheet.proofs);
  const { loaded, asKnown, pace: _pace, ...machine } = sheet.machine;
  const { remainingG: _weight, knownForDays: _days, ...known } = asKnown ?? {};
  const heads = sheet.heads?.map(({ loaded: spool, proofs: own, trialTimesS: _, ...head }) => ({
    ...head,
    loaded: spool && { id: spool.id, lot: spool.lot },
    proofs: pinnedProofs(own),
  }));
  const pinned = {
    rules: RULES_VERSION,
    job: sheet.job,
    machine: { ...machine, known },
    policy: sheet.policy,
    loaded: loaded && { id: loaded.id, lot: loaded.lot },
    recipe: sheet.recipe,
    proofs,
    bodyTool: sheet.bodyTool,
    ...(heads && { heads }),
    ...(mesh && { mesh }),
  };
  return createHash('sha256').update(canonicalJson(pinned)).digest('hex');
}
