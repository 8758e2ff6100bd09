import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

/** What no eye and no cure tells apart. */
const SAME_SHARE = 0.01;

export const lightEven = defineRule({
  id: 'light-even',
  stage: 'body',
  technology: 'resin',
  title: 'After the bottom every layer gets the same light',
  why: 'An exposure is proven as one figure: a layer with less parts, one with more swells and shows as a band.',
  source: 'Light of each layer by the stack against that of most',
  layers: {
    reads: ['rows', 'normalS', 'bottomLayers', 'transitionLayers'],
    find: ({ rows, normalS, bottomLayers, transitionLayers }) => {
      const from = bottomLayers + transitionLayers;
      const others = rows.flatMap((r, i) =>
        i >= from && Math.abs(r.lightS - normalS) > SAME_SHARE * normalS ? [{ ...r, layer: i + 1 }] : [],
      );
      const [first] = others.toSorted((a, b) => Math.abs(b.lightS - normalS) - Math.abs(a.lightS - normalS));
      return first
        ? [
            {
              severity: 'caution',
              title: `${countOf(others.length, 'layer has', 'layers have')} another light than the rest`,
              figure: `${first.lightS.toFixed(2)} s in layer ${first.layer}`,
              limit: `${normalS.toFixed(2)} s`,
              origin: 'the layers themselves',
              fix: 'give every layer after the transition the proven exposure',
              layer: first.layer,
              zMm: first.zMm,
            },
          ]
        : [];
    },
  },
});
