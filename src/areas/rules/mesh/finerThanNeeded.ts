import { defineRule } from '../define.ts';

const FINE_MM = 0.05;
const MANY = 500_000;

export const finerThanNeeded = defineRule({
  id: 'finer-than-needed',
  stage: 'before start',
  title: 'The mesh is no finer than the machine prints',
  why: 'Millions of triangles smaller than a line cost minutes at every check and show on no part.',
  source: 'Mean edge from area and count; a twentieth of a millimetre is common practice, no source',
  mesh: {
    reads: ['facts', 'scale'],
    find: ({ facts, scale }) => {
      if (facts.triangles < MANY) return [];
      // an even triangle of edge a has √3/4·a²
      const edge = Math.sqrt((facts.areaMm2 * scale[0] * scale[1] * 4) / (Math.sqrt(3) * facts.triangles));
      if (edge >= FINE_MM) return [];
      return [
        {
          severity: 'note',
          title: 'The mesh is finer than any machine prints',
          figure: `${facts.triangles.toLocaleString('en-GB')} triangles, ${edge.toFixed(3)} mm on average`,
          limit: `${FINE_MM} mm`,
          origin: 'common practice',
          fix: 'have it exported coarser: 0.02 mm off the true surface is plenty',
        },
      ];
    },
  },
});
