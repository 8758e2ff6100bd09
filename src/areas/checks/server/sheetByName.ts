import { fail, sentenceOf, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfile, findProfileByKey } from '../../library/server/index.ts';
import { findRecipe } from '../../recipes/server/index.ts';
import { findMachine, findMounted } from '../../machines/server/index.ts';
import type { Values } from '../../library/settings/define.ts';
import { checkOverrides } from '../../recipes/model/overrides.ts';
import type { CheckFailure } from '../model/failures.ts';
import { jobClasses } from '../model/schemas.ts';
import { purposes, type CheckContext } from '../../rules/context.ts';
import type { JobClass } from '../../machines/model/policy.ts';
import { makeSheet, withTrialTimes } from './sheet.ts';

/** Limits by names, keys or ids: for the check while reading and for the command line. Without a tool, the mounted one. */
export async function findSheetByName(ctx: Ctx, query: URLSearchParams): Promise<Result<CheckContext, CheckFailure>> {
  const m = await findMachine(ctx, query.get('machine') ?? '');
  if (!m) return fail({ code: 'noMachine' });
  const of = async (kind: 'tool' | 'material' | 'process') => {
    const name = query.get(kind);
    return name ? ((await findProfile(ctx, name)) ?? findProfileByKey(ctx, kind, name)) : null;
  };
  const [material, process] = [await of('material'), await of('process')];
  if (!material) return fail({ code: 'noRecipe', what: `No material "${query.get('material') ?? ''}" in the library` });
  if (!process) return fail({ code: 'noRecipe', what: `No process "${query.get('process') ?? ''}" in the library` });
  const toolId = (await of('tool'))?.id ?? (await findMounted(ctx, m.id))?.toolId;
  if (!toolId) return fail({ code: 'noRecipe', what: `No tool is mounted on ${m.name}` });
  const recipe = query.get('recipe') ? await findRecipe(ctx, query.get('recipe')!) : null;
  if (query.get('recipe') && !recipe?.kept)
    return fail({ code: 'noRecipe', what: 'That recipe is not there any more' });
  const own = ownValues(query.get('overrides'));
  if (!own.ok) return fail({ code: 'noRecipe', what: sentenceOf(own.failure) });
  const asked = query.get('class') as JobClass | null;
  const sheet = await makeSheet(ctx, {
    machineId: m.id,
    toolId,
    materialId: material.id,
    processId: process.id,
    class: asked && jobClasses.includes(asked) ? asked : 'in-house',
    fileName: (query.get('fileName') ?? 'job.gcode').slice(0, 255),
    quantity: Math.max(1, Number(query.get('quantity') ?? 1) || 1),
    overrides: { ...recipe?.overrides, ...own.value },
    roles: recipe?.roles ?? [],
    purpose: purposes.find((p) => p === query.get('purpose')) ?? null,
  });
  return sheet.ok ? succeed(await withTrialTimes(sheet.value)) : sheet;
}

const LONGEST = 4000;
/** Values of the recipe's own, as JSON in the address. */
function ownValues(text: string | null): Result<Values> {
  if (text === null) return succeed({});
  const bad = fail({
    code: 'badValues',
    what: 'overrides are no JSON object of values',
    todo: 'send figures by setting',
  });
  if (text.length > LONGEST) return bad;
  try {
    const read: unknown = JSON.parse(text);
    if (typeof read !== 'object' || read === null || Array.isArray(read)) return bad;
    return checkOverrides(read as Values);
  } catch {
    return bad;
  }
}
