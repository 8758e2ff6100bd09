import { countOf } from '../../../core/units/plural.ts';
import { defineRule, type Found } from '../define.ts';

export const facesOutward = defineRule({
  id: 'faces-outward',
  stage: 'before start',
  technology: 'both',
  title: 'Every face looks outward',
  why: 'Inside out, a body counts as a hole: it vanishes, or hollows what it stands in.',
  source: 'Geometry: signed volume of each shell, and what surrounds it',
  mesh: {
    reads: ['facts'],
    find: ({ facts }) => {
      const found: Found[] = [];
      if (facts.insideOutShells > 0)
        found.push({
          severity: 'caution',
          title: facts.shells === 1 ? 'The part is inside out' : 'Bodies are inside out',
          figure: `${facts.insideOutShells} of ${facts.shells}`,
          limit: '0',
          origin: 'geometry',
          fix: 'turn the faces over where the part was drawn; here the layers were filled all the same',
        });
      if (facts.flippedEdges > 0)
        found.push({
          severity: 'caution',
          title: 'Faces are wound against their neighbours',
          figure: `${countOf(facts.flippedEdges, 'edge')}`,
          limit: '0',
          origin: 'geometry',
          fix: 'let the drawing program make the faces agree',
        });
      return found;
    },
  },
});
