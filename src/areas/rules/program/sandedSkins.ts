import { defineRule } from '../define.ts';

const LEAST = 4;

export const sandedSkins = defineRule({
  id: 'sanded-skins',
  stage: 'body',
  title: 'A part to be sanded has skin enough',
  why: 'Sanding takes a layer or two away; under a thin skin the infill shows.',
  source: 'Four layers and three walls: common practice, no source',
  mesh: {
    reads: [],
    find: (_, { context }) => {
      if (context.job.purpose !== 'to be sanded') return [];
      const { lay } = context.recipe;
      if (!lay) return { needs: 'a recipe with everything a toolpath needs' };
      const { topLayers, floorLayers } = lay;
      const fewest = Math.min(topLayers, floorLayers);
      const thin = [
        ...(fewest < LEAST ? [`${fewest} solid layers`] : []),
        ...(lay.walls < 3 ? [`${lay.walls} walls`] : []),
      ];
      if (thin.length === 0) return [];
      return [
        {
          severity: 'caution',
          title: 'Too few solid layers or walls to sand',
          figure: thin.join(', '),
          limit: `${LEAST} solid layers, 3 walls`,
          origin: 'purpose: to be sanded',
          fix: `set ${LEAST} solid layers and 3 walls`,
          change: {
            values: {
              topLayers: Math.max(LEAST, topLayers),
              floorLayers: Math.max(LEAST, floorLayers),
              walls: Math.max(3, lay.walls),
            },
          },
        },
      ];
    },
  },
});
