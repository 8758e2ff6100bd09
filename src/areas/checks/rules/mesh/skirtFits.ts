import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

export const skirtFits = defineMeshRule({
  id: 'skirt-fits',
  bites: 'first layer',
  title: 'Skirt, brim and support lie within the travel too',
  why: 'The part fits, and the first line round it drives the axis into its stop.',
  source: 'Geometry: the box round every line that is laid',
  find: ({ minMm, maxMm }, { report, sheet }) => {
    const box = report.boundsMm;
    if (!box) return { missing: 'nothing is laid' };
    const travel = sheet.machine.travelMm;
    const over = ([0, 1] as const).map((k) => Math.max(box.max[k]! - travel[k], -box.min[k]!));
    const partOver = ([0, 1] as const).some((k) => maxMm[k] > travel[k] || minMm[k] < 0);
    const worst = Math.max(...over);
    if (worst <= 1e-6 || partOver) return [];
    const axis = over[0]! >= over[1]! ? 0 : 1;
    const room = travel[axis] - (box.max[axis]! - box.min[axis]!);
    const by = box.min[axis]! < 0 ? -box.min[axis]! : travel[axis] - box.max[axis]!;
    const { lay } = sheet.recipe;
    return [
      {
        severity: 'blocker',
        title: `What is laid round the part reaches beyond ${'XY'[axis]}`,
        figure: `+${formatFigure(worst, 'length', 2)} mm over in ${'XY'[axis]}`,
        limit: `0 to ${formatFigure(travel[axis], 'length', 2)} mm`,
        origin: `hardware, ${sheet.machine.name}`,
        fix:
          room >= 0
            ? `move it ${formatFigure(Math.abs(by), 'length', 2)} mm ${by > 0 ? 'forward' : 'back'} in ${'XY'[axis]}`
            : `leave ${lay && lay.brimMm > 0 ? 'the brim' : 'the skirt'} out, or bring it ${formatFigure(-room / 2, 'length', 2)} mm closer`,
        zMm: 0,
        change: room >= 0 ? { moveMm: axis === 0 ? [by, 0] : [0, by] } : { values: { skirtLoops: 0, brimMm: 0 } },
      },
    ];
  },
  examples: {
    passes: [{ says: 'room all round', input: soundMeshJob() }],
    fails: [
      {
        says: 'a skirt over the edge',
        input: soundMeshJob(
          { minMm: [3, 90, 0], maxMm: [43, 130, 40] },
          {
            report: {
              boundsMm: { min: [-2, 85, 0.2], max: [48, 135, 40], minLine: [20, 20, 20], maxLine: [21, 21, 800] },
            },
          },
        ),
      },
    ],
  },
});
