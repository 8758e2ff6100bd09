import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

export const manifoldEdges = defineRule({
  id: 'manifold-edges',
  stage: 'before start',
  technology: 'both',
  title: 'No edge has more than two faces',
  why: 'Bodies that touch along an edge, or share a wall, print as one or come apart; the drawing does not say which.',
  source: 'Geometry',
  mesh: {
    reads: ['facts'],
    find: ({ facts }) =>
      facts.nonManifoldEdges === 0
        ? []
        : [
            {
              severity: 'caution',
              title: 'Edges have more than two faces',
              figure: `${countOf(facts.nonManifoldEdges, 'edge')}`,
              limit: '0',
              origin: 'geometry',
              fix: 'let the bodies overlap by a line width, or part them, where they were drawn',
            },
          ],
  },
});
