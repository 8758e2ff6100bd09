import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

export const manifoldEdges = defineMeshRule({
  id: 'manifold-edges',
  bites: 'before start',
  title: 'No edge has more than two faces',
  why: 'Bodies that touch along an edge, or share a wall, print as one or come apart; the drawing does not say which.',
  source: 'Geometry',
  find: ({ facts }) =>
    facts.nonManifoldEdges === 0
      ? []
      : [
          {
            severity: 'caution',
            title: 'Edges have more than two faces',
            figure: `${facts.nonManifoldEdges} edges`,
            limit: '0',
            origin: 'geometry',
            fix: 'let the bodies overlap by a line width, or part them, where they were drawn',
          },
        ],
  examples: {
    passes: [{ says: 'two faces each', input: soundMeshJob() }],
    fails: [{ says: 'two cubes along an edge', input: soundMeshJob({ facts: { nonManifoldEdges: 1 } }) }],
  },
});
