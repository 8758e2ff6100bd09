import { createHash } from 'node:crypto';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfile } from '../../library/server/index.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';
import { zonesOfValues } from '../../machines/model/dialect.ts';
import { motionLimitsOf } from '../../machines/model/motion.ts';
import { noCeilings } from '../../machines/model/policy.ts';
import { findLoaded, findMachine, findMounted, getPolicy } from '../../machines/server/index.ts';
import type { CheckFailure } from '../model/failures.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { meshLayOf } from '../model/meshLay.ts';
import type { JobClass, LimitSheet, Purpose } from '../model/sheet.ts';
import { RULES_VERSION } from '../rules/index.ts';
import { stable } from './stable.ts';
import { makeRecipeSheet } from '../../recipes/server/index.ts';
import { workOut, type RoleChoice } from '../../recipes/model/recipe.ts';

export interface SheetInput {
  readonly machineId: string;
  readonly toolId: string;
  readonly materialId: string;
  readonly processId: string;
  readonly class: JobClass;
  readonly fileName: string;
  readonly quantity: number;
  readonly overrides: Values;
  /** What a kept recipe prints further roles with; the part body alone where left out. */
  readonly roles?: readonly RoleChoice[];
  readonly purpose?: Purpose | null;
}

/** Limits of a machine for a recipe as the rules read them, from what is in force now. */
export async function makeSheet(
  ctx: Pick<Ctx, 'db' | 'clock'>,
  input: SheetInput,
): Promise<Result<LimitSheet, CheckFailure>> {
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
  const v = workOut(recipe.value, input.overrides).input.values;
  const n = (key: string) => numberOf(v, key);
  const travel = ['travelXMm', 'travelYMm', 'travelZMm'].map(n);
  if (travel.some((t) => t === null))
    return fail({
      code: 'noRecipe',
      what: `The printer profile of ${m.name} has no travel in X, Y and height; measure and enter it`,
    });
  const pairOf = (key: string) => (Array.isArray(v[key]) ? (v[key] as unknown as readonly [number, number]) : null);
  const policy = await getPolicy(ctx);
  const mounted = await findMounted(ctx, m.id);
  const loaded = await findLoaded(ctx, m.id);
  return succeed({
    job: {
      class: input.class,
      provenOnly: policy.provenOnly.includes(input.class),
      purpose: input.purpose ?? null,
      fileName: input.fileName,
      quantity: input.quantity,
    },
    policy: {
      ceilings: { ...noCeilings, ...policy.ceilings[input.class] },
      firstLayerMostMmPerS: policy.firstLayerMostMmPerS,
    },
    machine: {
      id: m.id,
      name: m.name,
      travelMm: travel as unknown as readonly [number, number, number],
      motion: motionLimitsOf(v),
      zonesMm: zonesOfValues(v),
      bedMaxC: n('bedMaxC'),
      fileNameLongest: n('fileNameLongest') ?? 255,
      fileNameSpaces: v['fileNameSpaces'] === true,
      ratePerHour: n('machineRatePerHour') ?? 0,
      heads: n('heads') ?? 1,
      isConnected: m.device !== null,
      ...(recipe.value.machine && { asKnown: recipe.value.machine }),
      mounted: mounted && { id: mounted.toolId, name: mounted.name, nozzleMm: mounted.nozzleMm },
      loaded: loaded && { id: loaded.materialId, name: loaded.name, lot: loaded.lot, remainingG: loaded.remainingG },
    },
    recipe: {
      tool: {
        id: tool.id,
        name: tool.name,
        nozzleMm: n('nozzleDiameterMm') ?? 0,
        hotEndMaxC: n('hotEndMaxC'),
        catalogueFlowMm3PerS: n('catalogueFlowMm3PerS'),
      },
      material: {
        id: material.id,
        name: material.name,
        densityGPerCm3: n('densityGPerCm3') ?? 0,
        pricePerKg: n('pricePerKg') ?? 0,
        nozzleRangeC: pairOf('nozzleRangeC'),
        bedRangeC: pairOf('bedRangeC'),
      },
      process: { id: process.id, name: process.name },
      flow: n('flow') ?? 1,
      values: v,
      roles: recipe.value.roles,
      lay: meshLayOf(v, `${material.name}, ${process.name}, ${m.name}`),
      lowestLayerTimeS: n('lowestLayerTimeS'),
      family: typeof v['family'] === 'string' ? v['family'] : null,
      enclosureNeed: typeof v['enclosureNeed'] === 'string' ? v['enclosureNeed'] : null,
      scalePercent: [n('scaleXPercent') ?? 100, n('scaleYPercent') ?? 100, n('scaleZPercent') ?? 100],
    },
    proofs: recipe.value.proofs,
  });
}

/** SHA-256 of what the verdict depends on. Ages and the weight left on the spool change every hour and are left out. */
export function pinOf(sheet: LimitSheet, mesh: MeshChoice | null = null): string {
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
  return createHash('sha256').update(stable(pinned)).digest('hex');
}
