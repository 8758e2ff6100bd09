import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

export const noCavities = defineRule({
  id: 'no-cavities',
  stage: 'body',
  title: 'Nothing is locked up inside',
  why: 'What holds up the roof of a closed room can never be taken out, and nobody sees how it came out.',
  source: 'Shells that look inward within one that looks outward',
  mesh: {
    reads: ['cavities', 'layers'],
    find: ({ cavities, layers }) =>
      cavities === 0
        ? []
        : [
            {
              severity: layers.some((l) => l.supportMm2 > 0) ? 'caution' : 'note',
              title: cavities === 1 ? 'A closed room inside' : `${cavities} closed rooms inside`,
              figure: `${countOf(cavities, 'shell')} within another${layers.some((l) => l.supportMm2 > 0) ? ', and support is generated' : ''}`,
              limit: 'none',
              origin: 'the mesh itself',
              fix: 'open it with a hole, fill it, or leave it if it is meant to float',
            },
          ],
  },
});
