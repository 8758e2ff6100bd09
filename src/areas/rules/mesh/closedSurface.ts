import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

export const closedSurface = defineRule({
  id: 'closed-surface',
  stage: 'before start',
  technology: 'both',
  title: 'The surface is closed',
  why: 'Where the surface has a hole nothing says what is inside; layers there are guessed.',
  source: 'Geometry: every edge of a closed surface has two faces',
  mesh: {
    reads: ['facts', 'gaps'],
    find: ({ facts, gaps }) =>
      facts.openEdges === 0
        ? []
        : [
            {
              severity: 'caution',
              title: 'The surface has holes',
              figure: `${countOf(facts.openEdges, 'open edge')}`,
              limit: '0',
              origin: 'geometry',
              fix:
                gaps > 0
                  ? `close them where the part was drawn; here ${countOf(gaps, 'contour')} closed by a straight line`
                  : 'close them where the part was drawn; no layer runs through one',
            },
          ],
  },
});
