import { whatMacrosDo } from './unknownMacros.ts';
import { defineRule } from '../define.ts';

export const homedFirst = defineRule({
  id: 'homed-first',
  stage: 'before start',
  title: 'The machine is homed before it moves',
  why: 'Without homing every coordinate is a guess and the tool may drive into bed or frame.',
  source: 'Common practice, no source',
  supersedes: ['start-homes'],
  program: {
    reads: ['extrudingMoves', 'homedLine', 'movedBeforeHomingLine', 'travelMoves', 'unknownWords'],
    find: ({ report: r }) => {
      if (r.extrudingMoves + r.travelMoves === 0) return { needs: 'a program that moves' };
      if (r.movedBeforeHomingLine === 0) return [];
      const unknown = whatMacrosDo(r, 0, r.movedBeforeHomingLine);
      if (unknown) return unknown;
      return [
        {
          severity: 'blocker',
          title: r.homedLine === 0 ? 'Never homed' : 'Moves before homing',
          figure: `moves at line ${r.movedBeforeHomingLine}`,
          limit: 'G28 before it',
          origin: 'hardware, any machine',
          fix: `put G28 before line ${r.movedBeforeHomingLine}`,
          line: r.movedBeforeHomingLine,
        },
      ];
    },
  },
});
