import { defineRecipeRule } from './define.ts';

export const layerTimeEnough = defineRecipeRule({
  id: 'layer-time-enough',
  about: 'recipe',
  technology: 'filament',
  title: 'Small layers get their time',
  why: 'A layer laid on a soft one slumps.',
  source: 'common practice, no published source',
  reads: ['minimumLayerTimeS', 'lowestLayerTimeS'],
  find: (r) =>
    r.number('minimumLayerTimeS') >= r.number('lowestLayerTimeS')
      ? []
      : [
          {
            severity: 'caution',
            title: 'Layers may follow sooner than the plastic bears',
            figure: r.show('minimumLayerTimeS'),
            limit: r.show('lowestLayerTimeS'),
            origin: 'material',
            fix: `set ${r.show('lowestLayerTimeS')}`,
            change: { values: { minimumLayerTimeS: r.number('lowestLayerTimeS') } },
          },
        ],
  examples: {
    passes: [{ says: 'just enough', change: { values: { minimumLayerTimeS: 10 } } }],
    fails: [{ says: 'too short', change: { values: { minimumLayerTimeS: 6 } } }],
  },
});
