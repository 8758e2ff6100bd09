import { defineRule } from '../define.ts';
import { layerWithMost } from '../layersWith.ts';

/** How much more than in its trial a film may hold before nothing is known of it (common practice, no source). */
const MOST_TIMES = 8;

export const liftForArea = defineRule({
  id: 'lift-for-area',
  stage: 'body',
  technology: 'resin',
  title: 'The peel was proven with areas of that size',
  why: 'A film holds the harder the more it holds: a speed proven on small columns says little of a slab.',
  source: 'The largest area in one piece against the area of the trial; eight times is common practice, no source',
  layers: {
    reads: ['rows'],
    find: ({ rows }, { proofs }) => {
      const proof = proofs['liftFirstMmPerS'];
      const provenMm2 = proof?.conditions.areaMm2;
      if (!proof || provenMm2 === undefined) return { needs: 'a lift trial that says how large its areas were' };
      const { largestMm2, layer, zMm } = layerWithMost(rows, 'largestMm2');
      return largestMm2 <= MOST_TIMES * provenMm2
        ? []
        : [
            {
              severity: 'caution',
              title: 'A layer is far larger than the peel was proven with',
              figure: `${largestMm2.toFixed(0)} mm² in one piece in layer ${layer}`,
              limit: `${(MOST_TIMES * provenMm2).toFixed(0)} mm²`,
              origin: `proven by ${proof.trialName} at ${provenMm2.toFixed(0)} mm²`,
              fix: 'turn the part so that its layers are smaller, peel slower, or watch the first of these layers',
              layer,
              zMm,
              trialId: proof.trialId,
            },
          ];
    },
  },
});
