import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { boxOnPlate } from './boxOnPlate.ts';

export const skirtFits = defineRule({
  id: 'skirt-fits',
  stage: 'first layer',
  title: 'Raft, skirt, brim and support lie within the travel too',
  why: 'The part fits, and the first line round it drives the axis into its stop.',
  source: 'Geometry: the box round every generated line',
  mesh: {
    reads: ['maxMm', 'minMm'],
    readsProgram: ['boundsMm'],
    find: ({ minMm, maxMm }, { report, context }) => {
      const box = boxOnPlate(report, context);
      if (!box) return { needs: 'a program that extrudes' };
      const travel = context.machine.travelMm;
      const over = ([0, 1] as const).map((k) => Math.max(box.max[k] - travel[k], -box.min[k]));
      const partOver = ([0, 1] as const).some((k) => maxMm[k] > travel[k] || minMm[k] < 0);
      const worst = Math.max(...over);
      if (worst <= 1e-6 || partOver) return [];
      const axis = over[0]! >= over[1]! ? 0 : 1;
      const room = travel[axis] - (box.max[axis] - box.min[axis]);
      const by = box.min[axis] < 0 ? -box.min[axis] : travel[axis] - box.max[axis];
      const { lay } = context.recipe;
      const hasRaft = lay ? lay.raftLayers > 0 : false;
      return [
        {
          severity: 'blocker',
          title: `Skirt, brim or support reaches beyond ${'XY'[axis]}`,
          figure: `+${formatFigure(worst, 'length', 2)} mm over in ${'XY'[axis]}`,
          limit: `0 to ${formatFigure(travel[axis], 'length', 2)} mm`,
          origin: `hardware, ${context.machine.name}`,
          fix:
            room >= 0
              ? `move it ${formatFigure(Math.abs(by), 'length', 2)} mm ${by > 0 ? 'forward' : 'back'} in ${'XY'[axis]}`
              : `${hasRaft ? 'let the raft end at the part, and ' : ''}leave ${lay && lay.brimMm > 0 ? 'the brim' : 'the skirt'} out, or bring it ${formatFigure(-room / 2, 'length', 2)} mm closer`,
          zMm: 0,
          change:
            room >= 0
              ? { moveMm: axis === 0 ? [by, 0] : [0, by] }
              : { values: { skirtLoops: 0, brimMm: 0, ...(hasRaft && { raftReachMm: 0 }) } },
        },
      ];
    },
  },
});
