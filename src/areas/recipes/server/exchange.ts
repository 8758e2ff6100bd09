import { and, eq, sql } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { readLibraryFile, type ImportRow, type LibraryFile } from '../../library/model/exchange.ts';
import type { LibraryFailure } from '../../library/model/failures.ts';
import type { Entries } from '../../library/model/records.ts';
import { exportLibrary, importLibrary, previewImport, writeWholePairing } from '../../library/server/index.ts';
import {
  pairingKey,
  planPlaces,
  type ExchangePairing,
  type ExchangeRecipe,
  type KnownPlaces,
} from '../model/exchange.ts';
import type { RoleName } from '../model/recipe.ts';
import { insertRecipe } from './recipes.ts';
import { recipe } from './tables.ts';

export interface WholeFile extends LibraryFile {
  readonly pairings: readonly ExchangePairing[];
  readonly recipes: readonly ExchangeRecipe[];
}
type Reader = Pick<Ctx, 'db'>;
interface PairingRow extends Record<string, unknown> {
  readonly scope: 'machine' | 'printer';
  readonly place: string;
  readonly mount: number;
  readonly tool: string;
  readonly material: string;
  readonly revision: number;
  readonly entries: Entries;
}

const listPairings = async (ctx: Reader): Promise<ExchangePairing[]> =>
  (
    await ctx.db.execute<PairingRow>(sql`
  select x.scope, coalesce(m.key, pr.key) as place, x.mount, tool.key as tool, mat.key as material, r.number as revision, r.entries
  from pairing x left join machine m on x.scope = 'machine' and m.id = x.scope_id left join profile pr on x.scope = 'printer' and pr.id = x.scope_id join profile tool on tool.id = x.tool_id join profile mat on mat.id = x.material_id
  cross join lateral (select number, entries from pairing_revision y where y.pairing_id = x.id order by number desc limit 1) r order by 2, 4, 5`)
  ).rows.map(({ scope, place, mount, tool, material, revision, entries }) => ({
    scope,
    place,
    mount,
    tool,
    material,
    revision,
    entries,
  }));

const listKept = async (ctx: Reader): Promise<ExchangeRecipe[]> =>
  (
    await ctx.db.execute<{
      name: string;
      machine: string | null;
      printer: string | null;
      process: string;
      overrides: ExchangeRecipe['overrides'];
      roles: { role: RoleName; tool: string | null; material: string }[];
    }>(sql`
  select r.name, m.key as machine, pr.key as printer, p.key as process, r.overrides, (select json_agg(json_build_object('role', a.role, 'tool', t.key, 'material', mat.key) order by a.role) from recipe_assignment a left join profile t on t.id = a.tool_id join profile mat on mat.id = a.material_id where a.recipe_id = r.id) as roles
  from recipe r left join machine m on m.id = r.machine_id left join profile pr on pr.id = r.printer_id join profile p on p.id = r.process_id where r.kept order by r.name`)
  ).rows.map(({ name, machine, printer, process, overrides, roles }) => ({
    name,
    machine,
    printer: machine === null ? printer : null,
    process,
    overrides,
    roles,
  }));

/** The whole library as one file, or chosen profiles with their parents, and what is proven and kept of exactly those. */
export async function exportWhole(ctx: Reader, ids: readonly string[] | null): Promise<WholeFile> {
  const file = await exportLibrary(ctx, ids);
  const has = new Set(file.profiles.map((p) => `${p.kind}:${p.key}`));
  const pairings = await listPairings(ctx);
  const recipes = await listKept(ctx);
  return {
    ...file,
    pairings:
      ids === null ? pairings : pairings.filter((p) => has.has(`tool:${p.tool}`) && has.has(`material:${p.material}`)),
    recipes:
      ids === null
        ? recipes
        : recipes.filter(
            (r) =>
              has.has(`process:${r.process}`) &&
              r.roles.every((x) => has.has(`material:${x.material}`) && (x.tool === null || has.has(`tool:${x.tool}`))),
          ),
  };
}

