import { defineRecipeRule } from './define.ts';

export const firstLayerSlow = defineRecipeRule({
  id: 'first-layer-slow',
  about: 'recipe',
  technology: 'filament',
  title: 'The first layer is not the fastest',
  why: 'Lines laid fast on the plate are dragged off it.',
  source: 'common practice, no source',
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
  examples: {
    passes: [{ says: 'the same speed', change: { values: { firstLayerSpeedMmPerS: 40 } } }],
    fails: [{ says: 'faster', change: { values: { firstLayerSpeedMmPerS: 55 } } }],
  },
});
