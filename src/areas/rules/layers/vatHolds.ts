import { numberOf } from '../../library/settings/define.ts';
import { defineRule } from '../define.ts';

export const vatHolds = defineRule({
  id: 'vat-holds',
  stage: 'before start',
  technology: 'resin',
  title: 'The vat is not fuller than it may be',
  why: 'When the plate comes down an overfull vat floods the screen.',
  source: 'What somebody said is in the vat against what it holds',
  layers: {
    reads: [],
    find: (_, { machine, recipe }) => {
      const holds = numberOf(recipe.values ?? {}, 'vatMl');
      if (holds === null) return { needs: '“Resin the vat holds” of the printer profile' };
      const ml = machine.asKnown?.inVatMl ?? null;
      if (ml === null) return { needs: 'how much resin is in the vat, as somebody says at the machine' };
      return ml <= holds
        ? []
        : [
            {
              severity: 'blocker',
              title: 'There is more resin in the vat than it holds',
              figure: `${ml.toFixed(0)} ml`,
              limit: `${holds.toFixed(0)} ml`,
              origin: 'printer profile',
              fix: `pour ${Math.ceil(ml - holds)} ml back and record it`,
            },
          ];
    },
  },
});
