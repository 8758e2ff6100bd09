import { defineRecipeRule } from './define.ts';

export const layerWithinNozzle = defineRecipeRule({
  id: 'layer-within-nozzle',
  about: 'recipe',
  technology: 'filament',
  title: 'Layers the nozzle can lay',
  why: 'Too thin blocks the nozzle on the layer below, too thick lies loosely.',
  source: '0.25 and 0.8 × nozzle: common practice, no source',
  reads: ['layerHeightMm', 'firstLayerHeightMm', 'smallestLayerMm', 'largestLayerMm'],
  find: (r) =>
    ['layerHeightMm', 'firstLayerHeightMm'].flatMap((key) => {
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
  examples: {
    passes: [{ says: 'at the limit', change: { values: { largestLayerMm: 0.2 } } }],
    fails: [
      { says: 'a fine nozzle', change: { values: { largestLayerMm: 0.15 } } },
      { says: 'a coarse one', change: { values: { smallestLayerMm: 0.22 } } },
      { says: 'a thick first layer', change: { values: { firstLayerHeightMm: 0.36 } } },
    ],
  },
});
