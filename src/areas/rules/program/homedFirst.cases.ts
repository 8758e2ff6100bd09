import type { RuleCases } from '../cases.ts';
import { homedFirst } from './homedFirst.ts';

export const cases: RuleCases = {
  rule: homedFirst,
  job: [
    {
      when: 'it is never homed',
      program: { replace: [[/G28\n/, '']] },
      finds: [
        {
          severity: 'blocker',
          title: 'Never homed',
          figure: 'moves at line 7',
          limit: 'G28 before it',
          origin: 'hardware, any machine',
          fix: 'put G28 before line 7',
          line: 7,
        },
      ],
    },
    {
      when: 'it moves before it is homed',
      program: { before: { start: 'G1 X10 F3000' } },
      finds: [
        {
          severity: 'blocker',
          title: 'Moves before homing',
          figure: 'moves at line 1',
          limit: 'G28 before it',
          origin: 'hardware, any machine',
          fix: 'put G28 before line 1',
          line: 1,
        },
      ],
    },
    {
      when: 'it moves nothing',
      program: { instead: { layer1: '', layer2: '', layer3: '', layer4: '', layer5: '', end: 'M104 S0\nM140 S0' } },
      finds: [],
      others: ['lays-something'],
      needs: 'a program that moves',
    },
    {
      when: 'it only extrudes, before it is homed',
      measured: { report: { extrudingMoves: 5, travelMoves: 5, movedBeforeHomingLine: 9 } },
      finds: [
        {
          severity: 'blocker',
          title: 'Moves before homing',
          figure: 'moves at line 9',
          limit: 'G28 before it',
          origin: 'hardware, any machine',
          fix: 'put G28 before line 9',
          line: 9,
        },
      ],
    },
    {
      when: 'only X is homed',
      program: { replace: [[/G28\n/, 'G28 X\n']] },
      finds: [
        {
          severity: 'blocker',
          title: 'Moves before homing',
          figure: 'moves at line 8',
          limit: 'G28 before it',
          origin: 'hardware, any machine',
          fix: 'put G28 before line 8',
          line: 8,
        },
      ],
    },
    {
      when: 'its motors go off in the middle',
      program: { before: { layer4: 'M84' } },
      finds: [
        {
          severity: 'blocker',
          title: 'It extrudes after its motors were off',
          figure: 'lays at line 81',
          limit: 'G28 before it',
          origin: 'hardware, any machine',
          fix: 'leave the motors on, or put G28 before line 81',
          line: 81,
        },
      ],
    },
    {
      when: 'its motors go off where nothing moves for a minute, or those of the filament alone',
      program: { before: { layer4: 'M84 S60\nM18 E' } },
      finds: [],
    },
    { when: 'its motors go off, and it is homed again', program: { before: { layer4: 'M18\nG28 X Y' } }, finds: [] },
    {
      when: 'it lifts by a little before homing',
      program: { replace: [[/G28\n/, 'G91\nG1 Z5 F600\nG90\nG28\n']] },
      finds: [],
    },
    {
      when: 'a macro homes it',
      values: { controllerWords: 'BEGIN: homes' },
      program: { replace: [[/G28\n/, 'BEGIN\n']] },
      finds: [],
    },
    {
      when: 'a macro may home it, and nobody has said so',
      program: { replace: [[/G28\n/, 'BEGIN\n']] },
      finds: [],
      needs: 'what BEGIN does (line 3): say it under “Words of the controller” of the printer profile',
    },
  ],
};
