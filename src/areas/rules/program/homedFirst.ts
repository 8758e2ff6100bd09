import { whatMacrosDo } from './unknownMacros.ts';
import { defineRule, type Found } from '../define.ts';

const laidUnheld = (line: number): Found => ({
  severity: 'blocker',
  title: 'It extrudes after its motors were off',
  figure: `lays at line ${line}`,
  limit: 'G28 before it',
  origin: 'hardware, any machine',
  fix: `leave the motors on, or put G28 before line ${line}`,
  line,
});

export const homedFirst = defineRule({
  id: 'homed-first',
  stage: 'before start',
  title: 'The machine is homed before it moves',
  why: 'Without homing every coordinate is a guess and the tool may drive into bed or frame.',
  source: 'Common practice, no source',
  supersedes: ['start-homes'],
  program: {
    reads: ['extrudingMoves', 'homedLine', 'laidUnheldLine', 'movedBeforeHomingLine', 'travelMoves', 'unknownWords'],
    find: ({ report: r }) => {
      if (r.extrudingMoves + r.travelMoves === 0) return { needs: 'a program that moves' };
      const unheld = r.laidUnheldLine > 0 ? [laidUnheld(r.laidUnheldLine)] : [];
      if (r.movedBeforeHomingLine === 0) return unheld;
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
        ...unheld,
      ];
    },
  },
});
