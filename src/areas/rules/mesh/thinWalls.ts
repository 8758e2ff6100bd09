import { countOf } from '../../../core/units/plural.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { thinnerMm2 } from '../../../core/mesh/thickness.ts';
import { defineRule } from '../define.ts';

/** Corners and slanted edges leave slivers that are no walls. */
const SMALLEST_MM2 = 0.5;
const SHARE = 0.01;
const RAYS_MM2 = 4;

export const thinWalls = defineRule({
  id: 'thin-walls',
  stage: 'body',
  title: 'No wall is thinner than a line',
  why: 'What is narrower than one line is left out, or comes out too wide.',
  source:
    'Geometry: what is lost when a layer is shrunk by half a line and grown again, on at most 120 layers; and rays straight in from the sides',
  mesh: {
    reads: ['layers', 'thickness'],
    find: ({ layers, thickness }, { context }) => {
      const width = context.recipe.lay?.visibleWall.widthMm;
      if (width === undefined) return { needs: 'the recipe’s line width' };
      const thin = layers.filter((l) => l.thinMm2 > Math.max(SMALLEST_MM2, SHARE * l.areaMm2));
      const rays = thickness ? thinnerMm2(thickness.uprightMm2, 0.95 * width) / 2 : 0; // both of its faces were counted
      const least = thickness?.thinnest.upright;
      if (thin.length === 0) {
        if (!thickness || !least || rays < Math.max(RAYS_MM2, 4 * thickness.mm2PerSample)) return [];
        return [
          {
            severity: 'caution',
            title: 'Walls are thinner than a line',
            figure: `${formatFigure(least.mm, 'length', 2)} mm at the thinnest, ${rays.toFixed(0)} mm² (by ${thickness.samples} rays)`,
            limit: `${formatFigure(width, 'length', 2)} mm`,
            origin: 'recipe, visible wall',
            fix: `thicken them to ${formatFigure(width, 'length', 2)} mm, scale the part up, or mount a finer nozzle`,
            zMm: least.zMm,
            place: { xMm: least.xMm, yMm: least.yMm },
          },
        ];
      }
      const worst = thin.reduce((a, b) => (b.thinMm2 > a.thinMm2 ? b : a));
      return [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: `${worst.thinMm2.toFixed(1)} mm² of the layer at ${worst.zMm.toFixed(1)} mm, on ${countOf(thin.length, 'sampled layer')}`,
          limit: `${formatFigure(width, 'length', 2)} mm`,
          origin: 'recipe, visible wall',
          fix: `thicken them to ${formatFigure(width, 'length', 2)} mm, scale the part up, or mount a finer nozzle`,
          zMm: worst.zMm,
          ...(least && least.mm < width && { place: { xMm: least.xMm, yMm: least.yMm } }),
        },
      ];
    },
  },
});
