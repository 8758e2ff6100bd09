import type { GcodeReport } from '../../../core/gcode/report.ts';
import { lastBegun } from './steps.ts';
import { whatMacrosDo } from './unknownMacros.ts';
import { defineRule, type Found } from '../define.ts';

/** Nozzles left hot: each by its number where there are several. */
function hotNozzles({ heads = [], nozzleAtEndC }: GcodeReport): { part: string; c: number; code: string }[] {
  if (heads.length < 2) return nozzleAtEndC > 0 ? [{ part: 'nozzle', c: nozzleAtEndC, code: 'M104 S0' }] : [];
  return heads
    .filter((h) => h.nozzleAtEndC > 0)
    .map((h) => ({ part: `nozzle of head ${h.tool + 1}`, c: h.nozzleAtEndC, code: `M104 T${h.tool} S0` }));
}

export const heatersOff = defineRule({
  id: 'heaters-off',
  stage: 'end',
  title: 'Nozzle and bed are switched off at the end',
  why: 'A nozzle left hot chars what stands in it, and a bed heats an empty room until somebody comes.',
  source: 'Common practice, no source',
  supersedes: ['end-cools'],
  program: {
    reads: ['bedAtEndC', 'extrudingMoves', 'heads', 'layerRows', 'lines', 'nozzleAtEndC', 'unknownWords'],
    find: ({ report: r, context }) => {
      if (r.extrudingMoves === 0) return { needs: 'a program that extrudes' };
      const left = [...hotNozzles(r), ...(r.bedAtEndC > 0 ? [{ part: 'bed', c: r.bedAtEndC, code: 'M140 S0' }] : [])];
      const unknown = left.length > 0 ? whatMacrosDo(r, lastBegun(r), Infinity) : null;
      if (unknown) return unknown;
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
