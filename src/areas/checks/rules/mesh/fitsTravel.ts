import { turnThatFits } from '../../../../core/geometry/hull.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule, type Found } from '../define.ts';
import { soundMeshJob } from './sound.ts';

const mm = (v: number): string => formatFigure(v, 'length', 2);

export const fitsTravel = defineMeshRule({
  id: 'fits-travel',
  bites: 'body',
  title: 'The part lies within the travel of the machine',
  why: 'What reaches beyond the travel cannot be laid; the axis loses its place at its stop.',
  source: 'Geometry',
  find: ({ minMm, maxMm, hull }, { sheet }) => {
    const travel = sheet.machine.travelMm;
    const size = [0, 1, 2].map((k) => maxMm[k]! - minMm[k]!) as [number, number, number];
    const scale = Math.min(...size.map((s, k) => travel[k]! / s));
    const turn = size[2] <= travel[2] ? turnThatFits(hull, travel[0], travel[1]) : null;
    const advice = (axis: number, over: number): string => {
      if (size.every((s, k) => s <= travel[k]!))
        return `move it ${mm(Math.ceil(100 * over - 1e-6) / 100)} mm ${maxMm[axis]! > travel[axis]! ? 'back' : 'forward'} in ${'XYZ'[axis]}`;
      const shrunk = `largest scale ${(Math.floor(1000 * scale + 1e-9) / 10).toFixed(1)} %`;
      return turn === null ? shrunk : `turn it ${turn}° about Z and set it in the middle; ${shrunk} as it stands`;
    };
    const found: Found[] = [];
    (['X', 'Y', 'Z'] as const).forEach((axis, k) => {
      const over = Math.max(maxMm[k]! - travel[k]!, -minMm[k]!);
      if (over <= 1e-6) return;
      found.push({
        severity: 'blocker',
        title: `The part is too ${size[k]! > travel[k]! ? (k === 2 ? 'tall' : `long in ${axis}`) : `far over in ${axis}`}`,
        figure: `${mm(minMm[k]!)} to ${mm(maxMm[k]!)} mm, +${mm(over)} mm over in ${axis}`,
        limit: `0 to ${mm(travel[k]!)} mm`,
        origin: `hardware, ${sheet.machine.name}`,
        fix: advice(k, over),
        zMm: k === 2 ? travel[2] : 0,
      });
    });
    return found;
  },
  examples: {
    passes: [{ says: 'inside', input: soundMeshJob() }],
    fails: [
      { says: 'too tall', input: soundMeshJob({}, { machine: { travelMm: [220, 220, 30] } }) },
      { says: 'over the edge', input: soundMeshJob({ minMm: [-4, 90, 0], maxMm: [36, 130, 40] }) },
      {
        says: 'long, but fits turned',
        input: soundMeshJob({
          minMm: [-20, 105, 0],
          maxMm: [240, 115, 40],
          hull: [
            [-20, 105],
            [240, 105],
            [240, 115],
            [-20, 115],
          ],
        }),
      },
    ],
  },
});
