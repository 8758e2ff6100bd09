import { defineRule } from '../define.ts';

/** No plate is filled like that (common practice, no source). */
const MOST_SHARE = 0.9;

export const darkAround = defineRule({
  id: 'dark-around',
  stage: 'first layer',
  technology: 'resin',
  title: 'It is dark round what is printed',
  why: 'Pictures with dark and light exchanged harden the whole vat round a hollow that was to be the part.',
  source: 'Share of the screen that the first layer lights',
  layers: {
    reads: ['rows', 'pixels', 'pixelMm'],
    find: ({ rows, pixels, pixelMm }) => {
      const share = rows[0]!.areaMm2 / (pixels[0] * pixelMm[0] * pixels[1] * pixelMm[1]);
      return share <= MOST_SHARE
        ? []
        : [
            {
              severity: 'blocker',
              title: 'The first layer lights nearly the whole screen',
              figure: `${(100 * share).toFixed(1)} % of the screen`,
              limit: `${100 * MOST_SHARE} %`,
              origin: 'common practice',
              fix: 'have the layers drawn with light where the part is; these look inverted',
              layer: 1,
              zMm: rows[0]!.zMm,
            },
          ];
    },
  },
});
