import { defineRecipeRule } from './define.ts';

export const exposureForLayer = defineRecipeRule({
  id: 'exposure-for-layer',
  about: 'recipe',
  technology: 'resin',
  title: 'The exposure was proven at this layer height',
  why: 'Changed layers need another exposure, bottom count and transition.',
  source: 'common practice, no published source',
  reads: ['resinLayerMm', 'exposureS'],
  find: (r) => {
    const p = r.input.proofs['exposureS'];
    const at = p?.conditions.layerHeightMm;
    const isHere = (mm: number | undefined): boolean =>
      mm !== undefined && Math.abs(mm - r.number('resinLayerMm')) < 1e-9;
    if (p?.state !== 'proven' || at === undefined || isHere(at)) return [];
    if (p.entries?.some((e) => isHere(e.conditions.layerHeightMm))) return [];
    return [
      {
        severity: r.input.provenOnly ? 'blocker' : 'caution',
        title: 'The layer height changed without the exposure',
        figure: r.show('resinLayerMm'),
        limit: `proven at ${r.show('resinLayerMm', at)}`,
        origin: `proven by ${p.trialName}`,
        fix: `run an exposure trial at ${r.show('resinLayerMm')}`,
        change: { proofs: { exposureS: { conditions: { layerHeightMm: r.number('resinLayerMm') } } } },
      },
    ];
  },
  examples: {
    passes: [{ says: 'at the same height', change: {} }],
    fails: [{ says: 'thinner layers', change: { values: { resinLayerMm: 0.03, bottomLayers: 9 } } }],
  },
});
