import { whatMacrosDo } from './unknownMacros.ts';
import { defineRule, placeOfLine, type Found } from '../define.ts';

export const heatAndWait = defineRule({
  id: 'heat-and-wait',
  stage: 'before start',
  title: 'Nozzle and bed are waited for before anything is extruded',
  why: 'Cold extrusion grinds the filament; a cold bed lets the first layer go.',
  source: 'Common practice, no source',
  supersedes: ['start-waits'],
  program: {
    reads: ['bedMaxC', 'coldBedLine', 'coldExtrusionLine', 'extrudingMoves', 'layerRows', 'nozzleMaxC', 'unknownWords'],
    find: ({ report: r }) => {
      if (r.extrudingMoves === 0) return { needs: 'a program that extrudes' };
      const cold = Math.max(r.coldExtrusionLine, r.coldBedLine);
      const unknown = cold > 0 ? whatMacrosDo(r, 0, cold) : null;
      if (unknown) return unknown;
      const found: Found[] = [];
      if (r.coldExtrusionLine > 0)
        found.push({
          severity: 'blocker',
          title: 'Extrudes before the nozzle was waited for',
          figure: `first at line ${r.coldExtrusionLine}`,
          limit: 'M109 before it',
          origin: 'hardware, any hot end',
          fix: `put M109 S${r.nozzleMaxC || 'temperature'} before line ${r.coldExtrusionLine}`,
          ...placeOfLine(r, r.coldExtrusionLine),
        });
      if (r.coldBedLine > 0)
        found.push({
          severity: 'caution',
          title: 'Extrudes while the bed may still be cold',
          figure: `first at line ${r.coldBedLine}`,
          limit: 'M190 before it',
          origin: 'common practice',
          fix: `put M190 S${r.bedMaxC} before line ${r.coldBedLine}`,
          ...placeOfLine(r, r.coldBedLine),
        });
      return found;
    },
  },
});
