import { defineRule } from '../define.ts';

export const firstLayerSlow = defineRule({
  id: 'first-layer-slow',
  stage: 'before start',
  title: 'The first layer is not the fastest',
  why: 'Lines printed fast on the build plate are dragged off it.',
  source: 'common practice, no source',
  recipe: {
    about: 'recipe',
    reads: ['firstLayerSpeedMmPerS', 'visibleWallSpeedMmPerS'],
    find: (r) =>
      r.number('firstLayerSpeedMmPerS') <= r.number('visibleWallSpeedMmPerS')
        ? []
        : [
            {
              severity: 'caution',
              title: 'The first layer is faster than the visible wall',
              figure: r.show('firstLayerSpeedMmPerS'),
              limit: r.show('visibleWallSpeedMmPerS'),
              origin: 'process',
              fix: `set ${r.show('visibleWallSpeedMmPerS')} or less`,
              change: { values: { firstLayerSpeedMmPerS: r.number('visibleWallSpeedMmPerS') } },
            },
          ],
  },
});
