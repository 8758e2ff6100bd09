import { defineRecipeRule } from './define.ts';

export const overhangSupported = defineRecipeRule({
  id: 'overhang-supported',
  about: 'recipe',
  technology: 'filament',
  title: 'Support begins where overhangs are no longer proven',
  why: 'Undersides between the two droop.',
  source: 'common practice, no published source',
  reads: ['supportAngleDeg', 'steepestOverhangDeg'],
  find: (r) =>
    r.number('supportAngleDeg') <= r.number('steepestOverhangDeg')
      ? []
      : [
          {
            severity: 'caution',
            title: 'Support begins too late',
            figure: `${r.show('supportAngleDeg')} from the vertical`,
            limit: r.show('steepestOverhangDeg'),
            origin:
              r.input.proofs['steepestOverhangDeg']?.state === 'proven'
                ? `proven by ${r.input.proofs['steepestOverhangDeg']!.trialName}`
                : 'material',
            fix: `support from ${r.show('steepestOverhangDeg')}`,
            change: { values: { supportAngleDeg: r.number('steepestOverhangDeg') } },
          },
        ],
  examples: {
    passes: [{ says: 'from the very angle', change: { values: { supportAngleDeg: 50 } } }],
    fails: [{ says: 'late', change: { values: { supportAngleDeg: 65 } } }],
  },
});
