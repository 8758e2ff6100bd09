import { defineRule } from '../define.ts';
import { printsOf } from '../estimate.ts';
import { RESIN_G_PER_ML } from '../../../core/resin/weight.ts';

/** What stays on film, plate and parts, and what the vat needs to be covered, as a share of what is drawn (common practice, no source). */
const LOST_SHARE = 0.15;

export const resinEnough = defineRule({
  id: 'resin-enough',
  stage: 'end',
  technology: 'resin',
  title: 'There is resin enough for the whole job',
  why: 'An empty vat leaves parts that end in mid-air, and the film dry under the light.',
  source: `Σ area · layer height · prints; ${RESIN_G_PER_ML} g/ml and ${100 * LOST_SHARE} % more for film and vat are common practice, no source`,
  layers: {
    reads: ['volumeMm3'],
    find: ({ volumeMm3 }, context) => {
      const { loaded } = context.machine;
      if (!loaded) return { needs: 'what is loaded on the machine' };
      const ml = (volumeMm3 / 1000) * (1 + LOST_SHARE) * printsOf(context);
      const left = loaded.remainingG / RESIN_G_PER_ML;
      return ml <= left
        ? []
        : [
            {
              severity: 'blocker',
              title: 'There is not resin enough',
              figure: `${ml.toFixed(1)} ml with film and vat`,
              limit: `${left.toFixed(1)} ml`,
              origin: `loaded, lot ${loaded.lot}`,
              fix: `pour in ${Math.ceil(ml - left)} ml and note it`,
            },
          ];
    },
  },
});
