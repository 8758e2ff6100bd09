import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';
import { outsideProof } from '../evidence.ts';

/** Widths are told by whole pixels, so that a tip counts as thin only where more than that is missing. */
const ROUNDING_PIXELS = 1;

export const tipsProven = defineRule({
  id: 'tips-proven',
  stage: 'body',
  technology: 'resin',
  title: 'Supports meet the part as thick as is proven to hold',
  why: 'The thinnest tip parts first, and what it held hangs on the others.',
  source: 'Slender columns that run into something wider, each by its narrowest section, against the proven tip',
  layers: {
    reads: ['tips', 'tipCount', 'pixelMm'],
    find: ({ tips, tipCount, pixelMm }, { proofs, job }) => {
      const [thinnest] = tips;
      const proof = proofs['supportTipMm'];
      if (!thinnest || !proof || proof.state !== 'proven') return [];
      const roundingMm = ROUNDING_PIXELS * Math.max(...pixelMm);
      if (thinnest.diameterMm + roundingMm >= proof.range.min) return [];
      const thin = tips.filter((t) => t.diameterMm + roundingMm < proof.range.min).length;
      const { layer, zMm, xMm, yMm } = thinnest;
      const found = outsideProof({
        label: `${countOf(thin, 'support tip')} of ${tipCount}`,
        value: thinnest.diameterMm,
        proof,
        provenOnly: job.provenOnly,
        show: (v) => `${v.toFixed(2)} mm`,
        where: { layer, zMm, place: { xMm, yMm } },
      });
      return found ? [found] : [];
    },
  },
});
