import { ringLengthMm } from '../../../core/geometry/clip.ts';
import { hullGapMm } from '../../../core/geometry/hull.ts';
import { roundPartMm } from '../../../core/toolpath/surround.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { numberOf } from '../../library/settings/define.ts';
import { defineRule, type Found } from '../define.ts';

export const passesBeside = defineRule({
  id: 'passes-beside',
  stage: 'body',
  title: 'Head and carriage pass beside parts that stand',
  why: 'Where parts are laid one after another, the head works beside finished ones and the carriage passes over them.',
  source: 'Reach of the head and clearance under the carriage, as measured on the machine; outlines from above',
  mesh: {
    reads: ['oneByOne'],
    find: ({ oneByOne }, { context }) => {
      if (!oneByOne) return [];
      const { values = {}, lay } = context.recipe;
      const [reach, clearance] = [numberOf(values, 'headReachMm'), numberOf(values, 'clearanceMm')];
      if (reach === null || clearance === null)
        return { needs: 'reach of the head and clearance under the carriage, in the printer profile' };
      const found: Found[] = [];
      const mm = (v: number, digits = 0): string => `${formatFigure(v, 'length', digits)} mm`;
      const origin = `hardware, ${context.machine.name}`;
      let closest = Infinity;
      for (const [i, { hull }] of oneByOne.entries())
        for (const before of oneByOne.slice(0, i)) closest = Math.min(closest, hullGapMm(before.hull, hull));
      if (closest < reach)
        found.push({
          severity: 'blocker',
          title: 'The head runs into a finished part',
          figure: `${mm(closest, 1)} between two parts`,
          limit: `${mm(reach)} round the nozzle`,
          origin,
          fix: `set them ${mm(Math.ceil(reach))} apart, or lay them layer by layer`,
        });
      const outlines = oneByOne.map((p) => ringLengthMm(Float64Array.from(p.hull.flat())));
      const round = lay ? roundPartMm(lay, Math.min(...outlines)) : 0;
      if (closest >= reach && closest < 2 * round)
        found.push({
          severity: 'caution',
          title: 'What is laid round one part lies over the other’s',
          figure: `${mm(closest, 1)} between two parts`,
          limit: `${mm(2 * round, 1)} for raft, brim or skirt round both`,
          origin: 'recipe',
          fix: `set them ${mm(Math.ceil(2 * round))} apart`,
        });
      const tallest = Math.max(...oneByOne.slice(0, -1).map((p) => p.heightMm));
      if (tallest > clearance)
        found.push({
          severity: 'blocker',
          title: 'The carriage knocks a finished part over',
          figure: `${mm(tallest, 1)} high`,
          limit: `${mm(clearance)} under the carriage`,
          origin,
          fix: 'lay them layer by layer, or only the last one this high',
        });
      return found;
    },
  },
});
