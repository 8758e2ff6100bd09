import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

/** Thin resin runs through no less (common practice, no source). */
const LEAST_MM = 2;

export const holesDrain = defineRule({
  id: 'holes-drain',
  stage: 'end',
  technology: 'resin',
  title: 'Holes are wide enough for their length',
  why: 'A hole narrower than the wall it goes through holds its resin like a straw.',
  source: 'Length along its own axis, wall / cos(slope); 2 mm and no narrower than long are common practice, no source',
  layers: {
    reads: ['holes', 'layerMm'],
    find: ({ holes, layerMm }) => {
      if (!holes) return { needs: 'the holes as they were bored; these layers came as they are' };
      const bad = holes.filter((h) => h.diameterMm < Math.max(LEAST_MM, h.lengthMm) - 1e-6);
      const worst = bad.toSorted((a, b) => a.diameterMm / a.lengthMm - b.diameterMm / b.lengthMm)[0];
      if (!worst) return [];
      const least = Math.max(LEAST_MM, worst.lengthMm);
      const [xMm, yMm, zMm] = worst.at;
      return [
        {
          severity: 'caution',
          title: `${countOf(bad.length, 'hole does', 'holes do')} not drain`,
          figure: `${worst.diameterMm.toFixed(1)} mm wide, ${worst.lengthMm.toFixed(2)} mm long at ${worst.slopeDeg.toFixed(0)}°`,
          limit: `${least.toFixed(2)} mm`,
          origin: 'common practice',
          fix: `bore it ${(Math.ceil(least * 10) / 10).toFixed(1)} mm wide, or where it goes straight through`,
          layer: Math.max(1, Math.ceil(zMm / layerMm)),
          zMm,
          place: { xMm, yMm },
        },
      ];
    },
  },
});
