import { defineRule } from '../define.ts';

/** Area of a layer that a square millimetre below it carries off the film; a film pulls with some 0.01 to 0.03 N/mm² and fresh resin parts
 *  at some 5 N/mm² (both from memory; common practice, no source). */
const CAUTION = 120;
const BLOCKER = 400;

export const tipsCarry = defineRule({
  id: 'tips-carry',
  stage: 'body',
  technology: 'resin',
  title: 'What a layer hangs on can carry it off the film',
  why: 'Each layer is pulled off the film through all that lies between it and the plate; the narrowest place of that gives way.',
  source: 'Area of a layer over the narrowest section below it; the share it bears is common practice, no source',
  layers: {
    reads: ['hold'],
    find: ({ hold }) => {
      if (!hold) return [];
      const ratio = hold.areaMm2 / hold.byMm2;
      if (ratio <= CAUTION) return [];
      const { layer, zMm, xMm, yMm } = hold;
      return [
        {
          severity: ratio > BLOCKER ? 'blocker' : 'caution',
          title: 'A layer hangs on too little',
          figure: `${hold.areaMm2.toFixed(1)} mm² on ${hold.byMm2.toFixed(2)} mm² in layer ${hold.narrowestLayer}`,
          limit: `${(hold.areaMm2 / CAUTION).toFixed(2)} mm²`,
          origin: 'common practice',
          fix: 'add supports or thicker tips, or turn the part so that its layers are smaller',
          ...{ layer, zMm, place: { xMm, yMm } },
        },
      ];
    },
  },
});
