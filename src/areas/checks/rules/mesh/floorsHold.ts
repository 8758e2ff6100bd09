import { BIN_MM, BINS, thinnerMm2 } from '../../../../core/mesh/thickness.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

const LEAST_MM2 = 2;
const LAYERS = 2;
/** Bins of a surface that is so thick. */
export const binsAt = (mm: number, mm2: number): number[] =>
  Array.from({ length: BINS }, (_, k) => (k === Math.floor(mm / BIN_MM) ? mm2 : 0));
const sound = soundMeshJob().mesh!.thickness!;

export const floorsHold = defineMeshRule({
  id: 'floors-hold',
  bites: 'body',
  title: 'No floor or roof is thinner than two layers',
  why: 'What is lower than half a layer is left out; a single layer lets light and water through.',
  source: 'Rays from flat surfaces straight in; two layers: common practice, no source',
  find: ({ thickness }, { sheet }) => {
    const layer = sheet.recipe.lay?.layerHeightMm;
    if (!thickness) return { missing: 'the surface is not closed, so nothing has a thickness' };
    if (layer === undefined) return { missing: 'the recipe has no layer height' };
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
        fix: `make it ${formatFigure(LAYERS * layer, 'length', 2)} mm, or lay layers of ${formatFigure(least.mm / LAYERS, 'length', 2)} mm`,
        zMm: least.zMm,
        place: { xMm: least.xMm, yMm: least.yMm },
      },
    ];
  },
  examples: {
    passes: [{ says: 'solid', input: soundMeshJob() }],
    fails: [
      {
        says: 'a skin of 0.25 mm',
        input: soundMeshJob({
          thickness: {
            ...sound,
            flatMm2: binsAt(0.25, 80),
            thinnest: { ...sound.thinnest, flat: { mm: 0.25, xMm: 100, yMm: 100, zMm: 9 } },
          },
        }),
      },
    ],
  },
});
