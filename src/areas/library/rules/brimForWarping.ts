import { defineRecipeRule } from './define.ts';

const LEAST_MM = 3;

export const brimForWarping = defineRecipeRule({
  id: 'brim-for-warping',
  about: 'recipe',
  technology: 'filament',
  title: 'A plastic that warps gets a brim',
  why: 'Corners of parts that shrink as they cool lift off the plate.',
  source: 'common practice, no source',
  reads: ['brimMm', 'enclosureNeed'],
  find: (r) =>
    r.text('enclosureNeed') !== 'closed' || r.number('brimMm') >= LEAST_MM
      ? []
      : [
          {
            severity: 'note',
            title: 'A plastic that warps stands without a brim',
            figure: r.show('brimMm'),
            limit: `${LEAST_MM} mm`,
            origin: 'common practice',
            fix: `brim of ${LEAST_MM} mm`,
            change: { values: { brimMm: LEAST_MM } },
          },
        ],
  examples: {
    passes: [{ says: 'a narrow brim', change: { values: { brimMm: 3 } } }],
    fails: [{ says: 'none', change: { values: { brimMm: 0 } } }],
  },
});
