import { numberOf } from '../../library/settings/define.ts';
import { defineRule } from '../define.ts';
import { RESIN_G_PER_ML } from '../grams.ts';

export const vatHolds = defineRule({
  id: 'vat-holds',
  stage: 'before start',
  technology: 'resin',
  title: 'The vat is not fuller than it may be',
  why: 'When the plate comes down an overfull vat floods the screen.',
  source: `What is noted as loaded against what the vat holds; ${RESIN_G_PER_ML} g/ml is common practice, no source`,
  layers: {
    reads: [],
    find: (_, { machine, recipe }) => {
      const holds = numberOf(recipe.values ?? {}, 'vatMl');
      if (holds === null) return { needs: '“Resin the vat holds” of the printer profile' };
      if (!machine.loaded) return { needs: 'what is loaded on the machine' };
      const ml = machine.loaded.remainingG / RESIN_G_PER_ML;
      return ml <= holds
        ? []
        : [
            {
              severity: 'blocker',
              title: 'There is more resin in the vat than it holds',
              figure: `${ml.toFixed(0)} ml noted`,
              limit: `${holds.toFixed(0)} ml`,
              origin: 'printer profile',
              fix: `pour ${Math.ceil(ml - holds)} ml back and note it`,
            },
          ];
    },
  },
});
