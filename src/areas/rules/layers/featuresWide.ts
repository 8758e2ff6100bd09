import { defineRule } from '../define.ts';
import { layerThatLasts } from '../layersWith.ts';

/** Less of it in one layer is a corner or a tip. */
const LEAST_MM2 = 0.3;
/** Every ridge is narrow for its last layers. */
const LASTS_MM = 0.5;

export const featuresWide = defineRule({
  id: 'features-wide',
  stage: 'body',
  technology: 'resin',
  title: 'Nothing is narrower than three pixels',
  why: 'A line of one or two pixels is as wide as its blur: it comes out thicker, or not at all, and bends away from the film.',
  source: 'Each layer opened by a pixel on every side; three pixels are common practice, no source',
  layers: {
    reads: ['rows', 'pixelMm', 'layerMm'],
    find: ({ rows, pixelMm, layerMm }) => {
      const row = layerThatLasts(rows, 'thinMm2', LEAST_MM2, Math.round(LASTS_MM / layerMm));
      if (!row) return [];
      return [
        {
          severity: 'caution',
          title: 'Some of a layer is narrower than three pixels',
          figure: `${row.thinMm2.toFixed(2)} mm² in layer ${row.layer}`,
          limit: `${(3 * Math.max(...pixelMm)).toFixed(3)} mm wide`,
          origin: 'common practice',
          fix: 'make it wider, or print it on a finer screen',
          layer: row.layer,
          zMm: row.zMm,
          ...(row.thinAt && { place: row.thinAt }),
        },
      ];
    },
  },
});
