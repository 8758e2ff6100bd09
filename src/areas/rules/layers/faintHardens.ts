import { defineRule } from '../define.ts';

/** From here on it is more than the blurred edge of something solid (common practice, no source). */
const MOST_SHARE = 0.5;

export const faintHardens = defineRule({
  id: 'faint-hardens',
  stage: 'body',
  technology: 'resin',
  title: 'What is lit is lit brightly enough to harden',
  why: 'What gets less than half the light is not judged as solid here, and hardens only as a skin: it hangs as a shred or fills a gap.',
  source: 'Share of lit pixels below half of full light; from which share on it matters is common practice, no source',
  layers: {
    reads: ['shades', 'layerMm'],
    find: ({ shades: { faintShare, faintestLayer }, layerMm }) =>
      faintShare <= MOST_SHARE
        ? []
        : [
            {
              severity: faintShare === 1 ? 'blocker' : 'caution',
              title:
                faintShare === 1
                  ? 'A layer is lit too faintly to harden'
                  : 'Much of a layer is lit too faintly to harden',
              figure: `${(100 * faintShare).toFixed(0)} % of what is lit in layer ${faintestLayer}`,
              limit: `${100 * MOST_SHARE} %`,
              origin: 'common practice',
              fix: 'draw it with full light, and dim nothing by its grey',
              layer: faintestLayer,
              zMm: faintestLayer * layerMm,
            },
          ],
  },
});
