import type { RuleCases } from '../cases.ts';
import { notTriedBeyond } from '../fixture.ts';
import { heatSteady } from './heatSteady.ts';

export const cases: RuleCases = {
  rule: heatSteady,
  job: [
    {
      when: 'it changes by 10 °C',
      program: { before: { layer4: 'M109 S258' } },
      proofs: { nozzleC: notTriedBeyond(248, 240, 260) },
      finds: [],
    },
    {
      when: 'it changes by 11 °C',
      program: { before: { layer4: 'M109 S259' } },
      proofs: { nozzleC: notTriedBeyond(248, 240, 260) },
      finds: [
        {
          severity: 'caution',
          title: 'The nozzle temperature changes mid-print',
          figure: '248 to 259 °C',
          limit: '10 °C apart',
          origin: 'farm practice',
          fix: 'have it made at one temperature, or check that the change is meant (a temperature trial is)',
          line: 81,
          layer: 4,
          zMm: 0.8,
        },
      ],
    },
    {
      when: 'the first layer is hotter',
      program: {
        replace: [
          [/M109 S248/, 'M109 S260'],
          [/M106 S38/, 'M109 S247\nM106 S38'],
        ],
      },
      proofs: { nozzleC: notTriedBeyond(248, 240, 260) },
      finds: [],
    },
    {
      when: 'nothing is extruded',
      program: { replace: [[/ E[-\d.]+/g, '']] },
      finds: [],
      others: ['lays-something'],
      needs: 'a program that extrudes',
    },
    {
      when: 'a macro may have set it at the beginning',
      program: {
        before: { layer3: 'M104 S248' },
        replace: [
          [/M104 S248\n/, ''],
          [/M109 S248\n/, 'BEGIN NOZZLE=248\n'],
        ],
      },
      finds: [],
      needs: 'what BEGIN does (line 4): say it under “Words of the controller” of the printer profile',
    },
  ],
};
