import { defineRule, type Found } from '../define.ts';

export const heatersOff = defineRule({
  id: 'heaters-off',
  stage: 'end',
  title: 'Nozzle and bed are switched off at the end',
  why: 'A nozzle left hot chars what stands in it, and a bed heats an empty room until somebody comes.',
  source: 'Common practice, no source',
  supersedes: ['end-cools'],
  program: {
    reads: ['bedAtEndC', 'extrudingMoves', 'lines', 'nozzleAtEndC'],
    find: ({ report: r, context }) => {
      if (r.extrudingMoves === 0) return { needs: 'a program that extrudes' };
      const left = [
        ...(r.nozzleAtEndC > 0 ? [{ part: 'nozzle', c: r.nozzleAtEndC, code: 'M104 S0' }] : []),
        ...(r.bedAtEndC > 0 ? [{ part: 'bed', c: r.bedAtEndC, code: 'M140 S0' }] : []),
      ];
      return left.map(({ part, c, code }): Found => ({
        severity: context.job.class === 'lights-out' ? 'blocker' : 'caution',
        title: `The ${part} stays hot at the end`,
        figure: `${c} °C`,
        limit: 'off',
        origin: context.job.class === 'lights-out' ? 'class lights-out' : 'farm practice',
        fix: `put ${code} at the end`,
        line: r.lines,
      }));
    },
  },
});
