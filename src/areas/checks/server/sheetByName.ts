import { fail, sentenceOf, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfile, findProfileByKey } from '../../library/server/index.ts';
import { findRecipe } from '../../recipes/server/index.ts';
import { findMachine, findMounted } from '../../machines/server/index.ts';
import type { Values } from '../../library/settings/define.ts';
import { checkOverrides } from '../../recipes/model/overrides.ts';
import type { CheckFailure } from '../model/failures.ts';
import type { AskedLimits } from '../model/schemas.ts';
import type { CheckContext } from '../../rules/context.ts';
import { makeSheet, withTrialTimes } from './sheet.ts';

/** Limits by names, keys or ids: for the check while reading and for the command line. Without a tool, the mounted one. */
export async function findSheetByName(ctx: Ctx, asked: AskedLimits): Promise<Result<CheckContext, CheckFailure>> {
  const m = await findMachine(ctx, asked.machine);
  if (!m) return fail({ code: 'noMachine' });
  const of = async (kind: 'tool' | 'material' | 'process') => {
    const name = asked[kind];
    return name ? ((await findProfile(ctx, name)) ?? findProfileByKey(ctx, kind, name)) : null;
  };
  const [material, process] = [await of('material'), await of('process')];
  if (!material) return fail({ code: 'noRecipe', what: `No material "${asked.material}" in the library` });
  if (!process) return fail({ code: 'noRecipe', what: `No process "${asked.process}" in the library` });
  const toolId = (await of('tool'))?.id ?? (await findMounted(ctx, m.id))?.toolId;
  if (!toolId) return fail({ code: 'noRecipe', what: `No tool is mounted on ${m.name}` });
  const recipe = asked.recipe ? await findRecipe(ctx, asked.recipe) : null;
  if (asked.recipe && !recipe?.kept) return fail({ code: 'noRecipe', what: 'That recipe is not there any more' });
  const own = ownValues(asked.overrides);
  if (!own.ok) return fail({ code: 'noRecipe', what: sentenceOf(own.failure) });
  const sheet = await makeSheet(ctx, {
    machineId: m.id,
    toolId,
    materialId: material.id,
    processId: process.id,
    class: asked.class ?? 'in-house',
    fileName: asked.fileName ?? 'job.gcode',
    quantity: Number(asked.quantity ?? 1),
    overrides: { ...recipe?.overrides, ...own.value },
    roles: recipe?.roles ?? [],
    purpose: asked.purpose ?? null,
  });
  return sheet.ok ? succeed(await withTrialTimes(sheet.value)) : sheet;
}

/** Values of the recipe's own, as JSON in the address. */
function ownValues(text: string | undefined): Result<Values> {
  if (text === undefined) return succeed({});
  const bad = fail({
    code: 'badValues',
    what: 'overrides are no JSON object of values',
    todo: 'send figures by setting',
  });
  try {
    const read: unknown = JSON.parse(text);
    if (typeof read !== 'object' || read === null || Array.isArray(read)) return bad;
    return checkOverrides(read as Values);
  } catch {
    return bad;
  }
}
