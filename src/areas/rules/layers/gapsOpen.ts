import { defineRule } from '../define.ts';
import { layerThatLasts } from '../layersWith.ts';

/** Less of it in one layer is a corner or a notch. */
const LEAST_MM2 = 0.3;
/** Where two flanks meet it is narrow for a few layers and closes as it should. */
const LASTS_MM = 0.5;

export const gapsOpen = defineRule({
  id: 'gaps-open',
  stage: 'body',
  technology: 'resin',
  title: 'No gap is narrower than three pixels',
  why: 'Light from both sides meets in a gap of one or two pixels and resin does not run out of it: it grows shut.',
  source: 'What each layer leaves free, opened by a pixel on every side; three pixels are common practice, no source',
  layers: {
    reads: ['rows', 'pixelMm', 'layerMm'],
    find: ({ rows, pixelMm, layerMm }) => {
      const row = layerThatLasts(rows, 'gapMm2', LEAST_MM2, Math.round(LASTS_MM / layerMm));
      if (!row) return [];
      return [
        {
          severity: 'caution',
          title: 'A gap is narrower than three pixels',
          figure: `${row.gapMm2.toFixed(2)} mm² in layer ${row.layer}`,
          limit: `${(3 * Math.max(...pixelMm)).toFixed(3)} mm wide`,
          origin: 'common practice',
          fix: 'make it wider, put the parts further apart, or print it on a finer screen',
          layer: row.layer,
          zMm: row.zMm,
          ...(row.gapAt && { place: row.gapAt }),
        },
      ];
    },
  },
});
