import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

export const noCavities = defineMeshRule({
  id: 'no-cavities',
  bites: 'body',
  title: 'Nothing is locked up inside',
  why: 'What holds up the roof of a closed room can never be taken out, and nobody sees how it came out.',
  source: 'Shells that look inward within one that looks outward',
  find: ({ cavities, layers }) =>
    cavities === 0
      ? []
      : [
          {
            severity: layers.some((l) => l.supportMm2 > 0) ? 'caution' : 'note',
            title: cavities === 1 ? 'A closed room inside' : `${cavities} closed rooms inside`,
            figure: `${cavities} ${cavities === 1 ? 'shell' : 'shells'} within another${layers.some((l) => l.supportMm2 > 0) ? ', and support is laid' : ''}`,
            limit: 'none',
            origin: 'the mesh itself',
            fix: 'open it with a hole, fill it, or leave it if it is meant to float',
          },
        ],
  examples: {
    passes: [{ says: 'solid', input: soundMeshJob() }],
    fails: [{ says: 'a hollow ball', input: soundMeshJob({ cavities: 1 }) }],
  },
});
