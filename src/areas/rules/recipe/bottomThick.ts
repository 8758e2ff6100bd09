import { defineRule } from '../define.ts';

export const bottomThick = defineRule({
  id: 'bottom-thick',
  stage: 'before start',
  technology: 'resin',
  title: 'Bottom layers cover the bottom thickness',
  why: 'After a change of layer height the base is too thin and parts stay on the film.',
  source: 'max(n, ceil(z / h)) in whole µm',
  recipe: {
    about: 'recipe',
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
  },
});
