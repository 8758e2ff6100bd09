import { leastLightShareAt, METER_PLACES } from '../../../core/resin/lightMap.ts';
import { defineRule } from '../define.ts';

/** Places asked along each side of what is lit. */
const ASKED = 9;

export const lightWhereUsed = defineRule({
  id: 'light-where-used',
  stage: 'body',
  technology: 'resin',
  title: 'The dimmest place that is used gets light enough',
  why: 'An exposure that is right in the middle of the screen may be wrong in its corner: layers there do not bind.',
  source: 'Light map over the box round what is lit · exposure against the proven window',
  layers: {
    reads: ['boundsMm', 'normalS', 'pixels', 'pixelMm'],
    find: ({ boundsMm, normalS, pixels, pixelMm }, { proofs }) => {
      const light = proofs['irradianceMwPerCm2']?.conditions.light;
      const proof = proofs['exposureS'];
      if (light?.length !== METER_PLACES.length) return { needs: 'a light map of this machine’s screen' };
      if (!proof || proof.state !== 'proven') return { needs: 'a proven exposure' };
      if (!boundsMm) return [];
      const [x0, y0, x1, y1] = boundsMm;
      let dimmest = { share: Infinity, xMm: x0, yMm: y0 };
      for (let i = 0; i < ASKED; i++)
        for (let k = 0; k < ASKED; k++) {
          const xMm = x0 + (i * (x1 - x0)) / (ASKED - 1);
          const yMm = y0 + (k * (y1 - y0)) / (ASKED - 1);
          const share = leastLightShareAt(
            light,
            (2 * xMm) / (pixels[0] * pixelMm[0]) - 1,
            (2 * yMm) / (pixels[1] * pixelMm[1]) - 1,
          );
          if (share < dimmest.share) dimmest = { share, xMm, yMm };
        }
      const seconds = normalS * dimmest.share;
      const { min } = proof.range;
      if (seconds >= min) return [];
      const fails = proof.range.minEnd === 'failedBeyond';
      return [
        {
          severity: fails ? 'blocker' : 'caution',
          title: 'The dimmest place that is used gets less light than is proven',
          figure: `${(100 * dimmest.share).toFixed(0)} % of the mean: as ${seconds.toFixed(2)} s`,
          limit: `${min.toFixed(2)} s`,
          origin: `light map; proven by ${proof.trialName}`,
          fix: `move the part towards the middle, or expose for ${(min / dimmest.share).toFixed(2)} s`,
          trialId: proof.trialId,
          place: { xMm: dimmest.xMm, yMm: dimmest.yMm },
        },
      ];
    },
  },
});
