import { defineRule, type Found } from '../define.ts';
import { soundJob } from '../sound.ts';

export const heatersOff = defineRule({
  id: 'heaters-off',
  bites: 'end',
  title: 'Nozzle and bed are switched off at the end',
  why: 'A nozzle left hot chars what stands in it, and a bed heats an empty room until somebody comes.',
  source: 'Common practice, no source',
  find: ({ report: r, sheet }) => {
    if (r.extrudingMoves === 0) return { missing: 'nothing is extruded' };
    const left = [
      ...(r.nozzleAtEndC > 0 ? [{ part: 'nozzle', c: r.nozzleAtEndC, code: 'M104 S0' }] : []),
      ...(r.bedAtEndC > 0 ? [{ part: 'bed', c: r.bedAtEndC, code: 'M140 S0' }] : []),
    ];
    return left.map(({ part, c, code }): Found => ({
      severity: sheet.job.class === 'lights-out' ? 'blocker' : 'caution',
      title: `The ${part} stays hot at the end`,
      figure: `${c} °C`,
      limit: 'off',
      origin: sheet.job.class === 'lights-out' ? 'class lights-out' : 'farm practice',
      fix: `put ${code} at the end`,
      line: r.lines,
    }));
  },
  examples: {
    passes: [{ says: 'off', input: soundJob() }],
    fails: [
      { says: 'a hot bed', input: soundJob({ report: { bedAtEndC: 60 } }) },
      { says: 'a hot nozzle', input: soundJob({ report: { nozzleAtEndC: 210 } }) },
    ],
  },
});
