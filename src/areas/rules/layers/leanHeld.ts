import { LEAN_DEG } from '../../../core/resin/stackReport.ts';
import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

/** Less than this in a layer sags by nothing that shows (common practice, no source). */
const LEAST_MM2 = 1;

export const leanHeld = defineRule({
  id: 'lean-held',
  stage: 'body',
  technology: 'resin',
  title: 'No layer reaches far beyond the one before',
  why: 'A ledge with nothing before it is held at its rim alone: it bends to the film, comes out wavy, or tears off.',
  source: `Area of each layer further from the one before than a lean of ${LEAN_DEG}° from the upright; common practice, no source`,
  layers: {
    reads: ['rows'],
    find: ({ rows }) => {
      const worst = rows.reduce((best, r, i) => (r.leaningMm2 > rows[best]!.leaningMm2 ? i : best), 0);
      const { leaningMm2, leansAt, zMm } = rows[worst]!;
      if (leaningMm2 < LEAST_MM2) return [];
      const layers = rows.filter((r) => r.leaningMm2 >= LEAST_MM2).length;
      return [
        {
          severity: 'caution',
          title: `${countOf(layers, 'layer reaches', 'layers reach')} far beyond the one before`,
          figure: `${leaningMm2.toFixed(1)} mm² in layer ${worst + 1}`,
          limit: `${LEAN_DEG}° from the upright`,
          origin: 'common practice',
          fix: 'support it, or turn the part so that it leans less',
          layer: worst + 1,
          zMm,
          ...(leansAt && { place: leansAt }),
        },
      ];
    },
  },
});
