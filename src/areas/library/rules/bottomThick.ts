import { defineRecipeRule } from './define.ts';

export const bottomThick = defineRecipeRule({
  id: 'bottom-thick',
  about: 'recipe',
  technology: 'resin',
  title: 'Bottom layers cover the bottom thickness',
  why: 'After a change of layer height the base is too thin and parts stay on the film.',
  source: 'max(n, ceil(z / h)) in whole µm',
  reads: ['bottomLayers', 'resinLayerMm', 'bottomThicknessMm'],
  find: (r) => {
    const need = Math.ceil(
      Math.round(r.number('bottomThicknessMm') * 1000) / Math.round(r.number('resinLayerMm') * 1000),
    );
    return r.number('bottomLayers') >= need
      ? []
      : [
          {
            severity: 'caution',
            title: 'The base is thinner than it should be',
            figure: `${r.number('bottomLayers')} × ${r.show('resinLayerMm')}`,
            limit: r.show('bottomThicknessMm'),
            origin: 'process',
            fix: `${need} bottom layers`,
            change: { values: { bottomLayers: need } },
          },
        ];
  },
  examples: {
    passes: [{ says: 'just enough', change: { values: { bottomThicknessMm: 0.25 } } }],
    fails: [{ says: 'too few', change: { values: { bottomLayers: 3 } } }],
  },
});
