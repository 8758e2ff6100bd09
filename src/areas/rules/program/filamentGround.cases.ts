import type { RuleCases } from '../cases.ts';
import { filamentGround } from './filamentGround.ts';

const again = (times: number, between = ''): string =>
  Array.from({ length: times }, () => `G1 E-1.2 F2100\nG1 E1.2${between}`).join('\n');
const found = (figure: string, line: number) =>
  ({
    severity: 'caution',
    title: 'The same filament is retracted again and again',
    figure,
    limit: '20 times',
    origin: 'farm practice',
    fix: 'retract only for longer travels there, or less far',
    line,
    layer: 3,
    zMm: 0.6,
  }) as const;

export const cases: RuleCases = {
  rule: filamentGround,
  job: [
    { when: 'it retracts now and then', finds: [] },
    {
      when: 'thirty times at one place, on a layer of much filament',
      program: { before: { layer4: again(30) } },
      finds: [found('31 times up to line 136', 136)],
    },
    { when: 'eighteen times at one place', program: { before: { layer4: again(18) } }, finds: [] },
    {
      when: 'thirty times, with more laid between than is taken back',
      program: { before: { layer4: again(30, '\nG1 X170 E0.7 F2400\nG1 X150 E0.7') } },
      finds: [],
    },
    {
      when: 'just twenty times',
      measured: { report: { mostPasses: 20, mostPassesLine: 60 } },
      finds: [],
    },
    {
      when: 'nothing retracts',
      program: { replace: [[/G1 E-?1\.2 F2100\n/g, '']] },
      finds: [],
      needs: 'a program that retracts',
    },
  ],
};
