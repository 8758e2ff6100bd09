import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

/** Corners and slanted edges leave slivers that are no walls. */
const SMALLEST_MM2 = 0.5;
const SHARE = 0.01;
const row = { zMm: 4, areaMm2: 300, perimeterMm: 160, islands: 1, floatingMm2: 0, thinMm2: 0, supportMm2: 0 };

export const thinWalls = defineMeshRule({
  id: 'thin-walls',
  bites: 'body',
  title: 'No wall is thinner than a line',
  why: 'What is narrower than one line is left out, or laid too wide.',
  source:
    'Geometry: what is lost when a layer is shrunk by half a line and grown again; at most 120 layers are looked at',
  find: ({ layers }, { sheet }) => {
    const width = sheet.recipe.lay?.visibleWall.widthMm;
    if (width === undefined) return { missing: 'the recipe has no line width' };
    const thin = layers.filter((l) => l.thinMm2 > Math.max(SMALLEST_MM2, SHARE * l.areaMm2));
    if (thin.length === 0) return [];
    const worst = thin.reduce((a, b) => (b.thinMm2 > a.thinMm2 ? b : a));
    return [
      {
        severity: 'caution',
        title: 'Walls are thinner than a line',
        figure: `${worst.thinMm2.toFixed(1)} mm² of the layer at ${worst.zMm.toFixed(1)} mm, on ${thin.length} layers looked at`,
        limit: `${formatFigure(width, 'length', 2)} mm`,
        origin: 'recipe, visible wall',
        fix: `thicken them to ${formatFigure(width, 'length', 2)} mm, scale the part up, or mount a finer nozzle`,
        zMm: worst.zMm,
      },
    ];
  },
  examples: {
    passes: [{ says: 'all wide', input: soundMeshJob() }],
    fails: [{ says: 'a fin', input: soundMeshJob({ layers: [{ ...row, thinMm2: 12 }] }) }],
  },
});
