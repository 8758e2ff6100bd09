import { isSameData } from '../../core/formats/canonicalJson.ts';
import { catalogue } from '../library/settings/catalogue.ts';
import type { ProfileKind, Values } from '../library/settings/define.ts';
import type { CheckContext, ContextRecipe } from './context.ts';
import type { ContextFile } from './contextFileSchema.ts';
import type { RecipeRole } from './recipeInput.ts';

/** The surroundings of a check as a file; each value stands in the first group that may hold it, and what another head has otherwise with its role. */
export function fileOfContext({
  technology = 'filament',
  machine,
  recipe,
  proofs,
  policy,
  job,
  heads = [],
  bodyTool = 0,
}: CheckContext): ContextFile {
  const other = technology === 'resin' ? 'filament' : 'resin';
  const group = (owner: ProfileKind, of: ContextRecipe = recipe): Values =>
    Object.fromEntries(
      catalogue.flatMap((s) => {
        const value = of.values?.[s.key];
        return value !== undefined && s.owners.find((o) => o !== 'pairing') === owner && s.technology !== other
          ? [[s.key, value]]
          : [];
      }),
    );
  const roles: readonly RecipeRole[] = recipe.roles ?? [];
  const laying = [{ tool: bodyTool, loaded: machine.loaded, recipe, proofs }, ...heads];
  const mountCount = Math.max(...laying.map((h) => h.tool + 1));
  const differing = ({ values = {} }: ContextRecipe): Values =>
    Object.fromEntries(Object.entries(values).filter(([key, v]) => !isSameData(v, recipe.values?.[key])));
  return {
    version: 1,
    technology,
    machine: {
      name: machine.name,
      ...(machine.model && { model: machine.model }),
      ...(machine.pace && { pace: machine.pace }),
      ...(typeof machine.asKnown?.resinC === 'number' && { resinC: machine.asKnown.resinC }),
      ...(typeof machine.asKnown?.inVatMl === 'number' && { inVatMl: machine.asKnown.inVatMl }),
      values: group('printer'),
      state: machine.asKnown?.ready === false ? 'not ready' : 'idle',
      mounts: Array.from({ length: mountCount }, (_, i) => {
        const head = laying.find((h) => h.tool === i);
        if (!head) return {};
        const { loaded } = head;
        return {
          name: head.recipe.tool.name,
          values: group('tool', head.recipe),
          ...(loaded && { slots: [{ material: loaded.id, lot: loaded.lot, remainingG: loaded.remainingG }] }),
        };
      }),
    },
    process: { name: recipe.process.name, values: group('process') },
    materials: Object.fromEntries([
      ...laying.flatMap(({ loaded }) => (loaded ? [[loaded.id, { name: loaded.name }] as const] : [])),
      ...roles.map(
        (r) =>
          [
            r.materialId,
            {
              name: r.materialName,
              values: { family: r.family, bondsWith: r.bondsWith, supportPartners: r.supportPartners },
            },
          ] as const,
      ),
      ...laying
        .toReversed()
        .map(
          (h) => [h.recipe.material.id, { name: h.recipe.material.name, values: group('material', h.recipe) }] as const,
        ),
    ]),
    roles: roles.map((r) => {
      const own = heads.find((h) => (h.roles as readonly string[]).includes(r.role));
      return {
        role: r.role,
        mount: (own?.tool ?? bodyTool) + 1,
        material: r.materialId,
        ...(own && { values: differing(own.recipe) }),
      };
    }),
    proofs: laying.flatMap((h) =>
      Object.values(h.proofs).flatMap((p) =>
        (p.entries && p.entries.length > 1 ? p.entries : [p]).map((of) => ({
          mount: h.tool + 1,
          material: h.recipe.material.id,
          setting: p.key,
          value: of.value,
          ...of.range,
          state: p.state,
          daysLeft: p.daysLeft,
          ...(of.trialName && { trial: of.trialName }),
          ...(p.because && { because: p.because }),
          conditions: of.conditions,
        })),
      ),
    ),
    policy: {
      provenOnly: job.provenOnly ? [job.class] : [],
      mayStayUnproven: { [job.class]: policy?.mayStayUnproven ?? {} },
      ...(policy && { ceilings: { [job.class]: policy.ceilings }, firstLayerMostMmPerS: policy.firstLayerMostMmPerS }),
    },
    job: {
      class: job.class,
      quantity: job.quantity,
      ...(job.prints !== undefined && { prints: job.prints }),
      purpose: job.purpose ?? null,
      fileName: job.fileName,
    },
  };
}
