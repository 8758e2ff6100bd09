import { bottomLayersFor } from '../../../core/resin/sequence.ts';
import type { Values } from '../../library/settings/define.ts';
import { defineRule, type RecipeReader } from '../define.ts';

/** What another layer height asks for, computed and not proven: the same cure into the layer below (t · exp(Δh / Dp), which follows from
 *  Cd = Dp · ln(E / Ec)), bottom and transition as thick as they were. */
function computedFor(r: RecipeReader, provenS: number, provenAtMm: number): Values | null {
  if (!r.has('penetrationDepthMm')) return null;
  const mm = r.number('resinLayerMm');
  const exposureS = provenS * Math.exp((mm - provenAtMm) / r.number('penetrationDepthMm'));
  return {
    exposureS: Number(exposureS.toFixed(2)),
    ...(r.has('bottomThicknessMm') && { bottomLayers: bottomLayersFor(r.number('bottomThicknessMm'), mm) }),
    ...(r.has('transitionLayers') && {
      transitionLayers: Math.min(30, Math.round((r.number('transitionLayers') * provenAtMm) / mm)),
    }),
  };
}

export const exposureForLayer = defineRule({
  id: 'exposure-for-layer',
  stage: 'before start',
  technology: 'resin',
  title: 'The exposure was proven at this layer height',
  why: 'Changed layers need another exposure, bottom count and transition.',
  source: 'Cd = Dp · ln(E / Ec), P. F. Jacobs 1992; common practice for bottom and transition',
  recipe: {
    about: 'recipe',
    reads: ['resinLayerMm', 'exposureS'],
    readsIfSet: ['penetrationDepthMm', 'bottomThicknessMm', 'transitionLayers'],
    find: (r) => {
      const p = r.input.proofs['exposureS'];
      const at = p?.conditions.layerHeightMm;
      const isHere = (mm: number | undefined): boolean =>
        mm !== undefined && Math.abs(mm - r.number('resinLayerMm')) < 1e-9;
      if (p?.state !== 'proven' || at === undefined || isHere(at)) return [];
      if (p.entries?.some((e) => isHere(e.conditions.layerHeightMm))) return [];
      const computed = computedFor(r, p.value, at);
      const prove = `run an exposure trial at ${r.show('resinLayerMm')}`;
      const says = computed && [
        `expose ${r.show('exposureS', computed['exposureS'])}`,
        ...(computed['bottomLayers'] === undefined ? [] : [`${String(computed['bottomLayers'])} bottom layers`]),
        ...(computed['transitionLayers'] === undefined
          ? []
          : [`${String(computed['transitionLayers'])} transition layers`]),
      ];
      return [
        {
          severity: r.input.provenOnly ? 'blocker' : 'caution',
          title: 'The layer height changed without the exposure',
          figure: r.show('resinLayerMm'),
          limit: `proven at ${r.show('resinLayerMm', at)}`,
          origin: `proven by ${p.trialName}`,
          fix: says ? `computed, not proven: ${says.join(', ')}; then ${prove}` : prove,
          change: {
            ...(computed && { values: computed }),
            proofs: { exposureS: { conditions: { layerHeightMm: r.number('resinLayerMm') } } },
          },
        },
      ];
    },
  },
});
