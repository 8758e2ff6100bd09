import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

export const spareFaces = defineMeshRule({
  id: 'spare-faces',
  bites: 'before start',
  title: 'No triangle stands twice or has no area',
  why: 'They do no harm to a layer, but tell of an export that went wrong.',
  source: 'Geometry',
  find: ({ facts }) =>
    facts.duplicateFaces + facts.degenerateFaces === 0
      ? []
      : [
          {
            severity: 'note',
            title: 'Triangles stand twice or have no area',
            figure: `${facts.duplicateFaces} twice, ${facts.degenerateFaces} without area`,
            limit: '0',
            origin: 'geometry',
            fix: 'export the part again if anything looks wrong',
          },
        ],
  examples: {
    passes: [{ says: 'none', input: soundMeshJob() }],
    fails: [
      { says: 'twice', input: soundMeshJob({ facts: { duplicateFaces: 2 } }) },
      { says: 'without area', input: soundMeshJob({ facts: { degenerateFaces: 5 } }) },
    ],
  },
});
