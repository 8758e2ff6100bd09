import { defineRule } from '../define.ts';

export const layerWithinNozzle = defineRule({
  id: 'layer-within-nozzle',
  stage: 'before start',
  title: 'Layer heights the nozzle can print',
  why: 'Too thin blocks the nozzle on the layer below, too thick lies loosely.',
  source: '0.25 and 0.8 × nozzle: common practice, no source',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['layerHeightMm', 'firstLayerHeightMm', 'smallestLayerMm', 'largestLayerMm'],
    find: (r) =>
      (['layerHeightMm', 'firstLayerHeightMm'] as const).flatMap((key) => {
        const v = r.number(key);
        const low = r.number('smallestLayerMm');
        const high = r.number('largestLayerMm');
        const end = v < low ? low : high;
        return v >= low && v <= high
          ? []
          : [
              {
                severity: 'blocker' as const,
                title: `${key === 'layerHeightMm' ? 'Layers' : 'The first layer is'} too ${v < low ? 'thin' : 'thick'} for the nozzle`,
                figure: r.show(key),
                limit: `${r.show(key, low)} to ${r.show(key, high)}`,
                origin: 'hardware, tool',
                fix: `set ${r.show(key, end)}`,
                change: { values: { [key]: end } },
              },
            ];
      }),
  },
});
