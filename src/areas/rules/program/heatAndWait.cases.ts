import type { RuleCases } from '../cases.ts';
import { heatAndWait } from './heatAndWait.ts';

export const cases: RuleCases = {
  rule: heatAndWait,
  job: [
    {
      when: 'the nozzle is not waited for',
      program: { replace: [[/M109 S248\n/, '']] },
      finds: [
        {
          severity: 'blocker',
          title: 'Extrudes before the nozzle was waited for',
          figure: 'first at line 9',
          limit: 'M109 before it',
          origin: 'hardware, any hot end',
          fix: 'put M109 S248 before line 9',
          line: 9,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'the bed is not waited for',
      program: { replace: [[/M190 S98\n/, '']] },
      finds: [
        {
          severity: 'caution',
          title: 'Extrudes while the bed may still be cold',
          figure: 'first at line 9',
          limit: 'M190 before it',
          origin: 'common practice',
          fix: 'put M190 S98 before line 9',
          line: 9,
          layer: 1,
          zMm: 0.2,
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
      when: 'the very first line extrudes',
      measured: { report: { coldExtrusionLine: 1, coldBedLine: 1 } },
      finds: [
        {
          severity: 'blocker',
          title: 'Extrudes before the nozzle was waited for',
          figure: 'first at line 1',
          limit: 'M109 before it',
          origin: 'hardware, any hot end',
          fix: 'put M109 S248 before line 1',
          line: 1,
        },
        {
          severity: 'caution',
          title: 'Extrudes while the bed may still be cold',
          figure: 'first at line 1',
          limit: 'M190 before it',
          origin: 'common practice',
          fix: 'put M190 S98 before line 1',
          line: 1,
        },
      ],
    },
    {
      when: 'a program hotter later extrudes cold',
      measured: { report: { coldExtrusionLine: 9, nozzleMaxC: 250 } },
      finds: [
        {
          severity: 'blocker',
          title: 'Extrudes before the nozzle was waited for',
          figure: 'first at line 9',
          limit: 'M109 before it',
          origin: 'hardware, any hot end',
          fix: 'put M109 S250 before line 9',
          line: 9,
        },
      ],
    },
  ],
};
