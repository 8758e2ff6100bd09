import { fail, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfile, findProfileByKey } from '../../library/server/index.ts';
import { findRecipe } from '../../recipes/server/index.ts';
import { findMachine, findMounted } from '../../machines/server/index.ts';
import type { CheckFailure } from '../model/failures.ts';
import { jobClasses } from '../model/schemas.ts';
import { purposes, type JobClass, type LimitSheet } from '../model/sheet.ts';
import { makeSheet } from './sheet.ts';

/** Limits by names, keys or ids: for the check while reading and for the command line. Without a tool, the mounted one. */
export async function findSheetByName(ctx: Ctx, query: URLSearchParams): Promise<Result<LimitSheet, CheckFailure>> {
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
  const asked = query.get('class') as JobClass | null;
  return makeSheet(ctx, {
    machineId: m.id,
    toolId,
    materialId: material.id,
    processId: process.id,
    class: asked && jobClasses.includes(asked) ? asked : 'in-house',
    fileName: (query.get('fileName') ?? 'job.gcode').slice(0, 255),
    quantity: Math.max(1, Number(query.get('quantity') ?? 1) || 1),
    overrides: recipe?.overrides ?? {},
    roles: recipe?.roles ?? [],
    purpose: purposes.find((p) => p === query.get('purpose')) ?? null,
  });
}
