import { defineRule } from '../define.ts';

export const airGetsIn = defineRule({
  id: 'air-gets-in',
  stage: 'end',
  technology: 'resin',
  title: 'What drains has a second hole for the air',
  why: 'Resin leaves a hollow only as fast as air comes in: through a single hole it does neither.',
  source:
    'Holes as they were bored, of all hollow parts together: of several with one each it says nothing; two openings a room are common practice, no source',
  layers: {
    reads: ['holes', 'layerMm'],
    find: ({ holes, layerMm }) => {
      if (!holes) return { needs: 'the holes as they were bored; these layers came as they are' };
      const [hole, second] = holes;
      if (!hole || second) return [];
      const [xMm, yMm, zMm] = hole.at;
      return [
        {
          severity: 'caution',
          title: 'There is one hole, and no air gets in',
          figure: '1 hole',
          limit: '2 holes',
          origin: 'common practice',
          fix: 'bore a second one away from it, as low as the first or at the far end',
          layer: Math.max(1, Math.ceil(zMm / layerMm)),
          zMm,
          place: { xMm, yMm },
        },
      ];
    },
  },
});
