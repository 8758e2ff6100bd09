import { defineRule } from '../define.ts';

export const layerTimeEnough = defineRule({
  id: 'layer-time-enough',
  stage: 'before start',
  title: 'Small layers get their time',
  why: 'A layer on a soft one slumps.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['minimumLayerTimeS', 'lowestLayerTimeS'],
    find: (r) =>
      r.number('minimumLayerTimeS') >= r.number('lowestLayerTimeS')
        ? []
        : [
            {
              severity: 'caution',
              title: 'Layer time target below what the material needs',
              figure: r.show('minimumLayerTimeS'),
              limit: r.show('lowestLayerTimeS'),
              origin: 'material',
              fix: `set ${r.show('lowestLayerTimeS')}`,
              change: { values: { minimumLayerTimeS: r.number('lowestLayerTimeS') } },
            },
          ],
  },
});
