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
    {
      when: 'a macro heats nozzle and bed as it is told',
      values: { controllerWords: 'BEGIN: homes, heats bed by BED, heats nozzle by NOZZLE' },
      program: { replace: [[/^[^]*?G90/, 'BEGIN BED=98 NOZZLE=248 NAME="part 1"\nG90']] },
      finds: [],
    },
    {
      when: 'a macro may heat it, and nobody has said so',
      program: { replace: [[/M190 S98\nM109 S248\n/, 'BEGIN NOZZLE=248\n']] },
      finds: [],
      needs: 'what BEGIN does (line 4): say it under “Words of the controller” of the printer profile',
    },
    {
      when: 'every heater is waited for at once',
      program: { replace: [[/M190 S98\nM109 S248\n/, 'M116\n']] },
      finds: [],
    },
  ],
};
