import type { RuleCases } from '../cases.ts';
import { roleFixture, secondRoleFixture } from '../fixture.ts';
import { heatersOff } from './heatersOff.ts';

export const cases: RuleCases = {
  rule: heatersOff,
  job: [
    {
      when: 'the nozzle stays hot',
      program: { replace: [[/M104 S0\n/, '']] },
      finds: [
        {
          severity: 'caution',
          title: 'The nozzle stays hot at the end',
          figure: '248 °C',
          limit: 'off',
          origin: 'farm practice',
          fix: 'put M104 S0 at the end',
          line: 126,
        },
      ],
    },
    {
      when: 'the second head stays hot',
      program: { before: { end: 'T1\nM109 S212\nG1 X60 E1 F600\nT0' } },
      values: { heads: 2 },
      roles: [roleFixture, secondRoleFixture('support')],
      second: {},
      finds: [
        {
          severity: 'caution',
          title: 'The nozzle of head 2 stays hot at the end',
          figure: '212 °C',
          limit: 'off',
          origin: 'farm practice',
          fix: 'put M104 T1 S0 at the end',
          line: 131,
        },
      ],
    },
    {
      when: 'the second head is left at one degree',
      program: { before: { end: 'T1\nM109 S212\nG1 X60 E1 F600\nM104 S1\nT0' } },
      values: { heads: 2 },
      roles: [roleFixture, secondRoleFixture('support')],
      second: {},
      finds: [
        {
          severity: 'caution',
          title: 'The nozzle of head 2 stays hot at the end',
          figure: '1 °C',
          limit: 'off',
          origin: 'farm practice',
          fix: 'put M104 T1 S0 at the end',
          line: 132,
        },
      ],
    },
    {
      when: 'each head is switched off by its number',
      program: { before: { end: 'T1\nM109 S212\nG1 X60 E1 F600\nM104 T1 S0\nT0' } },
      values: { heads: 2 },
      roles: [roleFixture, secondRoleFixture('support')],
      second: {},
      finds: [],
    },
    {
      when: 'the bed stays hot',
      program: { replace: [[/M140 S0\n/, '']] },
      finds: [
        {
          severity: 'caution',
          title: 'The bed stays hot at the end',
          figure: '98 °C',
          limit: 'off',
          origin: 'farm practice',
          fix: 'put M140 S0 at the end',
          line: 126,
        },
      ],
    },
    {
      when: 'the bed stays hot with nobody there',
      program: { replace: [[/M140 S0\n/, '']] },
      job: { class: 'lights-out' },
      finds: [
        {
          severity: 'blocker',
          title: 'The bed stays hot at the end',
          figure: '98 °C',
          limit: 'off',
          origin: 'class lights-out',
          fix: 'put M140 S0 at the end',
          line: 126,
        },
      ],
    },
    {
      when: 'a mesh generated with an end that leaves the nozzle hot',
      mesh: {},
      values: { endBlock: 'M140 S0\nM84' },
      finds: [
        {
          severity: 'caution',
          title: 'The nozzle stays hot at the end',
          figure: '248 °C',
          limit: 'off',
          origin: 'farm practice',
          fix: 'put M104 S0 at the end',
          line: 12324,
        },
      ],
    },
    {
      when: 'nothing is extruded',
      program: { replace: [[/ E[-\d.]+/g, '']] },
      finds: [],
      others: ['lays-something'],
      needs: 'a program that extrudes',
    },
    {
      when: 'both are left at one degree',
      measured: { report: { nozzleAtEndC: 1, bedAtEndC: 1 } },
      finds: [
        {
          severity: 'caution',
          title: 'The nozzle stays hot at the end',
          figure: '1 °C',
          limit: 'off',
          origin: 'farm practice',
          fix: 'put M104 S0 at the end',
          line: 127,
        },
        {
          severity: 'caution',
          title: 'The bed stays hot at the end',
          figure: '1 °C',
          limit: 'off',
          origin: 'farm practice',
          fix: 'put M140 S0 at the end',
          line: 127,
        },
      ],
    },
    {
      when: 'a macro cools it',
      values: { controllerWords: 'FINISH: cools' },
      program: { replace: [[/M104 S0\nM140 S0\n/, 'FINISH\n']] },
      finds: [],
    },
    {
      when: 'a macro may cool it, and nobody has said so',
      program: { replace: [[/M104 S0\nM140 S0\n/, 'FINISH\n']] },
      finds: [],
      needs: 'what FINISH does (line 125): say it under “Words of the controller” of the printer profile',
    },
  ],
};
