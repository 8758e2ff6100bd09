import { defineRule } from '../define.ts';

export const stackWithinHeight = defineRule({
  id: 'stack-within-height',
  stage: 'end',
  technology: 'resin',
  title: 'The plate can rise as high as the stack asks',
  why: 'At the end of its travel the plate stops, and the rest is lit into a lump.',
  source: 'Height of the last layer and the lift after it against the travel of the printer',
  layers: {
    reads: ['heightMm', 'motions', 'rows'],
    find: ({ heightMm, motions, rows }, { machine }) => {
      const liftMm = Math.max(...motions.map(({ motion }) => motion.lift.reduce((s, stage) => s + stage.mm, 0)));
      const most = machine.travelMm[2];
      return heightMm + liftMm <= most
        ? []
        : [
            {
              severity: 'blocker',
              title: 'The stack is taller than the travel of the plate',
              figure: `${heightMm.toFixed(2)} mm and a lift of ${liftMm} mm`,
              limit: `${most} mm`,
              origin: `hardware, ${machine.name}`,
              fix: 'turn the part, cut it, or take a taller printer',
              layer: rows.length,
              zMm: heightMm,
            },
          ];
    },
  },
});