/** Keys that can be named once the file's own profiles are in, and what stands here already. */
async function knownPlaces(
  ctx: Ctx,
  rows: readonly ImportRow[],
): Promise<{ known: KnownPlaces; idOf: (kind: string, key: string) => Promise<string> }> {
  const here = new Set(
    (
      await ctx.db.execute<{ a: string }>(
        sql`select kind || ':' || key as a from profile union all select 'machine:' || key from machine`,
      )
    ).rows.map((r) => r.a),
  );
  for (const r of rows) if (r.state !== 'invalid') here.add(`${r.kind}:${r.key}`);
  return {
    known: {
      has: (kind, key) => here.has(`${kind}:${key}`),
      pairings: new Map((await listPairings(ctx)).map((p) => [pairingKey(p), p])),
      recipes: new Map((await listKept(ctx)).map(({ name, ...r }) => [name, r])),
      isLead: ctx.user.role === 'lead',
    },
    idOf: async (kind, key) =>
      (
        await ctx.db.execute<{ id: string }>(
          kind === 'machine'
            ? sql`select id from machine where key = ${key}`
            : sql`select id from profile where kind = ${kind} and key = ${key}`,
        )
      ).rows[0]!.id,
  };
}

export async function previewWhole(
  ctx: Ctx,
  text: string,
): Promise<Result<{ rows: readonly ImportRow[] }, LibraryFailure>> {
  const profiles = await previewImport(ctx, text);
  const read = readLibraryFile(text);
  if (!profiles.ok || !read.ok) return profiles;
  const { rows } = profiles.value;
  const { known } = await knownPlaces(ctx, rows);
  return succeed({ rows: [...rows, ...planPlaces(read.value.pairings, read.value.recipes, known, rows.length).rows] });
}

/** Takes a whole file in, in one transaction: profiles first, then what is proven and kept of them. */
export async function importWhole(
  ctx: Ctx,
  text: string,
  choice: { readonly leaveOutInvalid: boolean; readonly take: readonly string[] },
): Promise<Result<{ made: number; changed: number; left: number }, LibraryFailure>> {
  return inTransaction(ctx, async (inside) => {
    const read = readLibraryFile(text);
    if (!read.ok) return fail({ code: 'badFile', detail: read.failure });
    const profiles = await importLibrary(inside, text, choice);
    if (!profiles.ok) return profiles;
    // The profiles are in: what can be named is what stands here now.
    const from = read.value.profiles.length;
    const { known, idOf } = await knownPlaces(inside, []);
    const { rows, pairings, recipes } = planPlaces(read.value.pairings, read.value.recipes, known, from);
    const bad = rows.filter((r) => r.state === 'invalid');
    if (bad.length > 0 && !choice.leaveOutInvalid)
      return fail({ code: 'badRecord', count: bad.length, index: bad[0]!.index, why: bad[0]!.why });
    let { made, changed, left } = profiles.value;
    for (const row of rows) {
      const isTaken =
        row.state === 'new' ||
        row.state === 'changed' ||
        (row.state === 'conflicting' && choice.take.includes(`${row.kind}:${row.key}`));
      if (!isTaken) {
        left++;
        continue;
      }
      if (row.state === 'new') made++;
      else changed++;
      const p = pairings[row.index - from];
      const r = recipes[row.index - from - pairings.length];
      if (row.kind === 'pairing' && p)
        await writeWholePairing(
          inside,
          {
            scope: p.scope,
            scopeId: await idOf(p.scope, p.place),
            mount: p.mount,
            toolId: await idOf('tool', p.tool),
            materialId: await idOf('material', p.material),
            label: row.name,
          },
          p.entries,
        );
      if (row.kind === 'recipe' && r) {
        if (row.state === 'conflicting')
          await inside.db
            .update(recipe)
            .set({ kept: false })
            .where(and(eq(recipe.kept, true), eq(recipe.name, r.name))); // what was kept stays behind its jobs
        const roles = [];
        for (const x of r.roles)
          roles.push({
            role: x.role,
            toolId: x.tool === null ? null : await idOf('tool', x.tool),
            materialId: await idOf('material', x.material),
          });
        await insertRecipe(inside, {
          name: r.name,
          machineId: r.machine === null ? null : await idOf('machine', r.machine),
          printerId: r.printer === null ? null : await idOf('printer', r.printer),
          processId: await idOf('process', r.process),
          overrides: r.overrides,
          kept: true,
          roles,
        });
      }
    }
    return succeed({ made, changed, left });
  });
}
