import { defineRule } from '../define.ts';

/** A support that is longer sways with every lift (common practice, no source). */
const MOST_MM = 30;

export const columnsBraced = defineRule({
  id: 'columns-braced',
  stage: 'body',
  technology: 'resin',
  title: 'Long supports are braced',
  why: 'A long slender column bends with every lift: what it holds is drawn shifted, or the column breaks.',
  source: 'How far a section of at most 2 mm goes on without meeting another; 30 mm are common practice, no source',
  layers: {
    reads: ['longestColumn'],
    find: ({ longestColumn: column }) =>
      !column || column.lengthMm <= MOST_MM
        ? []
        : [
            {
              severity: 'caution',
              title: 'A slender column is long and nothing braces it',
              figure: `${column.lengthMm.toFixed(1)} mm up to layer ${column.layer}`,
              limit: `${MOST_MM} mm`,
              origin: 'common practice',
              fix: 'add a support beside it, so that braces join them, or lay the part lower',
              layer: column.layer,
              zMm: column.zMm,
              place: { xMm: column.xMm, yMm: column.yMm },
            },
          ],
  },
});
