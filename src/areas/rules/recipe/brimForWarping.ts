import { defineRule } from '../define.ts';

const LEAST_MM = 3;

export const brimForWarping = defineRule({
  id: 'brim-for-warping',
  stage: 'before start',
  title: 'A material that warps gets a brim',
  why: 'Corners of parts that shrink as they cool lift off the plate.',
  source: 'common practice, no source',
  recipe: {
    about: 'recipe',
    reads: ['brimMm', 'enclosureNeed'],
    find: (r) =>
      r.text('enclosureNeed') !== 'closed' || r.number('brimMm') >= LEAST_MM
        ? []
        : [
            {
              severity: 'note',
              title: 'A material that warps has no brim',
              figure: r.show('brimMm'),
              limit: `${LEAST_MM} mm`,
              origin: 'common practice',
              fix: `brim of ${LEAST_MM} mm`,
              change: { values: { brimMm: LEAST_MM } },
            },
          ],
  },
});
