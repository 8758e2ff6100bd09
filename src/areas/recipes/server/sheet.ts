import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { readEach } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { RecipeMachine, RecipeRole } from '../../rules/recipeInput.ts';
import type { Values } from '../../library/settings/define.ts';
import { levelsOf, listChain } from '../../library/server/index.ts';
import { findHeadsFor, findMachine, findMounted, listHeads, listProofs } from '../../machines/server/index.ts';
import type { RecipeFailure } from '../model/failures.ts';
import { pairsOf, type RecipeChoice, type RecipeSheet, type RoleChoice } from '../model/recipe.ts';

const DAY_MS = 86_400_000;

type MachineRow = NonNullable<Awaited<ReturnType<typeof findMachine>>>;
async function headsOfRoles(
  ctx: Pick<Ctx, 'db'>,
  m: MachineRow,
  roles: readonly RoleChoice[],
  head: number | undefined,
): Promise<Awaited<ReturnType<typeof findHeadsFor>>> {
  return head === undefined ? findHeadsFor(ctx, m, pairsOf(roles)) : [(await listHeads(ctx, m))[head] ?? null];
}

/** Sources of values, proofs and state of the floor for a choice, from what is in force now. */
export async function makeRecipeSheet(
  ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>,
  choice: RecipeChoice,
  /** The head that lays the part body, where it is known. */
  head?: number,
): Promise<Result<RecipeSheet, RecipeFailure>> {
  const m = choice.machineId ? await findMachine(ctx, choice.machineId) : null;
  const printerId = m?.printerId ?? choice.printerId ?? '';
  const first = m && (await findMounted(ctx, m.id));
  const named = [printerId, choice.processId, first?.toolId, ...choice.roles.flatMap((r) => [r.materialId, r.toolId])];
  const ids = [...new Set(named.filter((id) => typeof id === 'string'))];
  const chains = new Map(await readEach(ctx, ids, async (id) => [id, await listChain(ctx, id)] as const));
  const profileOf = (id: string | null) => chains.get(id ?? '')?.[0]?.profile;
  const printer = profileOf(printerId);
  if (printer?.kind !== 'printer') return fail({ code: 'incomplete', what: 'Choose a machine or a printer profile' });
  const process = profileOf(choice.processId);
  const body = choice.roles.find((r) => r.role === 'part body');
  if (process?.kind !== 'process') return fail({ code: 'incomplete', what: 'Choose a process' });
  if (!body) return fail({ code: 'incomplete', what: 'Choose what the part itself is printed with' });
  /** A resin recipe need not name the film: it is the one in the vat. */
  const toolOf = (chosen: string | null): string | null =>
    chosen ?? (printer.technology === 'resin' ? (first?.toolId ?? null) : null);
  const roles: RecipeRole[] = [];
  for (const r of choice.roles) {
    const material = profileOf(r.materialId);
    const tool = profileOf(r.toolId);
    if (material?.kind !== 'material') return fail({ code: 'incomplete', what: `Choose a material for the ${r.role}` });
    if (printer.technology === 'filament' && tool?.kind !== 'tool')
      return fail({ code: 'incomplete', what: `Choose a tool for the ${r.role}` });
    if (material.technology !== printer.technology || process.technology !== printer.technology)
      return fail({
        code: 'incomplete',
        what: `${printer.name} prints ${printer.technology}; ${material.technology !== printer.technology ? material.name : process.name} is for ${material.technology !== printer.technology ? material.technology : process.technology}`,
      });
    if (r.role === 'purge') continue;
    const own = chains.get(r.materialId)!.reduceRight<Values>((below, c) => ({ ...below, ...c.head.own }), {});
    const text = (key: string): string => {
      const value = own[key];
      return typeof value === 'string' ? value : '';
    };
    roles.push({
      role: r.role,
      toolId: toolOf(r.toolId) ?? '',
      materialId: r.materialId,
      materialName: material.name,
      family: text('family'),
      bondsWith: text('bondsWith'),
      supportPartners: text('supportPartners'),
    });
  }
  const [on] = m ? await headsOfRoles(ctx, m, choice.roles, head) : [];
  const { mounted, loaded } = on ?? { mounted: null, loaded: null };
  const toolId = toolOf(body.toolId);
  const combination = {
    machine: m,
    printerId: printer.id,
    toolId,
    materialId: body.materialId,
    processId: choice.processId,
  };
  const machine: RecipeMachine | null = m && {
    name: m.name,
    ready: m.state !== 'unknown',
    mountedToolId: mounted?.toolId ?? null,
    loadedMaterialId: loaded?.materialId ?? null,
    loadedLot: loaded?.lot ?? null,
    remainingG: loaded?.remainingG ?? null,
    speedPercent: m.said?.speedPercent ?? null,
    lid: m.said?.lid ?? 'none',
    resinC: m.said?.resinC ?? null,
    inVatMl: m.said?.inVatMl ?? null,
    knownForDays: mounted ? Math.floor((ctx.clock.now().getTime() - mounted.at.getTime()) / DAY_MS) : null,
  };
  const revisions = [choice.processId, body.materialId, toolId, printer.id].flatMap((id) =>
    (chains.get(id ?? '') ?? []).map((c) => ({ profile: c.profile.name, number: c.head.number })),
  );
  return succeed({
    technology: printer.technology,
    place: m?.name ?? printer.name,
    process: process.name,
    levels: await levelsOf(ctx, combination),
    machine,
    roles,
    revisions,
    proofs:
      m && toolId
        ? await listProofs(
            ctx,
            m,
            toolId,
            body.materialId,
            loaded?.materialId === body.materialId ? loaded.lot : null,
            on?.tool ?? null,
          )
        : {},
  });
}
