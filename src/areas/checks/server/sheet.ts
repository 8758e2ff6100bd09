import { createHash } from 'node:crypto';
import { fail, sentenceOf, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfile } from '../../library/server/index.ts';
import type { Values } from '../../library/settings/define.ts';
import { findLoaded, findMachine, findMounted, getPolicy } from '../../machines/server/index.ts';
import type { CheckFailure } from '../model/failures.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { addingTrialTimes } from '../model/trialTimes.ts';
import { contextFrom, type CheckContext, type Purpose } from '../../rules/context.ts';
import type { JobClass } from '../../machines/model/policy.ts';
import { RULES_VERSION } from '../../rules/version.ts';
import { canonicalJson } from '../../../core/formats/canonicalJson.ts';
import { makeRecipeSheet } from '../../recipes/server/index.ts';
import { workOut, type RoleChoice } from '../../recipes/model/recipe.ts';

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

/** Limits of a machine for a recipe as the rules read them, from what is in force now. */
export async function makeSheet(
  ctx: Pick<Ctx, 'db' | 'clock'>,
  input: RecipeSources,
): Promise<Result<CheckContext, CheckFailure>> {
  const m = await findMachine(ctx, input.machineId);
  if (!m) return fail({ code: 'noMachine' });
  const [tool, material, process] = [
    await findProfile(ctx, input.toolId),
    await findProfile(ctx, input.materialId),
    await findProfile(ctx, input.processId),
  ];
  if (!tool || !material || !process)
    return fail({ code: 'noRecipe', what: 'Choose a tool, a material and a process' });
  const roles: readonly RoleChoice[] = [
    { role: 'part body', toolId: tool.id, materialId: material.id },
    ...(input.roles ?? []).filter((r) => r.role !== 'part body'),
  ];
  const recipe = await makeRecipeSheet(ctx, { machineId: m.id, printerId: null, processId: process.id, roles });
  if (!recipe.ok)
    return fail({
      code: 'noRecipe',
      what: recipe.failure.code === 'incomplete' ? recipe.failure.what : 'The recipe is gone',
    });
  const mounted = await findMounted(ctx, m.id);
  const loaded = await findLoaded(ctx, m.id);
  const context = contextFrom({
    machine: { id: m.id, name: m.name, isConnected: m.device !== null },
    tool: { id: tool.id, name: tool.name },
    material: { id: material.id, name: material.name },
    process: { id: process.id, name: process.name },
    values: workOut(recipe.value, input.overrides).input.values,
    roles: recipe.value.roles,
    proofs: recipe.value.proofs,
    asKnown: recipe.value.machine,
    mounted: mounted && { id: mounted.toolId, name: mounted.name, nozzleMm: mounted.nozzleMm },
    loaded: loaded && { id: loaded.materialId, name: loaded.name, lot: loaded.lot, remainingG: loaded.remainingG },
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

/** The same with how long the trials take that it wants; between their coupons this process serves whoever else asks. */
export async function withTrialTimes(sheet: CheckContext): Promise<CheckContext> {
  const work = addingTrialTimes(sheet);
  let step = work.next();
  for (; !step.done; step = work.next()) await new Promise(setImmediate);
  return step.value;
}

/** SHA-256 of what the verdict depends on. Ages and the weight left on the spool change every hour and are left out. */
export function pinOf(sheet: CheckContext, mesh: MeshChoice | null = null): string {
  const proofs = Object.fromEntries(
    Object.entries(sheet.proofs).map(([key, p]) => [
      key,
      { state: p.state, value: p.value, range: p.range, trial: p.trialId },
    ]),
  );
  const { loaded, asKnown, ...machine } = sheet.machine;
  const { remainingG: _weight, knownForDays: _days, ...known } = asKnown ?? {};
  const pinned = {
    rules: RULES_VERSION,
    job: sheet.job,
    machine: { ...machine, known },
    policy: sheet.policy,
    loaded: loaded && { id: loaded.id, lot: loaded.lot },
    recipe: sheet.recipe,
    proofs,
    ...(mesh && { mesh }),
  };
  return createHash('sha256').update(canonicalJson(pinned)).digest('hex');
}
