import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

export const closedSurface = defineMeshRule({
  id: 'closed-surface',
  bites: 'before start',
  title: 'The surface is closed',
  why: 'Where the surface has a hole nothing says what is inside; layers there are guessed.',
  source: 'Geometry: every edge of a closed surface has two faces',
  find: ({ facts, gaps }) =>
    facts.openEdges === 0
      ? []
      : [
          {
            severity: 'caution',
            title: 'The surface has holes',
            figure: `${facts.openEdges} open edges`,
            limit: '0',
            origin: 'geometry',
            fix:
              gaps > 0
                ? `close them where the part was drawn; here ${gaps} contours were joined by a straight line`
                : 'close them where the part was drawn; no layer runs through one',
          },
        ],
  examples: {
    passes: [{ says: 'closed', input: soundMeshJob() }],
    fails: [
      { says: 'a triangle is missing', input: soundMeshJob({ facts: { openEdges: 3 }, gaps: 12 }) },
      { says: 'a hole between two planes', input: soundMeshJob({ facts: { openEdges: 3 } }) },
    ],
  },
});
