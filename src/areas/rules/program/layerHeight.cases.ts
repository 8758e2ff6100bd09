import { rows } from '../figuresFixture.ts';
import type { RuleCases } from '../cases.ts';
import { layerHeight } from './layerHeight.ts';

export const cases: RuleCases = {
  rule: layerHeight,
  job: [
    {
      when: 'layers of 0.8 of the nozzle diameter',
      program: {
        replace: [
          [/G0 Z0\.2 /, 'G0 Z0.32 '],
          [/G0 Z0\.4 F480\nG1 E1/, 'G0 Z0.64 F480\nG1 E1'],
        ],
        instead: { layer3: '', layer4: '', layer5: '' },
      },
      finds: [],
      others: ['line-width'],
    },
    {
      when: 'a second layer thicker than that',
      program: {
        replace: [
          [/G0 Z0\.4 F480\nG1 E1/, 'G0 Z0.55 F480\nG1 E1'],
          [/G0 Z0\.6 /, 'G0 Z0.9 '],
        ],
        instead: { layer4: '', layer5: '' },
      },
      finds: [
        {
          severity: 'caution',
          title: '2 of 3 layers are too thick for this nozzle',
          figure: '0.35 mm',
          limit: '0.32 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'have it made with layers of 0.32 mm at most, or mount 0.5 mm',
          line: 34,
          layer: 2,
          zMm: 0.55,
        },
      ],
      others: ['line-width'],
    },
    {
      when: 'a first layer thicker than that',
      program: {
        replace: [
          [/G0 Z0\.2 /, 'G0 Z0.38 '],
          [/G0 Z0\.4 F480\nG1 E1/, 'G0 Z0.58 F480\nG1 E1'],
        ],
        instead: { layer3: '', layer4: '', layer5: '' },
      },
      finds: [
        {
          severity: 'caution',
          title: '1 of 2 layers are too thick for this nozzle',
          figure: '0.38 mm',
          limit: '0.32 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'have it made with layers of 0.32 mm at most, or mount 0.5 mm',
          line: 10,
          layer: 1,
          zMm: 0.38,
        },
      ],
    },
    {
      when: 'the tool states no nozzle diameter',
      without: ['nozzleDiameterMm', 'supportAngleDeg'],
      finds: [],
      needs: 'the tool’s nozzle diameter',
    },
    {
      when: 'nothing is laid',
      program: { replace: [[/ E[-\d.]+/g, '']] },
      finds: [],
      others: ['lays-something'],
      needs: 'a program with a layer',
    },
    {
      when: 'a spiral',
      program: {
        instead: {
          layer2: Array.from(
            { length: 40 },
            (_, k) =>
              `G1 X${[130, 130, 90, 90][k % 4]} Y${[95, 125, 125, 95][k % 4]} Z${(0.2 + (k + 1) * 0.05).toFixed(2)} E1.1 F2400`,
          ).join('\n'),
          layer3: '',
          layer4: '',
          layer5: '',
        },
      },
      finds: [],
      others: ['layer-time-proven'],
      needs: 'layers of their own height; a spiral has none',
    },
    {
      when: 'two layers alike too thick',
      measured: {
        report: {
          layerRows: rows([{ zMm: 0.2 }, { zMm: 0.55 }, { zMm: 0.9 }, { zMm: 1.1 }, { zMm: 1.3 }, { zMm: 1.5 }]),
        },
      },
      finds: [
        {
          severity: 'caution',
          title: '2 of 6 layers are too thick for this nozzle',
          figure: '0.35 mm',
          limit: '0.32 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'have it made with layers of 0.32 mm at most, or mount 0.5 mm',
          line: 30,
          layer: 2,
          zMm: 0.55,
        },
      ],
      others: ['dialect-fits', 'mixed-heights'],
    },
  ],
};
