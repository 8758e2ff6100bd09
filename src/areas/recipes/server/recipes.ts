import { forOnePage } from '../../../platform/db/bySets.ts';
import type { RowOf } from '../../../platform/db/rowOf.ts';
import { createHash } from 'node:crypto';
import { and, desc, eq, sql, type SQL } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { valuesOf } from '../../library/model/resolve.ts';
import { CATALOGUE_VERSION } from '../../library/settings/catalogue.ts';
import type { Values } from '../../library/settings/define.ts';
import type { RecipeFailure } from '../model/failures.ts';
import { checkOverrides } from '../model/overrides.ts';
import {
  roleNames,
  workOut,
  type RecipeChoice,
  type RecipePage,
  type RecipeRow,
  type RecipeSheet,
  type RoleChoice,
} from '../model/recipe.ts';
import { makeRecipeSheet } from './sheet.ts';
import { recipe, recipeAssignment, recipePin } from './tables.ts';

type Reader = Pick<Ctx, 'db'>;
export interface NewRecipe {
  readonly name: string;
  readonly machineId: string | null;
  readonly printerId: string | null;
  readonly processId: string;
  readonly overrides: Values;
  readonly kept: boolean;
  readonly roles: readonly RoleChoice[];
}

/** Inserts a recipe with its roles in the caller's transaction; returns its id. */
export async function insertRecipe(ctx: Ctx, r: NewRecipe): Promise<string> {
  const id = ctx.newId();
  await ctx.db.insert(recipe).values({
    id,
    name: r.name,
    machineId: r.machineId,
    printerId: r.printerId,
    processId: r.processId,
    overrides: r.overrides,
    kept: r.kept,
    byName: ctx.user.name,
    createdAt: ctx.clock.now(),
  });
  await insertRoles(ctx, id, r.roles);
  return id;
}
/** One mount per tool and one slot per material, in the order they come. */
async function insertRoles(ctx: Ctx, recipeId: string, roles: readonly RoleChoice[]): Promise<void> {
  const tools = [...new Set(roles.map((r) => r.toolId))];
  const materials = [...new Set(roles.map((r) => r.materialId))];
  await ctx.db.insert(recipeAssignment).values(
    roles.map((r) => ({
      recipeId,
      role: r.role,
      mount: tools.indexOf(r.toolId),
      slot: materials.indexOf(r.materialId),
      toolId: r.toolId,
      materialId: r.materialId,
    })),
  );
}

export async function findRecipe(ctx: Reader, id: string) {
  const [row] = await ctx.db.select().from(recipe).where(eq(recipe.id, id));
  if (!row) return null;
  const roles = await ctx.db.select().from(recipeAssignment).where(eq(recipeAssignment.recipeId, id));
  return { ...row, roles: roles.sort((a, b) => roleNames.indexOf(a.role) - roleNames.indexOf(b.role)) };
}

/** Keeps a recipe under a name, new or as the next version of one that nobody changed meanwhile. */
export async function keepRecipe(
  ctx: Ctx,
  input: {
    readonly id: string | null;
    readonly version: number;
    readonly name: string;
    readonly choice: RecipeChoice;
    readonly overrides: Values;
  },
): Promise<Result<{ id: string; version: number }, RecipeFailure>> {
  const sheet = await makeRecipeSheet(ctx, input.choice);
  if (!sheet.ok) return sheet;
  const checked = checkOverrides(input.overrides);
  if (!checked.ok) return fail({ code: 'badValue', detail: checked.failure });
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const [taken] = await db
      .select({ id: recipe.id })
      .from(recipe)
      .where(and(eq(recipe.kept, true), eq(recipe.name, input.name)));
    if (taken && taken.id !== input.id) return fail({ code: 'nameTaken', name: input.name });
    const { machineId, printerId, processId, roles } = input.choice;
    if (input.id === null) {
      const id = await insertRecipe(inside, {
        name: input.name,
        machineId,
        printerId,
        processId,
        overrides: input.overrides,
        kept: true,
        roles,
      });
      await recordEvent(inside, {
        subjectKind: 'recipe',
        subjectId: id,
        subjectName: input.name,
        what: 'recipe kept',
        to: input.overrides,
      });
      return succeed({ id, version: 1 });
    }
    const [row] = await db
      .update(recipe)
      .set({
        name: input.name,
        machineId,
        printerId,
        processId,
        overrides: input.overrides,
        version: input.version + 1,
        byName: ctx.user.name,
      })
      .where(and(eq(recipe.id, input.id), eq(recipe.version, input.version), eq(recipe.kept, true)))
      .returning();
    if (!row) {
      const now = await findRecipe(inside, input.id);
      return now ? fail({ code: 'stale', version: now.version }) : fail({ code: 'noRecipe' });
    }
    await db.delete(recipeAssignment).where(eq(recipeAssignment.recipeId, input.id));
    await insertRoles(inside, input.id, roles);
    await recordEvent(inside, {
      subjectKind: 'recipe',
      subjectId: input.id,
      subjectName: input.name,
      what: `recipe version ${row.version}`,
      to: input.overrides,
    });
    return succeed({ id: input.id, version: row.version });
  });
}

