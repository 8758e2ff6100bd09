import { defineRule } from '../define.ts';

export const baseBelowPart = defineRule({
  id: 'base-below-part',
  stage: 'first layer',
  technology: 'resin',
  title: 'The light of the base ends below the part',
  why: 'Where supports are so short that the part begins within the base, its underside gets several times its light and swells.',
  source: 'The lowest place where a support meets the part against the layers that have the light of the first',
  layers: {
    reads: ['lowestTip', 'bottomLayers'],
    find: ({ lowestTip: tip, bottomLayers }) =>
      !tip || tip.layer > bottomLayers
        ? []
        : [
            {
              severity: 'caution',
              title: 'The part begins within the light of the base',
              figure: `a support meets it in layer ${tip.layer}`,
              limit: `after layer ${bottomLayers}`,
              origin: 'the layers',
              fix: 'raise the part, or take fewer bottom layers',
              layer: tip.layer,
              zMm: tip.zMm,
              place: { xMm: tip.xMm, yMm: tip.yMm },
            },
          ],
  },
});
