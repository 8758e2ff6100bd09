import { defineRule } from '../define.ts';

export const liftEqualsReturn = defineRule({
  id: 'lift-equals-return',
  stage: 'before start',
  technology: 'resin',
  title: 'The plate comes back as far as it went',
  why: 'Unequal sums move every layer to another height.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['liftFirstMm', 'liftSecondMm', 'returnFirstMm', 'returnSecondMm'],
    find: (r) => {
      const up = r.number('liftFirstMm') + r.number('liftSecondMm');
      const down = r.number('returnFirstMm') + r.number('returnSecondMm');
      if (Math.abs(up - down) < 1e-6) return [];
      const second = Math.max(0, Number((up - r.number('returnFirstMm')).toFixed(6)));
      const first = Math.min(r.number('returnFirstMm'), up);
      return [
        {
          severity: 'blocker',
          title: 'Lift and return are not equal',
          figure: `${r.show('liftFirstMm', up)} up, ${r.show('liftFirstMm', down)} down`,
          limit: 'equal',
          origin: 'process',
          fix: `second stage of the return ${r.show('returnSecondMm', second)}`,
          change: { values: { returnFirstMm: first, returnSecondMm: second } },
        },
      ];
    },
  },
});
