import { rangeOf } from '../../library/settings/define.ts';
import { defineRule } from '../define.ts';

export const stackWarmth = defineRule({
  id: 'stack-warmth',
  stage: 'before start',
  technology: 'resin',
  title: 'The stack has the resin warmed to what its maker says',
  why: 'Hotter it ages in the vat and prints bloated; colder it neither flows nor cures as it should.',
  source: 'Temperature in the stack against the working range of the material',
  layers: {
    reads: ['resinC'],
    find: ({ resinC }, { recipe }) => {
      if (resinC === null) return [];
      const range = rangeOf(recipe.values ?? {}, 'workingRangeC');
      if (!range) return { needs: '“Working range”, a value of the material profile' };
      const [low, high] = range;
      return resinC >= low && resinC <= high
        ? []
        : [
            {
              severity: 'caution',
              title: `The stack has the resin ${resinC > high ? 'hotter' : 'colder'} than its range`,
              figure: `${resinC} °C`,
              limit: `${low} to ${high} °C`,
              origin: 'material data',
              fix: `make the stack with ${resinC > high ? high : low} °C, or without a temperature`,
            },
          ];
    },
  },
});
