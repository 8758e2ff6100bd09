import { rows } from '../figuresFixture.ts';
import type { RuleCases } from '../cases.ts';
import { filamentGround } from './filamentGround.ts';

export const cases: RuleCases = {
  rule: filamentGround,
  job: [
    { when: 'it retracts now and then', finds: [] },
    {
      when: 'a layer retracts a thousand times',
      program: { before: { layer4: 'G1 E-1.2 F2100\nG1 E1.2\n'.repeat(600).trim() } },
      finds: [
        {
          severity: 'caution',
          title: 'The same filament is retracted again and again',
          figure: '42 times on layer 3 (601 retractions, 17 mm used)',
          limit: '20 times',
          origin: 'farm practice',
          fix: 'retract 0.57 mm there, or only for longer travels',
          line: 57,
          layer: 3,
          zMm: 0.6,
        },
      ],
    },
    {
      when: 'many retractions on much filament',
      program: { before: { layer4: 'G1 E-1.2 F2100\nG1 E1.2\n'.repeat(30).trim() } },
      finds: [],
    },
    {
      when: 'nothing retracts',
      program: { replace: [[/G1 E-?1\.2 F2100\n/g, '']] },
      finds: [],
      needs: 'a program that retracts',
    },
    {
      when: 'just twenty times on a layer',
      measured: { report: { longestRetractionMm: 1, layerRows: rows([{ retractions: 400, filamentMm: 20 }]) } },
      finds: [],
      others: ['retraction-proven'],
    },
    {
      when: 'two layers, the second worse',
      measured: {
        report: {
          longestRetractionMm: 1,
          layerRows: rows([
            { retractions: 500, filamentMm: 20 },
            { retractions: 600, filamentMm: 20 },
            { retractions: 550, filamentMm: 20 },
          ]),
        },
      },
      finds: [
        {
          severity: 'caution',
          title: 'The same filament is retracted again and again',
          figure: '30 times on layer 2 (600 retractions, 20 mm used)',
          limit: '20 times',
          origin: 'farm practice',
          fix: 'retract 0.67 mm there, or only for longer travels',
          line: 30,
          layer: 2,
          zMm: 0.4,
        },
      ],
      others: ['retraction-proven'],
    },
    {
      when: 'a layer without filament',
      measured: { report: { longestRetractionMm: 1, layerRows: rows([{ retractions: 500, filamentMm: 0 }]) } },
      finds: [],
      others: ['line-width', 'retraction-proven'],
    },
    {
      when: 'a layer of little filament and half a millimetre',
      measured: { report: { longestRetractionMm: 1, layerRows: rows([{ retractions: 21, filamentMm: 0.5 }]) } },
      finds: [
        {
          severity: 'caution',
          title: 'The same filament is retracted again and again',
          figure: '42 times on layer 1 (21 retractions, 1 mm used)',
          limit: '20 times',
          origin: 'farm practice',
          fix: 'retract 0.48 mm there, or only for longer travels',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
      others: ['line-width', 'retraction-proven'],
    },
  ],
};
