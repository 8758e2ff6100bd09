import type { RuleCases } from '../cases.ts';
import { knownWords } from './knownWords.ts';

export const cases: RuleCases = {
  rule: knownWords,
  job: [
    {
      when: 'a word of another controller',
      program: { before: { layer3: 'M9001 S3' } },
      finds: [
        {
          severity: 'caution',
          title: '1 command this check cannot read',
          figure: 'M9001, 1 time',
          limit: 'commands the check can read',
          origin: 'machine, Rifugio Vodice',
          fix: 'have the program made for this machine, or look in the controller’s manual what they do',
          line: 53,
        },
      ],
    },
    {
      when: 'a word of another controller, on one that stops there',
      program: { before: { layer3: 'M9001 S3' } },
      values: { unknownWords: 'stops' },
      finds: [
        {
          severity: 'blocker',
          title: '1 command this check cannot read; the controller stops at what it does not know',
          figure: 'M9001, 1 time',
          limit: 'commands the check can read',
          origin: 'machine, Rifugio Vodice',
          fix: 'have the program made for this machine, or look in the controller’s manual what they do',
          line: 53,
        },
      ],
    },
    {
      when: 'eight words of another controller, one of them twice',
      program: { before: { layer3: [1, 1, 2, 3, 4, 5, 6, 7, 8].map((n) => `M900${n}`).join('\n') } },
      finds: [
        {
          severity: 'caution',
          title: '8 commands this check cannot read',
          figure: 'M9001, M9002, M9003, M9004, M9005, M9006 …, 9 times',
          limit: 'commands the check can read',
          origin: 'machine, Rifugio Vodice',
          fix: 'have the program made for this machine, or look in the controller’s manual what they do',
          line: 53,
        },
      ],
    },
    {
      when: 'words that change nothing a check reads',
      program: { before: { layer3: 'M117 half way\nM105\nM400' } },
      finds: [],
    },
    {
      when: 'six words of another controller',
      program: { before: { layer3: [1, 2, 3, 4, 5, 6].map((n) => `M900${n}`).join('\n') } },
      finds: [
        {
          severity: 'caution',
          title: '6 commands this check cannot read',
          figure: 'M9001, M9002, M9003, M9004, M9005, M9006, 6 times',
          limit: 'commands the check can read',
          origin: 'machine, Rifugio Vodice',
          fix: 'have the program made for this machine, or look in the controller’s manual what they do',
          line: 53,
        },
      ],
    },
    {
      when: 'a macro of which nobody has said what it does, whose name holds letters that are words elsewhere',
      program: { before: { layer3: 'AREA_BEGINS X=1 E=40 NAME=cube1' } },
      finds: [],
      needs: 'what AREA_BEGINS does (line 53): say it under “Words of the controller” of the printer profile',
    },
    {
      when: 'a macro and a word of which somebody has said what they do',
      values: { controllerWords: 'AREA_BEGINS: nothing; M9001: nothing' },
      program: { before: { layer3: 'area_begins NAME=cube1\nM9001 S3' } },
      finds: [],
    },
  ],
};