/** Everything a recipe comes to now, with the digest that stands for it. */
function pinnedOf(sheet: RecipeSheet, overrides: Values): { pinned: object; sha256: string } {
  const { effective } = workOut(sheet, overrides);
  const values = valuesOf(effective);
  const pinned = {
    catalogue: CATALOGUE_VERSION,
    revisions: sheet.revisions,
    pairings: sheet.levels.filter((l) => l.kind === 'pairing').map((l) => l.own),
    machine: sheet.machine && {
      tool: sheet.machine.mountedToolId,
      material: sheet.machine.loadedMaterialId,
      lot: sheet.machine.loadedLot,
    },
    overrides,
    values: Object.fromEntries(Object.entries(values).sort(([a], [b]) => (a < b ? -1 : 1))),
  };
  return { pinned, sha256: createHash('sha256').update(JSON.stringify(pinned)).digest('hex') };
}

export async function pinRecipe(ctx: Ctx, id: string): Promise<Result<{ sha256: string }, RecipeFailure>> {
  const found = await findRecipe(ctx, id);
  if (!found?.kept) return fail({ code: 'noRecipe' });
  const sheet = await makeRecipeSheet(ctx, found);
  if (!sheet.ok) return sheet;
  const { pinned, sha256 } = pinnedOf(sheet.value, found.overrides);
  await ctx.db.transaction(async (db) => {
    await db
      .insert(recipePin)
      .values({ id: ctx.newId(), recipeId: id, sha256, pinned, byName: ctx.user.name, at: ctx.clock.now() });
    await recordEvent(
      { ...ctx, db },
      { subjectKind: 'recipe', subjectId: id, subjectName: found.name, what: 'recipe pinned', to: { sha256 } },
    );
  });
  return succeed({ sha256 });
}

export async function getRecipePage(asker: Ctx, id: string): Promise<Result<RecipePage, RecipeFailure>> {
  const ctx = forOnePage(asker);
  const found = await findRecipe(ctx, id);
  if (!found?.kept) return fail({ code: 'noRecipe' });
  const sheet = await makeRecipeSheet(ctx, found);
  if (!sheet.ok) return sheet;
  const pins = await ctx.db
    .select({ id: recipePin.id, sha256: recipePin.sha256, at: recipePin.at, byName: recipePin.byName })
    .from(recipePin)
    .where(eq(recipePin.recipeId, id))
    .orderBy(desc(recipePin.at))
    .limit(20);
  const now = pinnedOf(sheet.value, found.overrides).sha256;
  return succeed({
    id,
    name: found.name,
    version: found.version,
    choice: {
      machineId: found.machineId,
      printerId: found.printerId,
      processId: found.processId,
      roles: found.roles.map((r) => ({ role: r.role, toolId: r.toolId, materialId: r.materialId })),
    },
    overrides: found.overrides,
    sheet: sheet.value,
    pins: pins.map((p) => ({ ...p, at: p.at.toISOString(), isNow: p.sha256 === now })),
  });
}

/** Recipes kept under a name that a condition holds of. */
export async function recipeRows(ctx: Reader, where: SQL): Promise<RecipeRow[]> {
  const rows = await ctx.db.execute<RowOf<RecipeRow>>(sql`
    select r.id, r.name, coalesce(m.name, pr.name) as place, p.name as process, mat.name as material, r.by_name as "byName", r.created_at as at,
           (select count(*)::int from ${recipePin} x where x.recipe_id = r.id) as pins
    from ${recipe} r left join machine m on m.id = r.machine_id left join profile pr on pr.id = r.printer_id join profile p on p.id = r.process_id
    join ${recipeAssignment} a on a.recipe_id = r.id and a.role = 'part body' join profile mat on mat.id = a.material_id
    where r.kept and ${where} order by r.name`);
  return rows.rows.map((r) => ({ ...r, at: new Date(r.at).toISOString() }));
}

/** Names of kept recipes and number of jobs' recipes that use any of these profiles. */
export async function listRecipesUsing(
  ctx: Reader,
  profileIds: readonly string[],
): Promise<{ id: string; name: string; kept: boolean }[]> {
  if (profileIds.length === 0) return [];
  const ids = sql.join(
    profileIds.map((id) => sql`${id}`),
    sql`, `,
  );
  const rows = await ctx.db.execute<{ id: string; name: string; kept: boolean }>(sql`
    select distinct r.id, r.name, r.kept from ${recipe} r join ${recipeAssignment} a on a.recipe_id = r.id left join machine m on m.id = r.machine_id
    where r.process_id in (${ids}) or r.printer_id in (${ids}) or m.printer_id in (${ids}) or a.tool_id in (${ids}) or a.material_id in (${ids}) order by r.name limit 500`);
  return rows.rows;
}
