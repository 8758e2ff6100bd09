import { rangeOf } from '../../library/settings/define.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';

export const fanForMaterial = defineRule({
  id: 'fan-for-material',
  stage: 'body',
  title: 'The fan suits the material',
  why: 'Cooled too hard some materials split between layers; not cooled at all others sag.',
  source: 'Material data: the supplier’s range',
  program: {
    reads: ['fanMaxLine', 'fanMaxPercent', 'layerRows'],
    only: 'brought along',
    find: ({ report: r, context }) => {
      const range = rangeOf(context.recipe.values ?? {}, 'fanRangePercent');
      if (!range) return { needs: 'the supplier’s range for the fan' };
      const [low, high] = range;
      const percent = r.fanMaxPercent;
      if (percent >= low - 0.5 && percent <= high + 0.5) return [];
      return [
        {
          severity: 'caution',
          title: percent > high ? 'Fan above the supplier’s range' : 'Fan below the supplier’s range',
          figure: `${formatFigure(percent, 'percent', 0)} % at the most`,
          limit: `${low} to ${high} %`,
          origin: `material data, ${context.recipe.material.name}`,
          fix: `set it to ${percent > high ? high : low} %, or prove the other by a part that is bent apart`,
          ...(r.fanMaxLine > 0 && placeOfLine(r, r.fanMaxLine)),
        },
      ];
    },
  },
});
