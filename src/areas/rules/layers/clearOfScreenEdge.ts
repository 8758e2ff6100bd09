import { defineRule } from '../define.ts';

export const clearOfScreenEdge = defineRule({
  id: 'clear-of-screen-edge',
  stage: 'body',
  technology: 'resin',
  title: 'Nothing is cut off at the edge of the screen',
  why: 'What reaches the last pixel has very likely been cut there, and at the edge the light is dimmest.',
  source: 'Lit pixels against the size of the screen',
  layers: {
    reads: ['boundsMm', 'pixelMm', 'pixels'],
    find: ({ boundsMm: b, pixelMm, pixels }) => {
      if (!b) return { needs: 'a layer that shows something' };
      const [w, d] = pixels.map((n, i) => n * pixelMm[i]!) as [number, number];
      const sides = (
        [
          ['left', b[0] < pixelMm[0] / 2],
          ['front', b[1] < pixelMm[1] / 2],
          ['right', b[2] > w - pixelMm[0] / 2],
          ['back', b[3] > d - pixelMm[1] / 2],
        ] as const
      ).flatMap(([side, is]) => (is ? [side] : []));
      return sides.length === 0
        ? []
        : [
            {
              severity: 'caution',
              title: 'What is lit reaches the edge of the screen',
              figure: `${(b[2] - b[0]).toFixed(2)} × ${(b[3] - b[1]).toFixed(2)} mm, at the ${sides.join(' and the ')}`,
              limit: `within ${w.toFixed(2)} × ${d.toFixed(2)} mm`,
              origin: 'hardware, screen',
              fix: 'move the part, turn it, or see that nothing is missing',
            },
          ];
    },
  },
});
