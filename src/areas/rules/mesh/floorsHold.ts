import { thinnerMm2 } from '../../../core/mesh/thickness.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

const LEAST_MM2 = 2;
const LAYERS = 2;
export const floorsHold = defineRule({
  id: 'floors-hold',
  stage: 'body',
  title: 'No floor or roof is thinner than two layers',
  why: 'What is lower than half a layer is left out; a single layer lets light and water through.',
  source: 'Rays from flat surfaces straight in; two layers: common practice, no source',
  mesh: {
    reads: ['thickness'],
    find: ({ thickness }, { context }) => {
      const layer = context.recipe.lay?.layerHeightMm;
      if (!thickness) return { needs: 'a closed surface; an open one has no thickness' };
      if (layer === undefined) return { needs: 'the recipe’s layer height' };
      const thin = thinnerMm2(thickness.flatMm2, LAYERS * layer - 0.01) / 2; // both of its faces were counted
      const least = thickness.thinnest.flat;
      if (!least || thin < Math.max(LEAST_MM2, 2 * thickness.mm2PerSample)) return [];
      return [
        {
          severity: 'caution',
          title: 'A floor or roof is thinner than two layers',
          figure: `${formatFigure(least.mm, 'length', 2)} mm at the thinnest, ${thin.toFixed(0)} mm² (by ${thickness.samples} rays)`,
          limit: `${formatFigure(LAYERS * layer, 'length', 2)} mm`,
          origin: 'recipe, layer height',
          fix: `make it ${formatFigure(LAYERS * layer, 'length', 2)} mm, or set layers of ${formatFigure(least.mm / LAYERS, 'length', 2)} mm`,
          zMm: least.zMm,
          place: { xMm: least.xMm, yMm: least.yMm },
        },
      ];
    },
  },
});
